package app.tidewrack.bench;

import app.tidewrack.bench.Bench.Figure;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import tools.jackson.databind.JsonNode;

/** A sheet of 25 × 40 ads on a server with the demo data: opened, edited, launched. */
final class LaunchLoad {
    private static final String CLIENT = "/api/clients/oddment";
    private static final String ACCOUNT = "oddmenths";
    private static final int ROWS = 25;
    private static final int COLUMNS = 40;
    private static final int TIMES = 20;

    private final ServerLoad server;
    private String plan = "";
    private int version;
    private final List<String> rows = new ArrayList<>();

    LaunchLoad(ServerLoad server) {
        this.server = server;
    }

    List<Figure> figures() throws IOException, InterruptedException {
        String name = "Bench " + UUID.randomUUID().toString().substring(0, 6);
        String campaign = sheet(name);
        String path = CLIENT + "/plans/" + plan;
        double open = Double.MAX_VALUE;
        double one = Double.MAX_VALUE;
        double changes = Double.MAX_VALUE;
        for (int i = 0; i < TIMES; i++) {
            String money = 10 + i % 2 + ".00";
            open = Math.min(open, ServerLoad.timed(() -> server.get(path)));
            one = Math.min(
                    one,
                    ServerLoad.timed(() -> edit(Map.of(
                            "kind",
                            "rowMoney",
                            "campaignId",
                            campaign,
                            "rowIds",
                            List.of(rows.get(0)),
                            "money",
                            money))));
            changes =
                    Math.min(changes, ServerLoad.timed(() -> server.get(path + "/campaigns/" + campaign + "/changes")));
        }
        double launch = ServerLoad.timed(() -> launch(campaign)) / 1000;
        return List.of(
                new Figure("a plan of 1,000 ads, best of %d".formatted(TIMES), open, "ms", 500, false),
                new Figure(
                        "one edit on 1,000 ads, kept and answered, best of %d".formatted(TIMES), one, "ms", 100, false),
                new Figure("change list of 1,000 ads, best of %d".formatted(TIMES), changes, "ms", 500, false),
                new Figure("launch of 1,000 ads", launch, "s", 60, false));
    }

    private String sheet(String name) throws IOException, InterruptedException {
        String sha = "";
        for (JsonNode m : server.get(CLIENT + "/media")) {
            boolean square = m.get("width").asInt() == 1080 && m.get("height").asInt() == 1080;
            sha = square && m.get("format").asString().equals("JPEG")
                    ? m.get("sha256").asString()
                    : sha;
        }
        List<String> creatives = new ArrayList<>();
        for (int i = 1; i <= COLUMNS; i++) {
            Map<String, Object> content = new HashMap<>(Map.of(
                    "version", 0,
                    "name", name + " creative " + i,
                    "format", "single-picture",
                    "media", List.of(sha),
                    "bodies", List.of("Mend it tonight, way " + i + "."),
                    "headlines", List.of("Mend it"),
                    "descriptions", List.of(),
                    "callsToAction", List.of("shop"),
                    "link", "https://oddmentandthread.example/kits?way=" + i,
                    "cards", List.of()));
            content.put("brand", "");
            content.put("post", "");
            creatives.add(server.post(CLIENT + "/creatives", content)
                    .get("creative")
                    .get("id")
                    .asString());
        }
        Map<String, Object> nowhere = Map.of("countries", List.of(), "regions", List.of(), "circles", List.of());
        Map<String, Object> britain = Map.of("countries", List.of("GB"), "regions", List.of(), "circles", List.of());
        List<String> audiences = new ArrayList<>();
        for (int i = 1; i <= ROWS; i++) {
            Map<String, Object> definition = Map.of(
                    "places",
                    britain,
                    "placesLeftOut",
                    nowhere,
                    "presence",
                    "LIVING",
                    "ages",
                    Map.of("from", 18 + i, "to", 50 + i),
                    "gender",
                    "ANY",
                    "conditions",
                    List.of(),
                    "leftOut",
                    List.of());
            Map<String, Object> audience = Map.of(
                    "accountId", ACCOUNT, "name", name + " audience " + i, "version", 0, "definition", definition);
            audiences.add(server.post(CLIENT + "/audiences", audience).get("id").asString());
        }
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
        String campaign = edit(Map.of("kind", "newCampaign", "accountId", ACCOUNT, "facts", facts))
                .get("campaigns")
                .get(0)
                .get("id")
                .asString();
        edit(Map.of("kind", "newRows", "campaignId", campaign, "audienceIds", audiences));
        edit(Map.of("kind", "newColumns", "campaignId", campaign, "creativeIds", creatives));
        return campaign;
    }

    private JsonNode edit(Map<String, Object> edit) throws IOException, InterruptedException {
        JsonNode made = server.put(
                CLIENT + "/plans/" + plan + "/edits",
                Map.of("editId", UUID.randomUUID().toString(), "version", version, "edit", edit));
        version = made.get("version").asInt();
        rows.clear();
        made.get("campaigns")
                .get(0)
                .get("rows")
                .forEach(r -> rows.add(r.get("id").asString()));
        return made;
    }

    private JsonNode launch(String campaign) throws IOException, InterruptedException {
        JsonNode launch = server.post(
                CLIENT + "/launches", Map.of("planId", plan, "campaignId", campaign, "planVersion", version));
        String path = CLIENT + "/launches/" + launch.get("id").asString();
        while (launch.get("state").asString().equals("RUNNING")) {
            Thread.sleep(500);
            launch = server.get(path);
        }
        if (!launch.get("state").asString().equals("DONE")) {
            throw new IllegalStateException("The launch ended as " + launch.get("state"));
        }
        return launch;
    }
}
