package app.tidewrack.bench;

import app.tidewrack.bench.Bench.Figure;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.List;
import java.util.Map;
import org.postgresql.PGConnection;
import org.postgresql.copy.CopyManager;
import tools.jackson.databind.JsonNode;

/**
 * Fourteen days of the thousand ads that {@link LaunchLoad} launched, told by the network and pulled: once while the clock moves, and
 * once more from the start, with everything forgotten, which is what is measured. Beside it the same hours by a plain COPY.
 */
final class PullLoad {
    private static final int DAYS = 16;
    private static final String ACCOUNT = "client_id = 'oddment' and id = 'oddmenths'";
    private static final String CURSOR = "select report_cursor from account where " + ACCOUNT;
    private static final String DUE =
            "select count(*) from fact_due where client_id = 'oddment' and account_id = 'oddmenths'";
    private static final String OF_ACCOUNT =
            " f join fact_ad a on a.client_id = f.client_id and a.ad = f.ad where f.client_id = 'oddment' and a.account_id = 'oddmenths'";
    private static final List<String> FACTS = List.of("fact_hour", "fact_day", "fact_month", "fact_clock", "fact_part");

    private final ServerLoad server;
    private final Database database;

    PullLoad(ServerLoad server, Database database) {
        this.server = server;
        this.database = database;
    }

    List<Figure> figures() throws IOException, InterruptedException, SQLException {
        move();
        settled(-1);
        long cursor = database.number(CURSOR);
        long hours = database.number("select count(*) from fact_hour" + OF_ACCOUNT);
        long parts = database.number("select count(*) from fact_part" + OF_ACCOUNT);
        double copied = hours / plainCopy();
        for (String table : FACTS) {
            database.run("delete from %s f using fact_ad a where a.client_id = f.client_id and a.ad = f.ad and %s"
                    .formatted(table, "f.client_id = 'oddment' and a.account_id = 'oddmenths'"));
        }
        database.run("update account set report_cursor = 0 where " + ACCOUNT);
        long begun = System.nanoTime();
        double seconds = settled(cursor);
        double all = (System.nanoTime() - begun) / 1e9;
        long again = database.number("select count(*) from fact_hour" + OF_ACCOUNT);
        // An hour whose correction is on its way is not told to who begins anew; there are a handful.
        if (again > hours || again < 0.999 * hours) {
            throw new IllegalStateException("%d hours were pulled again, %d before".formatted(again, hours));
        }
        return List.of(
                new Figure(
                        "pull of 1,000 ads x 14 days, %,d hours and %,d parts of days in reports by age and gender, region, placement, device, picture"
                                .formatted(hours, parts),
                        all,
                        "s",
                        60,
                        false),
                new Figure("hours pulled and rolled up a second", hours / seconds, "rows", 0, true),
                new Figure(
                        "share of the rows a second of a plain COPY, %,.0f".formatted(copied),
                        100 * hours / seconds / copied,
                        "%",
                        0,
                        true));
    }

    private void move() throws IOException, InterruptedException {
        for (int days = 0; days < DAYS; days += 2) {
            server.post("/api/clock/moves", Map.of("hours", 48));
            JsonNode move;
            do {
                Thread.sleep(500);
                move = server.get("/api/clock").path("move");
            } while (move.path("state").asString("DONE").equals("RUNNING"));
            if (!move.path("state").asString("DONE").equals("DONE")) {
                throw new IllegalStateException("The clock stopped: " + move);
            }
        }
    }

    /**
     * Waits until nothing more comes.
     *
     * @param cursor where the hours end; less than 0 for wherever they stay for some time
     * @return seconds until the hours were there
     */
    private double settled(long cursor) throws InterruptedException, SQLException {
        long begun = System.nanoTime();
        double hours = 0;
        long before = -1;
        int quiet = 0;
        while (quiet < 20) {
            long now = database.number(CURSOR);
            boolean there = cursor < 0 ? now == before : now >= cursor;
            if (there && hours == 0) {
                hours = (System.nanoTime() - begun) / 1e9;
            }
            boolean done = there && database.number(DUE) == 0;
            if (done && cursor >= 0) {
                return hours;
            }
            quiet = done ? quiet + 1 : 0;
            before = now;
            Thread.sleep(500);
        }
        return hours;
    }

    /** Seconds of the hours that are kept, from a file into a table without an index. */
    private double plainCopy() throws IOException, SQLException, InterruptedException {
        Path file = Files.createTempFile("bench-hours", ".tsv");
        try {
            CopyManager copy = database.connection().unwrap(PGConnection.class).getCopyAPI();
            try (var out = Files.newOutputStream(file)) {
                copy.copyOut("copy (select f.* from fact_hour" + OF_ACCOUNT + ") to stdout", out);
            }
            database.run("create table bench_plain (like fact_hour)");
            double seconds;
            try (InputStream in = Files.newInputStream(file)) {
                seconds = Database.milliseconds(() -> copy.copyIn("copy bench_plain from stdin", in)) / 1000;
            }
            database.run("drop table bench_plain");
            return seconds;
        } finally {
            Files.delete(file);
        }
    }
}
