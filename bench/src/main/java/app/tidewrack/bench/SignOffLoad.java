package app.tidewrack.bench;

import app.tidewrack.bench.Bench.Figure;
import java.io.IOException;
import java.sql.SQLException;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/** How long a plan of 2,000 ads takes to be sent for sign-off, and its approver to see it. It stays, as what was sent does. */
final class SignOffLoad {
    private static final String CLIENT = "/api/clients/oddment";
    private static final int AUDIENCES = 5;
    private static final int COPIES = 9;
    private static final int CREATIVES = 40;
    private static final double MOST_MILLIS = 2_000;

    private final ServerLoad server;

    SignOffLoad(ServerLoad server) {
        this.server = server;
    }

    List<Figure> figures() throws IOException, InterruptedException, SQLException {
        LoadSheet sheet = new LoadSheet(server, AUDIENCES, COPIES, CREATIVES);
        int ads = AUDIENCES * (1 + COPIES) * CREATIVES;
        String[] sent = new String[1];
        double sending =
                Database.milliseconds(() -> sent[0] = send(sheet).get("id").asString());
        String path = CLIENT + "/sign-offs/" + sent[0];
        double reading = Database.median(() -> server.get(path));
        return List.of(
                new Figure("%,d ads sent for sign-off".formatted(ads), sending, "ms", MOST_MILLIS, false),
                new Figure("the same as its approver sees it", reading, "ms", MOST_MILLIS, false));
    }

    private JsonNode send(LoadSheet sheet) throws IOException, InterruptedException {
        return server.post(
                CLIENT + "/plans/" + sheet.plan() + "/sign-offs",
                Map.of(
                        "planVersion",
                        sheet.version(),
                        "campaigns",
                        List.of(Map.of("campaignId", sheet.campaign())),
                        "note",
                        "All of it, please."));
    }
}
