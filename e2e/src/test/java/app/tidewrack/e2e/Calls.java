package app.tidewrack.e2e;

import com.google.gson.Gson;
import com.google.gson.JsonElement;
import com.google.gson.JsonObject;
import com.google.gson.JsonParser;
import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/** Calls to a server as a signed-in person's browser makes them, for journeys that are too long to click. */
final class Calls {
    private final String address;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http =
            HttpClient.newBuilder().cookieHandler(cookies).build();
    private final Gson gson = new Gson();

    Calls(String address, String email) throws IOException, InterruptedException {
        this.address = address;
        send("GET", "/api/session", null, true);
        post("/api/session", Map.of("email", email, "password", "mend-the-sail"));
    }

    JsonElement get(String path) throws IOException, InterruptedException {
        return send("GET", path, null, false);
    }

    JsonElement post(String path, Object body) throws IOException, InterruptedException {
        return send("POST", path, body, false);
    }

    JsonElement put(String path, Object body) throws IOException, InterruptedException {
        return send("PUT", path, body, false);
    }

    private JsonElement send(String method, String path, Object body, boolean mayFail)
            throws IOException, InterruptedException {
        byte[] content = body == null ? null : gson.toJson(body).getBytes(StandardCharsets.UTF_8);
        var answer = raw(method, path, "application/json", content);
        String text = new String(answer.body(), StandardCharsets.UTF_8);
        if (answer.statusCode() >= 300 && !mayFail) {
            throw new IllegalStateException(path + ": " + answer.statusCode() + " " + text);
        }
        return JsonParser.parseString(text.isEmpty() ? "null" : text);
    }

    /** A call as it is, whatever is answered. */
    HttpResponse<byte[]> raw(String method, String path, String type, byte[] content)
            throws IOException, InterruptedException {
        String token = cookies.getCookieStore().getCookies().stream()
                .filter(c -> c.getName().equals("XSRF-TOKEN"))
                .map(HttpCookie::getValue)
                .findFirst()
                .orElse("");
        HttpRequest request = HttpRequest.newBuilder(URI.create(address + path))
                .header("Content-Type", type)
                .header("X-XSRF-TOKEN", token)
                .method(method, content == null ? BodyPublishers.noBody() : BodyPublishers.ofByteArray(content))
                .build();
        return http.send(request, BodyHandlers.ofByteArray());
    }

    /**
     * Changes texts of a single picture of Oddment & Thread.
     *
     * @param texts by field
     */
    void rewrite(String creativeName, Map<String, Object> texts) throws IOException, InterruptedException {
        for (JsonElement e : get("/api/clients/oddment/creatives").getAsJsonArray()) {
            JsonObject kept = e.getAsJsonObject();
            JsonObject creative = kept.getAsJsonObject("creative");
            if (!creative.get("name").getAsString().equals(creativeName)) {
                continue;
            }
            Map<String, Object> content = new HashMap<>();
            for (String field : List.of(
                    "format",
                    "bodies",
                    "headlines",
                    "descriptions",
                    "callsToAction",
                    "link",
                    "brand",
                    "post",
                    "cards")) {
                content.put(field, creative.get(field));
            }
            content.put(
                    "media",
                    List.of(creative.getAsJsonArray("media")
                            .get(0)
                            .getAsJsonObject()
                            .get("sha256")));
            content.putAll(texts);
            put(
                    "/api/clients/oddment/creatives/" + id(creative),
                    Map.of("version", kept.get("version"), "name", creativeName, "draft", content));
        }
    }

    /** Edits a plan. */
    void edit(Sheet sheet, int version, Map<String, Object> edit) throws IOException, InterruptedException {
        put("/api/clients/oddment/plans/" + sheet.planId() + "/edits", edit(version, edit));
    }

    /** A plan of one campaign on an account of Oddment & Thread, every crossing an ad. */
    record Sheet(String planId, String campaignId, int version) {}

    /** @param money of each row a day */
    Sheet sheet(String account, String name, int rows, int columns, String money)
            throws IOException, InterruptedException {
        String client = "/api/clients/oddment";
        String sha = "";
        for (JsonElement medium : get(client + "/media").getAsJsonArray()) {
            JsonObject m = medium.getAsJsonObject();
            if (m.get("format").getAsString().equals("JPEG")
                    || m.get("format").getAsString().equals("PNG")) {
                sha = m.get("width").getAsInt() == 1080 && m.get("height").getAsInt() == 1080
                        ? m.get("sha256").getAsString()
                        : sha;
            }
        }
        String[] creatives = new String[columns];
        for (int i = 0; i < columns; i++) {
            Map<String, Object> draft = Map.of(
                    "format", "single-picture",
                    "media", List.of(sha),
                    "bodies", List.of("Mend it tonight, way " + (i + 1) + "."),
                    "headlines", List.of("Mend it"),
                    "descriptions", List.of(),
                    "callsToAction", List.of("shop"),
                    "link", "https://oddmentandthread.example/kits?way=" + i,
                    "brand", "",
                    "post", "",
                    "cards", List.of());
            Map<String, Object> content = Map.of("version", 0, "name", name + " creative " + (i + 1), "draft", draft);
            creatives[i] =
                    id(post(client + "/creatives", content).getAsJsonObject().get("creative"));
        }
        Map<String, Object> nowhere = Map.of("countries", List.of(), "regions", List.of(), "circles", List.of());
        String[] audiences = new String[rows];
        for (int i = 0; i < rows; i++) {
            Map<String, Object> definition = Map.of(
                    "places", Map.of("countries", List.of("GB"), "regions", List.of(), "circles", List.of()),
                    "placesLeftOut", nowhere,
                    "presence", "LIVING",
                    "ages", Map.of("from", 20 + i % 20, "to", 50 + i % 15),
                    "gender", "ANY",
                    "conditions", List.of(),
                    "leftOut", List.of());
            audiences[i] = id(post(
                    client + "/audiences",
                    Map.of(
                            "accountId",
                            account,
                            "name",
                            name + " audience " + (i + 1),
                            "version",
                            0,
                            "definition",
                            definition)));
        }
        String plan = id(post(client + "/plans", Map.of("name", name)));
        String edits = client + "/plans/" + plan + "/edits";
        LocalDate start = today().plusDays(3);
        Map<String, Object> facts = facts(name, start, start.plusDays(13), money);
        JsonElement made = put(edits, edit(0, Map.of("kind", "newCampaign", "accountId", account, "facts", facts)));
        String campaign = id(made.getAsJsonObject().getAsJsonArray("campaigns").get(0));
        put(edits, edit(1, Map.of("kind", "newRows", "campaignId", campaign, "audienceIds", audiences)));
        put(edits, edit(2, Map.of("kind", "newColumns", "campaignId", campaign, "creativeIds", creatives)));
        return new Sheet(plan, campaign, 3);
    }

    /** The day of the practice clock, which other journeys move. */
    LocalDate today() throws IOException, InterruptedException {
        String now = get("/api/clock").getAsJsonObject().get("now").getAsString();
        return LocalDate.ofInstant(Instant.parse(now), ZoneOffset.UTC);
    }

    /** Of a cold test that seeks traffic with money a day for each row. */
    static Map<String, Object> facts(String name, LocalDate start, LocalDate lastDay, String money) {
        return Map.of(
                "name",
                name,
                "objective",
                "traffic",
                "temperature",
                "COLD",
                "purpose",
                "TESTING",
                "start",
                start.toString(),
                "lastDay",
                lastDay.toString(),
                "basis",
                "DAILY",
                "shared",
                false,
                "money",
                money);
    }

    private static Map<String, Object> edit(int version, Map<String, Object> edit) {
        return Map.of("editId", UUID.randomUUID().toString(), "version", version, "edit", edit);
    }

    static String id(JsonElement of) {
        return of.getAsJsonObject().get("id").getAsString();
    }

    /** Starts a launch of all of a sheet. */
    String launch(Sheet sheet) throws IOException, InterruptedException {
        return id(post(
                "/api/clients/oddment/launches",
                Map.of(
                        "planId",
                        sheet.planId(),
                        "campaignId",
                        sheet.campaignId(),
                        "planVersion",
                        sheet.version(),
                        "paused",
                        false,
                        "byHand",
                        false)));
    }

    String state(String launch) throws IOException, InterruptedException {
        return get("/api/clients/oddment/launches/" + launch)
                .getAsJsonObject()
                .get("state")
                .getAsString();
    }
}
