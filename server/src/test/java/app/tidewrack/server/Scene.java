package app.tidewrack.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.spy;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.request;

import app.tidewrack.connector.kit.MemoryNetwork;
import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.network.Rulebook;
import jakarta.servlet.http.Cookie;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.http.HttpMethod;
import org.springframework.http.MediaType;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.RequestPostProcessor;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** One client with an account, people who may and may not touch it, and calls made as one of them. */
final class Scene {
    static final String CLIENT = "/api/clients/c1";

    private final MockMvc mvc;
    private final JsonMapper json;

    Scene(MockMvc mvc, JsonMapper json) {
        this.mvc = mvc;
        this.json = json;
    }

    static void people(JdbcTemplate sql) {
        sql.batchUpdate(
                "insert into person (id, email, name, password_hash) values ('ines', 'ines@a.example', 'Ines', 'x')",
                "insert into person (id, email, name, password_hash) values ('tove', 'tove@a.example', 'Tove', 'x')",
                "insert into person (id, email, name, password_hash) values ('otto', 'otto@a.example', 'Otto', 'x')",
                "insert into person (id, email, name, password_hash, administrator)"
                        + " values ('ada', 'ada@a.example', 'Ada', 'x', true)",
                "insert into agency (name, colour, accent, currency, zone, language)"
                        + " values ('Some agency', '#2f5b50', '#c1764a', 'GBP', 'Europe/London', 'en-GB')",
                "insert into client (id, name, about) values ('c1', 'One', ''), ('c2', 'Two', '')",
                "insert into membership (person_id, client_id, role, sees_leads) values ('ines', 'c1', 'BUYER', true),"
                        + " ('tove', 'c1', 'VIEWER', false), ('otto', 'c1', 'APPROVER', false)",
                "insert into account (client_id, id, network, external_id, name, currency, zone, site_tag)"
                        + " values ('c1', 'a1', 'HS', 'x1', 'HS GBP', 'GBP', 'Europe/London', 'tag')");
    }

    /** A network in memory with the practice network's own rulebook, which tests may make answer otherwise. */
    static MemoryNetwork network(JsonMapper json) throws IOException {
        Path rulebook = Path.of("../practice-network/src/main/resources/rulebooks/hearthside.json");
        return spy(new MemoryNetwork(json.readValue(Files.readString(rulebook), Rulebook.class)));
    }

    /**
     * As that person's page asks: signed in, with the token of its cookie. Spring's own {@code csrf()} keeps its token in a session that
     * it makes for each request, and an answer that streams then keeps that session twice at once.
     */
    static RequestPostProcessor by(String person) {
        return request -> user(person).postProcessRequest(token().postProcessRequest(request));
    }

    /** As a page of nobody who is signed in asks. */
    static RequestPostProcessor token() {
        return request -> {
            request.setCookies(new Cookie("XSRF-TOKEN", "token"));
            request.addHeader("X-XSRF-TOKEN", "token");
            return request;
        };
    }

    record Answer(int status, JsonNode body) {
        String detail() {
            return body.path("detail").asString("");
        }
    }

    Answer call(String person, HttpMethod method, String path, Object body) throws Exception {
        MockHttpServletResponse response = mvc.perform(request(method, path)
                        .with(by(person))
                        .contentType(MediaType.APPLICATION_JSON)
                        .content(body instanceof String text ? text : json.writeValueAsString(body)))
                .andReturn()
                .getResponse();
        String text = response.getContentAsString(StandardCharsets.UTF_8);
        return new Answer(response.getStatus(), text.isEmpty() ? json.nullNode() : json.readTree(text));
    }

    JsonNode post(String path, Object body) throws Exception {
        return fine(call("ines", HttpMethod.POST, path, body));
    }

    JsonNode get(String path) throws Exception {
        return fine(call("ines", HttpMethod.GET, path, ""));
    }

    /** What needs somebody of {@code c1}, as the morning has it for {@code ines}: those of one kind. */
    List<JsonNode> needs(String kind) throws Exception {
        return get("/api/clients/c1/morning")
                .get("lines")
                .valueStream()
                .map(l -> l.get("need"))
                .filter(n -> n.get("kind").asString().equals(kind))
                .toList();
    }

    private static JsonNode fine(Answer answer) {
        assertThat(answer.status()).as(answer.body().toString()).isEqualTo(200);
        return answer.body();
    }

    Answer edit(String plan, String editId, int version, Map<String, Object> edit) throws Exception {
        return call(
                "ines",
                HttpMethod.PUT,
                CLIENT + "/plans/" + plan + "/edits",
                Map.of("editId", editId, "version", version, "edit", edit));
    }

    /** Launches and waits until it is over, however it ends. */
    JsonNode launched(Map<String, Object> body) throws Exception {
        return over(post(CLIENT + "/launches", body).get("id").asString());
    }

    /** Waits until a launch is over, however it ends. */
    JsonNode over(String launch) throws Exception {
        return Waiting.asked(
                () -> get(CLIENT + "/launches/" + launch),
                l -> !l.get("state").asString().equals("RUNNING"));
    }

    /** Launches all of a sheet, as it is now. */
    JsonNode launched(Sheet sheet) throws Exception {
        return launched(Map.of(
                "planId", sheet.plan(),
                "campaignId", sheet.campaign(),
                "planVersion",
                        get(CLIENT + "/plans/" + sheet.plan()).get("version").asInt(),
                "paused", false,
                "byHand", false));
    }

    /** A plan of one campaign. */
    record Sheet(String plan, String campaign, int version) {}

    /** Of two rows and two columns, all of it of its own: four ads on an account. */
    Sheet sheet(String accountId) throws Exception {
        String name = UUID.randomUUID().toString().substring(0, 8);
        String sha = sha("sock.png", Pictures.real("PNG", 1080, 1080));
        return sheet(
                accountId,
                name,
                List.of(audience(name), audience(name + " more")),
                List.of(creative(name, sha), creative(name + " too", sha)));
    }

    /** Of those rows and columns. */
    Sheet sheet(String accountId, String name, List<String> audiences, List<String> creatives) throws Exception {
        String plan = post(CLIENT + "/plans", Map.of("name", name)).get("id").asString();
        Map<String, Object> facts = new HashMap<>(facts("2027-03-09", "2027-03-22", "10"));
        facts.put("name", name);
        String campaign = edited(plan, 0, Map.of("kind", "newCampaign", "accountId", accountId, "facts", facts))
                .get("campaigns")
                .get(0)
                .get("id")
                .asString();
        edited(plan, 1, Map.of("kind", "newRows", "campaignId", campaign, "audienceIds", audiences));
        edited(plan, 2, Map.of("kind", "newColumns", "campaignId", campaign, "creativeIds", creatives));
        return new Sheet(plan, campaign, 3);
    }

    JsonNode edited(String plan, int version, Map<String, Object> edit) throws Exception {
        Answer answer = edit(plan, UUID.randomUUID().toString(), version, edit);
        assertThat(answer.status()).as(answer.body().toString()).isEqualTo(200);
        return answer.body();
    }

    static Map<String, Object> facts(String start, String lastDay, String money) {
        return Map.of(
                "name", "Kits",
                "objective", "traffic",
                "temperature", "COLD",
                "purpose", "TESTING",
                "start", start,
                "lastDay", lastDay,
                "basis", "DAILY",
                "shared", false,
                "money", money);
    }

    String audience(String name) throws Exception {
        return post(
                        CLIENT + "/audiences",
                        Map.of(
                                "accountId",
                                "a1",
                                "name",
                                name,
                                "version",
                                0,
                                "definition",
                                AudienceDefinition.everyoneIn("GB")
                                        .aged(new AgeRange(20 + name.length(), 80))
                                        .interestedIn(List.of("knitting"))))
                .get("id")
                .asString();
    }

    /** Sends a file to the media shelf. */
    Answer medium(String fileName, byte[] content) throws Exception {
        MockHttpServletResponse response = mvc.perform(request(HttpMethod.POST, CLIENT + "/media?name=" + fileName)
                        .with(by("ines"))
                        .contentType(MediaType.APPLICATION_OCTET_STREAM)
                        .content(content))
                .andReturn()
                .getResponse();
        return new Answer(response.getStatus(), json.readTree(response.getContentAsString(StandardCharsets.UTF_8)));
    }

    /** Waits until a work on media has ended as it should. @return hash of what was made */
    String made(JsonNode job) throws Exception {
        JsonNode now = ended(job);
        assertThat(now.get("state").asString()).as(now.toString()).isEqualTo("DONE");
        return now.get("made").asString();
    }

    /** Waits until a work on media has ended in any way. */
    JsonNode ended(JsonNode job) throws Exception {
        return Waiting.asked(
                () -> get(CLIENT + "/media/jobs/" + job.get("id").asString()),
                now -> !List.of("WAITING", "RUNNING").contains(now.get("state").asString()));
    }

    String sha(String fileName, byte[] content) throws Exception {
        return fine(medium(fileName, content)).get("sha256").asString();
    }

    /** A creative's content; some of it may be given in other words. */
    static Map<String, Object> content(String name, String format, List<String> media, Map<String, Object> more) {
        Map<String, Object> draft = new HashMap<>(Map.of(
                "format",
                format,
                "media",
                media,
                "bodies",
                List.of("Mend it."),
                "headlines",
                List.of("Mend it"),
                "descriptions",
                List.of(),
                "callsToAction",
                List.of("shop"),
                "link",
                "https://a.example",
                "brand",
                "",
                "post",
                "",
                "cards",
                List.of()));
        draft.putAll(more);
        return Map.of("version", 0, "name", name, "draft", draft);
    }

    /** A launch of a whole campaign that runs at once, or as told otherwise. */
    static Map<String, Object> order(String plan, String campaign, int version, Map<String, Object> more) {
        Map<String, Object> order = new HashMap<>(Map.of(
                "planId", plan, "campaignId", campaign, "planVersion", version, "paused", false, "byHand", false));
        order.putAll(more);
        return order;
    }

    String creative(String name, String sha) throws Exception {
        return post(CLIENT + "/creatives", content(name, "single-picture", List.of(sha), Map.of()))
                .get("creative")
                .get("id")
                .asString();
    }
}
