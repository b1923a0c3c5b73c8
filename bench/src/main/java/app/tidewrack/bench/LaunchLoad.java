package app.tidewrack.bench;

import app.tidewrack.bench.Bench.Figure;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/** A sheet of 25 × 40 ads on a server with the demo data: opened, edited, launched. */
final class LaunchLoad {
    private static final String CLIENT = "/api/clients/oddment";
    private static final int ROWS = 25;
    private static final int COLUMNS = 40;
    private static final int TIMES = 20;

    private final ServerLoad server;

    LaunchLoad(ServerLoad server) {
        this.server = server;
    }

    List<Figure> figures() throws IOException, InterruptedException {
        LoadSheet sheet = new LoadSheet(server, ROWS, 0, COLUMNS);
        String path = CLIENT + "/plans/" + sheet.plan();
        double open = Double.MAX_VALUE;
        double one = Double.MAX_VALUE;
        double changes = Double.MAX_VALUE;
        for (int i = 0; i < TIMES; i++) {
            String money = 10 + i % 2 + ".00";
            open = Math.min(open, ServerLoad.timed(() -> server.get(path)));
            one = Math.min(one, ServerLoad.timed(() -> sheet.money(money)));
            changes = Math.min(
                    changes, ServerLoad.timed(() -> server.get(path + "/campaigns/" + sheet.campaign() + "/changes")));
        }
        double launch = ServerLoad.timed(() -> launch(sheet)) / 1000;
        return List.of(
                new Figure("a plan of 1,000 ads, best of %d".formatted(TIMES), open, "ms", 500, false),
                new Figure(
                        "one edit on 1,000 ads, kept and answered, best of %d".formatted(TIMES), one, "ms", 100, false),
                new Figure("change list of 1,000 ads, best of %d".formatted(TIMES), changes, "ms", 500, false),
                new Figure("launch of 1,000 ads", launch, "s", 60, false));
    }

    private JsonNode launch(LoadSheet sheet) throws IOException, InterruptedException {
        JsonNode launch = server.post(
                CLIENT + "/launches",
                Map.of(
                        "planId",
                        sheet.plan(),
                        "campaignId",
                        sheet.campaign(),
                        "planVersion",
                        sheet.version(),
                        "paused",
                        false,
                        "byHand",
                        false));
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
