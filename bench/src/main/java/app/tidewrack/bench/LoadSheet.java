package app.tidewrack.bench;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.IntStream;
import tools.jackson.databind.JsonNode;

/** A plan with one campaign on Hearthside, laid out through the application's own API, for 14 days from 29 March 2027. */
final class LoadSheet {
    private static final String CLIENT = "/api/clients/oddment";
    private static final String ACCOUNT = "oddmenths";

    private final ServerLoad server;
    private final String name = "Bench " + UUID.randomUUID().toString().substring(0, 6);
    private final String plan;
    private final String campaign;
    private final String firstRow;
    private int version;

    /** @param copies of every row; so that there are audiences × (1 + copies) rows */
    LoadSheet(ServerLoad server, int audiences, int copies, int creatives) throws IOException, InterruptedException {
        this.server = server;
        List<String> rows = audiences(audiences);
        List<String> columns = creatives(creatives);
        plan = server.post(CLIENT + "/plans", Map.of("name", name)).get("id").asString();
        Map<String, Object> facts = Map.of(
                "name", name,
                "objective", "traffic",
                "temperature", "COLD",
                "purpose", "TESTING",
                "start", "2027-03-29",
                "lastDay", "2027-04-11",
                "basis", "DAILY",
                "shared", false,
                "money", "10");
        edit(Map.of("kind", "newCampaign", "accountId", ACCOUNT, "facts", facts));
        campaign = only().get("id").asString();
        edit(Map.of("kind", "newRows", "campaignId", campaign, "audienceIds", rows));
        edit(Map.of("kind", "newColumns", "campaignId", campaign, "creativeIds", columns));
        List<String> ids = new ArrayList<>();
        only().get("rows").forEach(r -> ids.add(r.get("id").asString()));
        firstRow = ids.get(0);
        if (copies > 0) {
            edit(Map.of("kind", "rowCopy", "campaignId", campaign, "rowIds", ids, "times", copies));
        }
    }

    String plan() {
        return plan;
    }

    String campaign() {
        return campaign;
    }

    String firstRow() {
        return firstRow;
    }

    int version() {
        return version;
    }

    /** The campaign as the plan's screen asks for it. */
    JsonNode only() throws IOException, InterruptedException {
        return server.get(CLIENT + "/plans/" + plan).get("campaigns").get(0);
    }

    /** Gives the first row other money. */
    JsonNode money(String money) throws IOException, InterruptedException {
        return edit(Map.of("kind", "rowMoney", "campaignId", campaign, "rowIds", List.of(firstRow), "money", money));
    }

    private JsonNode edit(Map<String, Object> edit) throws IOException, InterruptedException {
        JsonNode made = server.put(
                CLIENT + "/plans/" + plan + "/edits",
                Map.of("editId", UUID.randomUUID().toString(), "version", version, "edit", edit));
        version = made.get("version").asInt();
        return made;
    }

    private List<String> creatives(int count) throws IOException, InterruptedException {
        String sha = "";
        for (JsonNode m : server.get(CLIENT + "/media")) {
            boolean square = m.get("width").asInt() == 1080 && m.get("height").asInt() == 1080;
            sha = square && m.get("format").asString().equals("JPEG")
                    ? m.get("sha256").asString()
                    : sha;
        }
        List<String> ids = new ArrayList<>();
        for (int i = 1; i <= count; i++) {
            Map<String, Object> draft = Map.of(
                    "format", "single-picture",
                    "media", List.of(sha),
                    "bodies", List.of("Mend it tonight, way " + i + "."),
                    "headlines", List.of("Mend it"),
                    "descriptions", List.of(),
                    "callsToAction", List.of("shop"),
                    "link", "https://oddmentandthread.example/kits?way=" + i,
                    "brand", "",
                    "post", "",
                    "cards", List.of());
            Map<String, Object> content = Map.of("version", 0, "name", name + " creative " + i, "draft", draft);
            ids.add(server.post(CLIENT + "/creatives", content)
                    .get("creative")
                    .get("id")
                    .asString());
        }
        return ids;
    }

    private List<String> audiences(int count) throws IOException, InterruptedException {
        Map<String, Object> nowhere = Map.of("countries", List.of(), "regions", List.of(), "circles", List.of());
        Map<String, Object> britain = Map.of("countries", List.of("GB"), "regions", List.of(), "circles", List.of());
        List<String> ids = new ArrayList<>();
        for (int i : IntStream.rangeClosed(1, count).toArray()) {
            Map<String, Object> definition = Map.of(
                    "places",
                    britain,
                    "placesLeftOut",
                    nowhere,
                    "presence",
                    "LIVING",
                    "ages",
                    Map.of("from", 18 + i % 30, "to", 50 + i % 15),
                    "gender",
                    "ANY",
                    "conditions",
                    List.of(),
                    "leftOut",
                    List.of());
            ids.add(server.post(
                            CLIENT + "/audiences",
                            Map.of(
                                    "accountId",
                                    ACCOUNT,
                                    "name",
                                    name + " audience " + i,
                                    "version",
                                    0,
                                    "definition",
                                    definition))
                    .get("id")
                    .asString());
        }
        return ids;
    }
}
