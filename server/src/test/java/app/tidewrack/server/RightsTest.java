package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.clearInvocations;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.doReturn;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;

import app.tidewrack.connector.Sources.SourceTold;
import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.source.Contact;
import app.tidewrack.server.person.GuestPass;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.function.BiConsumer;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.boot.test.system.CapturedOutput;
import org.springframework.boot.test.system.OutputCaptureExtension;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.HttpMethod;
import org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.test.web.servlet.request.MockMvcRequestBuilders;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import tools.jackson.databind.JsonNode;

/** Who may ask for what, of every operation that the server describes: a new one is held to it without a test of its own. */
class RightsTest extends WithServer {
    private static final String NOBODY = "";

    /** What is of no client, by who may ask for it at the least. An operation that stands in no line is held to be a client's. */
    private static final Map<String, Set<String>> OF_NO_CLIENT = Map.of(
            "anybody",
            Set.of(
                    "GET /api/door",
                    "POST /api/door/first",
                    "POST /api/door/link",
                    "POST /api/door/joined",
                    "POST /api/door/sign-off",
                    "POST /api/door/sign-off/entered",
                    "POST /api/session",
                    "POST /api/session/second"),
            "members and programs",
            Set.of("GET /api/clients", "POST /api/price-sums"),
            "members",
            Set.of(
                    "GET /api/session",
                    "DELETE /api/session",
                    "GET /api/clock",
                    "POST /api/clock/moves",
                    "POST /api/clock/moves/{moveId}/stop",
                    "GET /api/clock/moves/{moveId}/progress",
                    "GET /api/agency",
                    "GET /api/morning",
                    "PUT /api/morning/hidden",
                    "PUT /api/morning/order",
                    "DELETE /api/questions/{name}",
                    "PUT /api/me/name",
                    "PUT /api/me/preferences",
                    "PUT /api/me/password",
                    "GET /api/me/second-factor/offer",
                    "PUT /api/me/second-factor",
                    "POST /api/me/second-factor/codes",
                    "POST /api/me/second-factor/off",
                    "GET /api/me/sessions",
                    "DELETE /api/me/sessions/{sessionId}",
                    "GET /api/me/tokens",
                    "POST /api/me/tokens",
                    "DELETE /api/me/tokens/{token}"),
            "administrators",
            Set.of(
                    "PUT /api/agency",
                    "GET /api/agency/people",
                    "POST /api/agency/people",
                    "PUT /api/agency/people/{personId}",
                    "POST /api/agency/people/{personId}/link",
                    "PUT /api/agency/people/{personId}/clients/{client}",
                    "DELETE /api/agency/people/{personId}/second-factor",
                    "GET /api/agency/clients",
                    "POST /api/agency/clients",
                    "PUT /api/agency/clients/{client}",
                    "DELETE /api/agency/clients/{client}",
                    "GET /api/agency/clients/{client}/means",
                    "POST /api/agency/clients/{client}/back",
                    "POST /api/agency/clients/{client}/erased",
                    "GET /api/agency/erasures",
                    "GET /api/agency/erasures/{erasure}/paper",
                    "GET /api/agency/training",
                    "POST /api/agency/training",
                    "DELETE /api/agency/training",
                    "GET /api/agency/trail",
                    "GET /api/agency/trail/deeds",
                    "GET /api/agency/trail/lines.csv"));

    private static final String DECIDES = "POST /api/clients/{clientId}/sign-offs/{signOffId}/decision";

    /** What approvers may do beside reading. */
    private static final Set<String> OF_APPROVERS = Set.of(
            DECIDES,
            "POST /api/clients/{clientId}/sign-offs/{signOffId}/comments",
            "PUT /api/clients/{clientId}/sign-offs/{signOffId}/comments/{commentId}/done",
            "POST /api/clients/{clientId}/plans/{planId}/comments",
            "PUT /api/clients/{clientId}/plans/{planId}/comments/{commentId}/done");

    /** What somebody may do who came by the link of a sign-off; all else is not there for them. */
    private static final Set<String> OF_GUESTS = Set.of(
            DECIDES,
            "GET /api/clients/{clientId}/sign-offs/{signOffId}",
            "GET /api/clients/{clientId}/sign-offs/{signOffId}/paper",
            "POST /api/clients/{clientId}/sign-offs/{signOffId}/comments",
            "PUT /api/clients/{clientId}/sign-offs/{signOffId}/comments/{commentId}/done");

    /** What people sent of themselves: for those of a client who may see it, whatever else they may. */
    private static final Set<String> OF_LEADS = Set.of(
            "GET /api/clients/{clientId}/leads",
            "PUT /api/clients/{clientId}/leads/{id}",
            "DELETE /api/clients/{clientId}/leads/{id}",
            "POST /api/clients/{clientId}/leads/{id}/sent",
            "GET /api/clients/{clientId}/leads.csv",
            "GET /api/clients/{clientId}/leads/erasures",
            "GET /api/clients/{clientId}/lead-webhook",
            "PUT /api/clients/{clientId}/lead-webhook",
            "POST /api/clients/{clientId}/lead-webhook/failed/sent",
            "POST /api/clients/{clientId}/feedback/answers");

    @Autowired
    @Qualifier("requestMappingHandlerMapping")
    private RequestMappingHandlerMapping handlers;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    private record Operation(String method, String path) {
        String text() {
            return method + " " + path;
        }

        String at(String client) {
            return path.replace("{clientId}", client)
                    .replace("{signOffId}", "s9")
                    .replaceAll("\\{\\w+}", "x");
        }

        boolean reads() {
            return method.equals("GET");
        }
    }

    private List<Operation> described() throws Exception {
        List<Operation> operations = new ArrayList<>();
        JsonNode paths = scene.get("/api/description").get("paths");
        paths.properties()
                .forEach(p -> p.getValue()
                        .propertyNames()
                        .forEach(m -> operations.add(new Operation(m.toUpperCase(Locale.ROOT), p.getKey()))));
        return operations;
    }

    /** Who asks: nobody, a person by their id, or a program by its token. */
    private int status(Operation operation, String client, String asks) throws Exception {
        int status = status(operation, client, asks, "application/json");
        return status == 415 ? status(operation, client, asks, "application/octet-stream") : status;
    }

    private int status(Operation operation, String client, String asks, String type) throws Exception {
        var request = MockMvcRequestBuilders.request(HttpMethod.valueOf(operation.method), operation.at(client))
                .contentType(type)
                .content("{}");
        if (asks.startsWith("token ")) {
            request.header("Authorization", "Bearer " + asks.substring("token ".length()));
        } else {
            request.with(Scene.token());
        }
        var by = asks.isEmpty() || asks.startsWith("token ")
                ? request
                : request.with(SecurityMockMvcRequestPostProcessors.user(asks));
        return mvc.perform(by).andReturn().getResponse().getStatus();
    }

    /** A token of Ines's, good for some days from now. */
    private String token(@Nullable String clientId, String role, int days) {
        String token = UUID.randomUUID().toString();
        sql.update(
                "insert into program_token (id, hash, name, person_id, client_id, role, expires_at)"
                        + " values (?, ?, 'sums', 'ines', ?, ?, now() + make_interval(days => ?))",
                token,
                Contact.hash(token),
                clientId,
                role,
                days);
        return "token " + token;
    }

    /** Sessions are made by signing in and by nothing else. */
    @AfterEach
    void askingMadeNoSession() {
        assertThat(sql.queryForObject("select count(*) from spring_session", Long.class))
                .isZero();
    }

    private static String heldTo(Operation operation) {
        return OF_NO_CLIENT.entrySet().stream()
                .filter(e -> e.getValue().contains(operation.text()))
                .map(Map.Entry::getKey)
                .findFirst()
                .orElse("a client's");
    }

    /**
     * Every operation, asked by everybody: who may not gets what they are told where they may not, and who may gets anything else. What
     * is of no client and stands in no line above is refused to all, and so fails here.
     */
    @Test
    void whoMayAskForWhat() throws Exception {
        sql.update("insert into person (id, email, name, password_hash, closed_at)"
                + " values ('left', 'left@a.example', 'Left', 'x', now()) on conflict do nothing");
        sql.update("insert into membership values ('left', 'c1', 'BUYER') on conflict do nothing");
        sql.update("insert into person (id, email, name, password_hash)"
                + " values ('blind', 'blind@a.example', 'Blind', 'x') on conflict do nothing");
        sql.update(
                "insert into membership (person_id, client_id, role, sees_leads) values ('blind', 'c1', 'BUYER', false)");
        String reading = token(null, "VIEWER", 1);
        String writing = token("c1", "BUYER", 1);
        String ended = token(null, "VIEWER", -1);
        String elsewhere = token("c2", "BUYER", 1);
        List<Operation> operations = described();
        assertThat(operations).hasSizeGreaterThan(200);
        Set<String> met = new HashSet<>();
        for (Operation operation : operations) {
            String held = heldTo(operation);
            met.add(operation.text());
            boolean asks = operation.reads() || asksOnly(operation);
            Map<String, Integer> refusals = new HashMap<>();
            BiConsumer<Integer, List<String>> refused = (status, who) -> who.forEach(w -> refusals.put(w, status));
            if (!held.equals("anybody")) {
                refused.accept(401, List.of(NOBODY, ended));
                refused.accept(held.equals("a client's") ? 404 : 403, List.of("left"));
            }
            switch (held) {
                case "members" -> refused.accept(403, List.of(reading, writing, elsewhere));
                case "administrators" ->
                    refused.accept(403, List.of(reading, writing, elsewhere, "ines", "tove", "otto", "blind"));
                case "a client's" -> {
                    refused.accept(404, List.of("ada", elsewhere));
                    refused.accept(403, asks ? List.of() : List.of("tove", reading));
                    refused.accept(403, asks || OF_APPROVERS.contains(operation.text()) ? List.of() : List.of("otto"));
                    refused.accept(
                            403, operation.text().equals(DECIDES) ? List.of("ines", "blind", writing) : List.of());
                    refused.accept(
                            403, OF_LEADS.contains(operation.text()) ? List.of("tove", "otto", "blind") : List.of());
                }
                default -> {}
            }
            List<String> everybody =
                    List.of(NOBODY, ended, "left", "ada", "ines", "tove", "otto", "blind", reading, writing, elsewhere);
            for (String one : everybody) {
                int status = status(operation, "c1", one);
                String told = "%s by “%s”".formatted(operation.text(), one);
                if (refusals.containsKey(one)) {
                    assertThat(status).as(told).isEqualTo(refusals.get(one));
                } else if (!held.equals("anybody")) {
                    assertThat(status).as(told).isNotIn(401, 403).isLessThan(500);
                }
            }
            if (operation.path.contains("{clientId}")) {
                for (String client : List.of("c2", "nowhere")) {
                    assertThat(status(operation, client, "ines"))
                            .as("%s of %s by a stranger", operation.text(), client)
                            .isEqualTo(404);
                }
            } else {
                assertThat(held).as(operation.text()).isNotEqualTo("a client's");
            }
        }
        OF_NO_CLIENT.values().forEach(all -> assertThat(met).containsAll(all));
        assertThat(met).containsAll(OF_LEADS);
    }

    /**
     * Every operation, asked by somebody without an account: through a link to one sign-off, through the same once it ended, and
     * through one to a sign-off of another client.
     */
    @Test
    void aLinkOpensOneSignOffAndNothingElse() throws Exception {
        sql.batchUpdate(
                "insert into plan (client_id, id, name) values ('c1', 'p9', 'P'), ('c2', 'p9', 'P')",
                "insert into sign_off (client_id, id, plan_id, number, version, note, content, sent_by)"
                        + " select id, 's9', 'p9', 1, 0, '', '{\"campaigns\": []}', 'ines' from client where id in ('c1', 'c2')",
                "insert into sign_off_link (id, hash, client_id, sign_off_id, name, made_by, expires_at) values"
                        + " ('good', 'h1', 'c1', 's9', 'Bea', 'ines', now() + interval '1 day'),"
                        + " ('late', 'h2', 'c1', 's9', 'Bea', 'ines', now()),"
                        + " ('other', 'h3', 'c2', 's9', 'Bea', 'ines', now() + interval '1 day')");
        GuestPass good = new GuestPass("good", "c1", "s9", "Bea");
        GuestPass late = new GuestPass("late", "c1", "s9", "Bea");
        GuestPass other = new GuestPass("other", "c2", "s9", "Bea");
        Set<String> opened = new HashSet<>();
        for (Operation operation : described()) {
            boolean ofClient = operation.path.contains("{clientId}");
            boolean theirs = OF_GUESTS.contains(operation.text());
            String told = operation.text() + " by a link";
            if (heldTo(operation).equals("anybody")) {
                continue;
            }
            if (!ofClient) {
                assertThat(status(operation, "c1", good)).as(told).isEqualTo(401);
            } else if (theirs) {
                opened.add(operation.text());
                // Without a body that says something each is refused for that and nothing else.
                assertThat(status(operation, "c1", good)).as(told).isNotIn(401, 403);
                assertThat(status(operation, "c1", late))
                        .as(told + " that ended")
                        .isEqualTo(403);
                assertThat(status(operation, "c1", other))
                        .as(told + " of another client")
                        .isEqualTo(404);
                String elsewhere = operation.path.replace("{signOffId}", "another");
                assertThat(status(new Operation(operation.method, elsewhere), "c1", good))
                        .as(told + " of another sign-off")
                        .isEqualTo(404);
            } else {
                assertThat(status(operation, "c1", good)).as(told).isEqualTo(404);
            }
        }
        assertThat(opened).isEqualTo(OF_GUESTS);
    }

    private int status(Operation operation, String client, GuestPass guest) throws Exception {
        int status = status(operation, client, guest, "application/json");
        return status == 415 ? status(operation, client, guest, "application/octet-stream") : status;
    }

    private int status(Operation operation, String client, GuestPass guest, String type) throws Exception {
        return mvc.perform(MockMvcRequestBuilders.request(HttpMethod.valueOf(operation.method), operation.at(client))
                        .contentType(type)
                        .content("{}")
                        .with(Scene.token())
                        .with(SecurityMockMvcRequestPostProcessors.authentication(guest)))
                .andReturn()
                .getResponse()
                .getStatus();
    }

    /** What the trail would have no words for is a deed that nobody could read of. */
    @Test
    void everyDeedHasWords() throws Exception {
        JsonNode words = json.readTree(new ClassPathResource("trail/deeds.json").getInputStream());
        assertThat(described().stream()
                        .filter(o -> !o.reads() && !asksOnly(o) && !words.has(o.text()))
                        .map(Operation::text))
                .isEmpty();
        Set<String> known = described().stream().map(Operation::text).collect(Collectors.toSet());
        assertThat(known).containsAll(words.propertyNames());
    }

    private boolean asksOnly(Operation operation) {
        return handlers.getHandlerMethods().entrySet().stream()
                .filter(e -> e.getKey().getPatternValues().contains(operation.path)
                        && e.getKey().getMethodsCondition().getMethods().stream()
                                .anyMatch(m -> m.name().equals(operation.method)))
                .map(Map.Entry::getValue)
                .map(HandlerMethod::getMethod)
                .anyMatch(m -> List.of(m.getAnnotations()).toString().contains("AsksOnly"));
    }

    /** Results of a client for whom nothing ran yet could not be opened. */
    @Test
    void whatAClientHasNothingOfYetIsToldAsNothing() throws Exception {
        for (Operation operation : described()) {
            if (operation.reads()) {
                assertThat(status(operation, "c1", "ines")).as(operation.text()).isLessThan(500);
            }
        }
    }

    /** Tries of what is not theirs can be looked up, without a name in the log. */
    @Test
    @ExtendWith(OutputCaptureExtension.class)
    void whoIsRefusedStandsInTheLogByIdAlone(CapturedOutput log) throws Exception {
        Operation plans = new Operation("GET", "/api/clients/{clientId}/plans");
        assertThat(status(plans, "c1", "tove")).isEqualTo(200);
        assertThat(log.getOut()).doesNotContain("Refused");
        assertThat(status(plans, "nowhere", "tove")).isEqualTo(404);
        assertThat(status(new Operation("POST", plans.path()), "c1", "tove")).isEqualTo(403);
        assertThat(log.getOut())
                .contains("Refused GET /api/clients/{clientId}/plans to tove: not theirs")
                .contains("Refused POST /api/clients/{clientId}/plans to tove: not for them")
                .doesNotContain("Tove", "tove@");
    }

    /** To tell a viewer how many people there are, a source was made on the network. */
    @Test
    void aQuestionOfAViewerMakesNothingOnANetwork() throws Exception {
        world.tell(() -> doAnswer(
                        c -> Collections.nCopies(c.<List<?>>getArgument(1).size(), new AudienceSize(900, false)))
                .when(network)
                .sizes(any(), any()));
        world.tell(() -> doReturn("S1").when(network).createSource(any(), any(), any()));
        world.tell(() -> doReturn(new SourceTold("S1", new AudienceSize(900, false), null))
                .when(network)
                .source(any(), any()));
        String source = scene.post(
                        CLIENT + "/sources",
                        new HashMap<>(Map.of(
                                "accountId",
                                "a1",
                                "name",
                                "Came by",
                                "kind",
                                "SITE",
                                "event",
                                "view",
                                "fromDay",
                                0,
                                "toDay",
                                30)))
                .get("id")
                .asString();
        sql.update("delete from source_on_account");
        clearInvocations(network);
        Map<String, Object> people = Map.of(
                "accountId",
                "a1",
                "definition",
                AudienceDefinition.everyoneIn("GB").and(new AnyOf(List.of(new Term(TermKind.SOURCE, source)))));
        scene.call("tove", HttpMethod.POST, CLIENT + "/audiences/size", people);
        verify(network, never()).createSource(any(), any(), any());
        assertThat(scene.call("ines", HttpMethod.POST, CLIENT + "/audiences/size", people)
                        .status())
                .isEqualTo(200);
        verify(network).createSource(any(), any(), any());
    }
}
