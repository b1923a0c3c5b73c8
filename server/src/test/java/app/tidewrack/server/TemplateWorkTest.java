package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.source.Contact;
import app.tidewrack.server.Scene.Answer;
import app.tidewrack.server.Scene.Sheet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.http.HttpMethod;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.test.web.servlet.request.MockMvcRequestBuilders;
import tools.jackson.databind.JsonNode;

/** A campaign that worked, kept without its people and made again for others. */
class TemplateWorkTest extends WithServer {
    private static final String OTHER = "/api/clients/c2";

    private Sheet sheet;
    private String name;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    /** A sheet of two rows by two, the first of £12 and split in two; Ines and Tove work for a second client as well. */
    @BeforeEach
    void aSheetThatWorked() throws Exception {
        sql.batchUpdate(
                "insert into membership (person_id, client_id, role, sees_leads) values ('ines', 'c2', 'BUYER', true)"
                        + " on conflict do nothing",
                "insert into account (client_id, id, network, external_id, name, currency, zone, site_tag)"
                        + " values ('c2', 'b1', 'HS', 'x2', 'HS DKK', 'DKK', 'Europe/Copenhagen', 'tag') on conflict do nothing");
        sheet = scene.sheet("a1");
        name = UUID.randomUUID().toString().substring(0, 8);
        JsonNode row = scene.get(CLIENT + "/plans/" + sheet.plan())
                .get("campaigns")
                .get(0)
                .get("rows")
                .get(0);
        Map<String, Object> split = Map.of(
                "kind", "rowSplit",
                "campaignId", sheet.campaign(),
                "rowId", row.get("id").asString(),
                "split",
                        Map.of(
                                "by",
                                List.of(Map.of("variable", "GENDER", "codes", List.of("WOMEN", "MEN"))),
                                "share",
                                "EACH"));
        JsonNode made = scene.edited(sheet.plan(), sheet.version(), split);
        scene.edited(
                sheet.plan(),
                sheet.version() + 1,
                Map.of(
                        "kind",
                        "rowMoney",
                        "campaignId",
                        sheet.campaign(),
                        "rowIds",
                        List.of(rows(made).get(0).get("id").asString()),
                        "money",
                        "12"));
    }

    private static JsonNode rows(JsonNode view) {
        return view.get("campaigns").get(0).get("rows");
    }

    private Answer keep(String called) throws Exception {
        return scene.call(
                "ines",
                HttpMethod.POST,
                CLIENT + "/templates",
                Map.of("name", called, "planId", sheet.plan(), "campaignId", sheet.campaign()));
    }

    private String kept() throws Exception {
        return keep(name).body().get("id").asString();
    }

    private static List<String> each(JsonNode list, String field) {
        return StreamSupport.stream(list.spliterator(), false)
                .map(n -> n.get(field).asString())
                .toList();
    }

    private String audience(String client, String accountId, String called) throws Exception {
        return scene.post(
                        client + "/audiences",
                        Map.of(
                                "accountId",
                                accountId,
                                "name",
                                called,
                                "version",
                                0,
                                "definition",
                                AudienceDefinition.everyoneIn("DK")))
                .get("id")
                .asString();
    }

    private Map<String, Object> plan(String accountId, String template, String money, String... audiences) {
        Map<String, Object> facts = new HashMap<>(Scene.facts("2027-03-09", "2027-03-22", money));
        facts.put("name", "Like it");
        return Map.of(
                "name",
                UUID.randomUUID().toString().substring(0, 8),
                "campaign",
                Map.of(
                        "kind",
                        "newCampaign",
                        "accountId",
                        accountId,
                        "facts",
                        facts,
                        "audienceIds",
                        List.of(audiences),
                        "creativeIds",
                        List.of(),
                        "templateId",
                        template));
    }

    /** What was foreseen is what is made, for the same client and for another, whose currency has no rate. */
    @ParameterizedTest
    @ValueSource(strings = {CLIENT, OTHER})
    void aCampaignIsMadeLikeItForWhoeverElse(String client) throws Exception {
        String template = kept();
        String account = client.equals(CLIENT) ? "a1" : "b1";
        String first = audience(client, account, "Weavers " + name);
        String second = audience(client, account, "Dyers " + name);
        JsonNode told = StreamSupport.stream(scene.get(client + "/templates").spliterator(), false)
                .filter(t -> t.get("id").asString().equals(template))
                .findFirst()
                .orElseThrow();
        assertThat(told.get("client").asString(null)).isEqualTo(client.equals(CLIENT) ? null : "One");
        assertThat(told.get("rows").asInt()).isEqualTo(3);
        assertThat(told.get("split").toString()).isEqualTo("[\"gender\"]");

        JsonNode foreseen = scene.post(
                client + "/templates/" + template + "/over",
                Map.of("accountId", account, "audienceIds", List.of(first, second), "creativeIds", List.of()));
        JsonNode made = rows(scene.post(client + "/plans", plan(account, template, "20", first, second)));

        assertThat(each(made, "label"))
                .containsExactly("Weavers %s women".formatted(name), "Weavers %s men".formatted(name), "Dyers " + name)
                .isEqualTo(each(foreseen.get("rows"), "label"));
        assertThat(each(foreseen.get("changes"), "change"))
                .isEqualTo(client.equals(CLIENT) ? List.of() : List.of("CURRENCY"));
        // Twelve pounds are a row's own; in crowns the row begins with 40, the lowest of hearthside.json.
        assertThat(each(made, "moneyMinor")).containsExactly(client.equals(CLIENT) ? "1200" : "4000", "2000", "2000");
    }

    @Test
    void itHoldsNobodyAndIsSeenByWhoeverWorksForItsClient() throws Exception {
        String template = kept();
        String content = sql.queryForObject("select content::text from template where id = ?", String.class, template);
        sql.queryForList("select id from audience union select id from creative", String.class)
                .forEach(id -> assertThat(content).doesNotContain(id));
        sql.update(
                "insert into membership (person_id, client_id, role, sees_leads) values ('otto', 'c2', 'BUYER', false),"
                        + " ('ada', 'c2', 'BUYER', false) on conflict do nothing");
        Map<String, Object> over = Map.of("accountId", "b1", "audienceIds", List.of(), "creativeIds", List.of());
        String path = OTHER + "/templates/" + template + "/over";
        // Otto approves for the first client and buys for the second; Ada is of the second alone.
        assertThat(scene.call("otto", HttpMethod.POST, path, over).status()).isEqualTo(200);
        assertThat(scene.call("ada", HttpMethod.POST, path, over).status()).isEqualTo(404);
        assertThat(scene.call("ada", HttpMethod.GET, OTHER + "/templates", "").body())
                .isEmpty();
        assertThat(scene.call("ada", HttpMethod.POST, OTHER + "/plans", plan("b1", template, "20"))
                        .status())
                .isEqualTo(404);
        // A program of Ines's for the second client sees nothing of the first, though she does.
        String token = UUID.randomUUID().toString();
        sql.update(
                "insert into program_token (id, hash, name, person_id, client_id, role, expires_at)"
                        + " values (?, ?, 'plans', 'ines', 'c2', 'BUYER', now() + interval '1 day')",
                token,
                Contact.hash(token));
        String seen = mvc.perform(
                        MockMvcRequestBuilders.get(OTHER + "/templates").header("Authorization", "Bearer " + token))
                .andReturn()
                .getResponse()
                .getContentAsString();
        assertThat(seen).isEqualTo("[]");
        int status = mvc.perform(MockMvcRequestBuilders.post(OTHER + "/plans")
                        .header("Authorization", "Bearer " + token)
                        .contentType("application/json")
                        .content(json.writeValueAsString(plan("b1", template, "20"))))
                .andReturn()
                .getResponse()
                .getStatus();
        assertThat(status).isEqualTo(404);
    }

    @Test
    void whatCannotBeKeptOrMadeSaysWhyAndMakesNothing() throws Exception {
        String template = kept();
        assertThat(keep(name.toUpperCase()).detail()).contains("Another template is called");
        assertThat(keep(" ").status()).isEqualTo(422);
        sql.update(
                "insert into template (client_id, id, name, content, made_by)"
                        + " select 'c1', 'many' || n, 'Many ' || n, content, made_by from template, generate_series(1, 200) n where id = ?",
                template);
        assertThat(keep("One too many").detail()).contains("the most that are kept");
        sql.update("delete from template where name like 'Many %'");

        long before = sql.queryForObject("select count(*) from plan", Long.class);
        Answer unknown = scene.call("ines", HttpMethod.POST, CLIENT + "/plans", plan("a1", "nothing", "20"));
        assertThat(unknown.status()).isEqualTo(404);
        sql.update("update template set content = jsonb_set(content, '{network}', '\"GR\"') where id = ?", template);
        Answer elsewhere = scene.call("ines", HttpMethod.POST, CLIENT + "/plans", plan("a1", template, "20"));
        assertThat(elsewhere.status()).isEqualTo(422);
        assertThat(sql.queryForObject("select count(*) from plan", Long.class)).isEqualTo(before);

        assertThat(scene.call("ines", HttpMethod.DELETE, OTHER + "/templates/" + template, "")
                        .status())
                .isEqualTo(404);
        assertThat(scene.call("ines", HttpMethod.DELETE, CLIENT + "/templates/" + template, "")
                        .status())
                .isEqualTo(200);
    }
}
