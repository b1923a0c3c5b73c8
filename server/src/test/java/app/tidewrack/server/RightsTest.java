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
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Qualifier;
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
    private static final Set<String> OF_NO_CLIENT = Set.of(
            "GET /api/session",
            "DELETE /api/session",
            "GET /api/clients",
            "POST /api/price-sums",
            "GET /api/clock",
            "POST /api/clock/moves",
            "POST /api/clock/moves/{moveId}/stop",
            "GET /api/clock/moves/{moveId}/progress");

    /** The only one that is for whoever comes by. */
    private static final String OPEN = "POST /api/session";

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
            return path.replace("{clientId}", client).replaceAll("\\{\\w+}", "x");
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

    private int status(Operation operation, String client, String person) throws Exception {
        int status = status(operation, client, person, "application/json");
        return status == 415 ? status(operation, client, person, "application/octet-stream") : status;
    }

    private int status(Operation operation, String client, String person, String type) throws Exception {
        var request = MockMvcRequestBuilders.request(HttpMethod.valueOf(operation.method), operation.at(client))
                .with(Scene.token())
                .contentType(type)
                .content("{}");
        var by = person.isEmpty() ? request : request.with(SecurityMockMvcRequestPostProcessors.user(person));
        return mvc.perform(by).andReturn().getResponse().getStatus();
    }

    /** Sessions are made by signing in and by nothing else. */
    @AfterEach
    void askingMadeNoSession() {
        assertThat(sql.queryForObject("select count(*) from spring_session", Long.class))
                .isZero();
    }

    @Test
    void nobodyButMembersLearnsOrChangesAnything() throws Exception {
        List<Operation> operations = described();
        assertThat(operations).hasSizeGreaterThan(150);
        Set<String> ofNoClient = new TreeSet<>();
        for (Operation operation : operations) {
            if (operation.text().equals(OPEN)) {
                continue;
            }
            assertThat(status(operation, "c1", ""))
                    .as("%s by nobody", operation.text())
                    .isEqualTo(401);
            if (!operation.path.contains("{clientId}")) {
                ofNoClient.add(operation.text());
                continue;
            }
            for (String client : List.of("c2", "nowhere")) {
                assertThat(status(operation, client, "ines"))
                        .as("%s of %s by a stranger", operation.text(), client)
                        .isEqualTo(404);
            }
        }
        assertThat(ofNoClient).isEqualTo(new TreeSet<>(OF_NO_CLIENT));
    }

    /** Whatever is not a question, by its method or by what it is marked with, is refused to who may only read. */
    @Test
    void whoMayReadChangesNothing() throws Exception {
        for (Operation operation : described()) {
            if (operation.path.contains("{clientId}") && !operation.reads() && !asksOnly(operation)) {
                assertThat(status(operation, "c1", "tove"))
                        .as("%s by a viewer", operation.text())
                        .isEqualTo(403);
            }
        }
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

    /** To tell a viewer how many people there are, a source was made on the network. */
    @Test
    void aQuestionOfAViewerMakesNothingOnANetwork() throws Exception {
        doAnswer(c -> Collections.nCopies(c.<List<?>>getArgument(1).size(), new AudienceSize(900, false)))
                .when(network)
                .sizes(any(), any());
        doReturn("S1").when(network).createSource(any(), any(), any());
        doReturn(new SourceTold("S1", new AudienceSize(900, false), null))
                .when(network)
                .source(any(), any());
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
