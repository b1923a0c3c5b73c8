package app.tidewrack.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.verifyNoInteractions;

import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.server.launch.drift.DriftWatch;
import app.tidewrack.server.results.BreakdownPull;
import app.tidewrack.server.results.ResultsPull;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.mockito.Mockito;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.http.MediaType;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.test.web.servlet.request.MockMvcRequestBuilders;
import tools.jackson.databind.JsonNode;

/** A network without a connector: planned as any other, launched by people, and never asked. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class ByHandWorkTest extends WithServer {
    private static final String CLIENT = "/api/clients/c1";

    @Autowired
    ResultsPull results;

    @Autowired
    BreakdownPull breakdowns;

    @Autowired
    DriftWatch drifts;

    private String account;
    private String plan;
    private String campaign;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    @BeforeEach
    void anAdOnANetworkWithoutAConnector() throws Exception {
        account = scene.post(
                        CLIENT + "/accounts",
                        Map.of(
                                "network", "AN",
                                "currency", "GBP",
                                "zone", "Europe/Stockholm",
                                "account", Map.of("name", "Fabric forum", "profiles", List.of("One"))))
                .get("id")
                .asString();
        String name = UUID.randomUUID().toString().substring(0, 8);
        JsonNode audience = scene.post(CLIENT + "/audiences", people(name));
        assertThat(audience.path("size").isMissingNode() || audience.get("size").isNull())
                .isTrue();
        String creative = scene.creative(name, scene.sha("sock.png", Pictures.real("PNG", 1080, 1080)));
        Scene.Sheet sheet =
                scene.sheet(account, name, List.of(audience.get("id").asString()), List.of(creative));
        plan = sheet.plan();
        campaign = sheet.campaign();
    }

    private Map<String, Object> people(String name) {
        AudienceDefinition definition =
                AudienceDefinition.everyoneIn("SE").and(AnyOf.of(new Term(TermKind.NAMED, "Quilting circles")));
        return Map.of("accountId", account, "name", name, "version", 0, "definition", definition);
    }

    private List<Map<String, String>> table(String launch) throws Exception {
        JsonNode lines = scene.get(CLIENT + "/launches/" + launch + "/hand-over?form=JSON");
        return lines.valueStream()
                .<Map<String, String>>map(line -> {
                    Map<String, String> cells = new LinkedHashMap<>();
                    line.properties()
                            .forEach(e -> cells.put(e.getKey(), e.getValue().asString()));
                    return cells;
                })
                .toList();
    }

    private JsonNode entered(String launch, List<Map<String, String>> lines) throws Exception {
        byte[] answer = mvc.perform(MockMvcRequestBuilders.post(CLIENT + "/launches/" + launch + "/hand-over")
                        .with(Scene.by("ines"))
                        .contentType(MediaType.APPLICATION_OCTET_STREAM)
                        .content(json.writeValueAsBytes(lines)))
                .andReturn()
                .getResponse()
                .getContentAsByteArray();
        return json.readTree(new String(answer, StandardCharsets.UTF_8));
    }

    /** Whoever asks to send it gets a table all the same. */
    private String launched() throws Exception {
        JsonNode launch = scene.post(CLIENT + "/launches", Scene.order(plan, campaign, 3, Map.of("byHand", false)));
        assertThat(launch.get("state").asString()).isEqualTo("BY_HAND");
        String id = launch.get("id").asString();
        List<Map<String, String>> lines = table(id);
        assertThat(lines).extracting(l -> l.get("what")).containsExactly("campaign", "ad group", "ad");
        assertThat(lines.get(1).toString()).contains("named Quilting circles", "Sweden");
        // Links go by what the network is called here, since there may be several without a connector.
        assertThat(lines.get(2).toString()).contains("utm_source=fabric-forum");
        lines.forEach(l -> l.put("id on the network", "N" + UUID.randomUUID()));
        assertThat(entered(id, lines).get("left").asInt()).isZero();
        return id;
    }

    private JsonNode onNetwork() throws Exception {
        return scene.get(CLIENT + "/on-networks")
                .valueStream()
                .filter(c -> c.get("campaignId").asString().equals(campaign))
                .findFirst()
                .orElseThrow();
    }

    @Test
    @Order(1)
    void whatIsPlannedIsEnteredByPeopleAndNothingIsAsked() throws Exception {
        Mockito.clearInvocations(network);
        String launch = launched();
        assertThat(scene.get(CLIENT + "/launches/" + launch).get("state").asString())
                .isEqualTo("DONE");
        results.pullAll();
        breakdowns.pullAll(0);
        drifts.lookAtAll();
        String changes = CLIENT + "/plans/" + plan + "/campaigns/" + campaign + "/changes";
        assertThat(scene.get(changes).get("changes")).isEmpty();
        assertThat(scene.get(changes).get("drift")).isEmpty();
        assertThat(scene.get(changes).get("findings").findValuesAsString("rule"))
                .doesNotContain("audience.size-unknown");
        assertThat(onNetwork().get("paused").asBoolean()).isFalse();
        verifyNoInteractions(network);
    }

    @Test
    @Order(2)
    void pausingEverythingIsATableToo() throws Exception {
        launched();
        scene.call("ines", HttpMethod.PUT, CLIENT + "/on-networks", Map.of("paused", true));
        assertThat(onNetwork().get("byHand").asBoolean()).isTrue();
        assertThat(onNetwork().get("doing").asString()).isEqualTo("PAUSE");
        assertThat(onNetwork().get("paused").asBoolean()).isFalse();

        String pause = scene.get(CLIENT + "/plans/" + plan + "/campaigns/" + campaign + "/changes")
                .get("newestLaunchId")
                .asString();
        List<Map<String, String>> lines = table(pause);
        assertThat(lines).extracting(l -> l.get("do")).containsExactly("pause");
        lines.get(0).put("done", "yes");
        assertThat(entered(pause, lines).get("taken").asInt()).isEqualTo(1);
        assertThat(onNetwork().get("paused").asBoolean()).isTrue();
        assertThat(onNetwork().get("underWay").asBoolean()).isFalse();
    }

    /** What only the network could say is said to be unknown, and by whom it can be known. */
    @ParameterizedTest
    @Order(3)
    @CsvSource({
        "/audiences/size, no sizes are told",
        "/audiences/overlaps, no shared people are told",
    })
    void whatItCannotBeAskedIsSaid(String path, String says) throws Exception {
        Object body = path.endsWith("size")
                ? Map.of("accountId", account, "definition", people("x").get("definition"))
                : Map.of("accountId", account, "audienceIds", List.of(audience("a"), audience("b")));
        Scene.Answer answer = scene.call("ines", HttpMethod.POST, CLIENT + path, body);
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.detail()).contains("Another network", says, "Look them up there");
    }

    private String audience(String name) throws Exception {
        return scene.post(CLIENT + "/audiences", people(name)).get("id").asString();
    }

    /** Nothing ends there by itself: it is said before, and stays on the certificate. */
    @Test
    @Order(4)
    void whatPeopleEnteredTheyEnd() throws Exception {
        launched();
        JsonNode means = scene.call("ada", HttpMethod.GET, "/api/agency/clients/c1/means", "")
                .body();
        assertThat(means.get("byHand").asInt()).isPositive();
        JsonNode certificate = scene.call(
                        "ada", HttpMethod.POST, "/api/agency/clients/c1/erased", Map.of("name", "One"))
                .body();
        assertThat(certificate.get("byHand")).isEqualTo(means.get("byHand"));
        byte[] paper = mvc.perform(MockMvcRequestBuilders.get(
                                "/api/agency/erasures/" + certificate.get("id").asString() + "/paper")
                        .with(Scene.by("ada")))
                .andReturn()
                .getResponse()
                .getContentAsByteArray();
        assertThat(ErasureWorkTest.text(paper))
                .contains("but for %d that people had entered"
                        .formatted(means.get("byHand").asInt()));
    }
}
