package app.tidewrack.practice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.request;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import javax.imageio.ImageIO;
import org.springframework.http.HttpMethod;
import org.springframework.http.MediaType;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Calls the practice network as an advertiser's program does. */
final class Caller {
    private static final AtomicInteger KEYS = new AtomicInteger();

    private final MockMvc mvc;
    private final JsonMapper json;
    private final String network;

    Caller(MockMvc mvc, JsonMapper json, String network) {
        this.mvc = mvc;
        this.json = json;
        this.network = network;
    }

    record Answer(int status, JsonNode body) {}

    Answer call(HttpMethod method, String path, String idempotencyKey, Object body) throws Exception {
        boolean raw = body instanceof byte[];
        MockHttpServletResponse response = mvc.perform(request(method, path)
                        .header("X-Access-Key", "k")
                        .header("Idempotency-Key", idempotencyKey)
                        .contentType(
                                raw
                                        ? path.endsWith("/hashes")
                                                ? MediaType.TEXT_PLAIN
                                                : MediaType.APPLICATION_OCTET_STREAM
                                        : MediaType.APPLICATION_JSON)
                        .content(
                                raw
                                        ? (byte[]) body
                                        : body instanceof String text
                                                ? text.getBytes(StandardCharsets.UTF_8)
                                                : json.writeValueAsBytes(body)))
                .andReturn()
                .getResponse();
        String text = response.getContentAsString(StandardCharsets.UTF_8);
        return new Answer(response.getStatus(), text.isEmpty() ? json.nullNode() : json.readTree(text));
    }

    JsonNode fine(HttpMethod method, String path, Object body) throws Exception {
        Answer answer = call(method, path, "once-" + KEYS.incrementAndGet(), body);
        assertThat(answer.status()).as(path + " " + answer.body()).isEqualTo(200);
        return answer.body();
    }

    JsonNode get(String path) throws Exception {
        return fine(HttpMethod.GET, "/networks/" + network + path, "");
    }

    JsonNode post(String path, Object body) throws Exception {
        return fine(HttpMethod.POST, "/networks/" + network + path, body);
    }

    JsonNode put(String path, Object body) throws Exception {
        return fine(HttpMethod.PUT, "/networks/" + network + path, body);
    }

    void account(String id, String currency, String zone, String site) throws Exception {
        put("/accounts/" + id, Map.of("name", id, "currency", currency, "zone", zone, "site", site));
    }

    void move(int hours) throws Exception {
        fine(HttpMethod.POST, "/clock/move", Map.of("hours", hours));
    }

    String create(String what, Map<String, Object> body) throws Exception {
        return post("/" + what, body).get("id").asString();
    }

    static Map<String, Object> with(Map<String, Object> body, Object... more) {
        Map<String, Object> all = new HashMap<>(body);
        for (int i = 0; i < more.length; i += 2) {
            all.put((String) more[i], more[i + 1]);
        }
        return all;
    }

    static Map<String, Object> campaign(String account, String objective) {
        return Map.of(
                "account", account,
                "name", "C",
                "objective", objective,
                "startsOn", "2027-03-01",
                "endsOn", "2027-08-01");
    }

    static Map<String, Object> group(String campaign, Object audience, long dailyMinor) {
        return Map.of(
                "campaignId",
                campaign,
                "name",
                "G",
                "audience",
                audience,
                "budget",
                Map.of("lifetime", false, "minor", dailyMinor));
    }

    static Map<String, Object> creative(String account, String media, String body) {
        return Map.of(
                "account",
                account,
                "name",
                "K",
                "format",
                "single-picture",
                "media",
                List.of(media),
                "bodies",
                List.of(body),
                "headlines",
                List.of("H"),
                "callsToAction",
                List.of("learn-more"),
                "link",
                "https://a.example");
    }

    /** Sends a plain picture and gives its hash. */
    String picture(int width, int height) throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB), "png", out);
        return media(out.toByteArray());
    }

    String media(byte[] content) throws Exception {
        String sha =
                HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
        put("/media/" + sha, content);
        return sha;
    }

    /** A campaign, an ad group and an ad for each creative, approved by the console; gives the ads. */
    List<String> live(Map<String, Object> campaign, Map<String, Object> group, List<Map<String, Object>> creatives)
            throws Exception {
        String groupId = create("ad-groups", with(group, "campaignId", create("campaigns", campaign)));
        return ads(groupId, creatives);
    }

    List<String> ads(String groupId, List<Map<String, Object>> creatives) throws Exception {
        List<String> ads = new ArrayList<>();
        for (Map<String, Object> creative : creatives) {
            String id = create(
                    "ads", Map.of("adGroupId", groupId, "creativeId", create("creatives", creative), "name", "A"));
            fine(HttpMethod.PUT, "/console/reviews/" + id, Map.of("approved", true));
            ads.add(id);
        }
        return ads;
    }

    /** All rows of a report. */
    List<JsonNode> report(String account, boolean hourly, String... by) throws Exception {
        JsonNode job = post(
                "/accounts/" + account + "/report-jobs",
                Map.of("from", "2027-03-01", "to", "2027-08-01", "hourly", hourly, "by", List.of(by)));
        String id = job.get("id").asString();
        while (get("/accounts/" + account + "/report-jobs/" + id)
                .get("state")
                .asString()
                .equals("RUNNING")) {
            Thread.sleep(20);
        }
        List<JsonNode> rows = new ArrayList<>();
        for (int page = 0; ; page++) {
            JsonNode next = get("/accounts/" + account + "/report-jobs/" + id + "/rows?page=" + page);
            if (next.isEmpty()) {
                return rows;
            }
            next.forEach(rows::add);
        }
    }

    static long sum(List<JsonNode> rows, String measure) {
        return rows.stream()
                .mapToLong(r -> measure.equals("spendMinor")
                        ? r.get("spendMinor").asLong()
                        : r.get("counts").path(measure).asLong(0))
                .sum();
    }
}
