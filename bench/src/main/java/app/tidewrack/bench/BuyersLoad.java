package app.tidewrack.bench;

import app.tidewrack.bench.Bench.Figure;
import java.io.IOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Stream;

/**
 * Fifty buyers for a minute, each of whom does something every second: opens a plan, changes the money of a row in a plan of their own,
 * asks for a size, looks at a table of results.
 */
final class BuyersLoad {
    private static final String CLIENT = "/api/clients/oddment";
    private static final int BUYERS = 50;
    private static final Duration LONG = Duration.ofSeconds(60);
    private static final double LIMIT_MS = 300;
    private static final List<List<String>> BY = List.of(
            List.of("ROW"),
            List.of("CREATIVE"),
            List.of("DAY"),
            List.of("AD"),
            List.of("ROW", "DAY"),
            List.of("AUDIENCE"));

    private final ServerLoad server;

    BuyersLoad(ServerLoad server) {
        this.server = server;
    }

    private enum Doing {
        PLAN,
        EDIT,
        SIZES,
        TABLE
    }

    List<Figure> figures() throws Exception {
        List<LoadSheet> sheets = new ArrayList<>();
        for (int i = 0; i < BUYERS; i++) {
            sheets.add(new LoadSheet(server, 3, 0, 3));
        }
        ExecutorService buyers = Executors.newFixedThreadPool(BUYERS);
        List<Callable<Map<Doing, List<Double>>>> days = new ArrayList<>();
        for (int i = 0; i < BUYERS; i++) {
            int number = i;
            days.add(() -> day(sheets.get(number), new Random(number)));
        }
        List<Future<Map<Doing, List<Double>>>> done = buyers.invokeAll(days);
        buyers.shutdown();
        List<Map<Doing, List<Double>>> times = new ArrayList<>();
        for (Future<Map<Doing, List<Double>>> each : done) {
            times.add(each.get());
        }
        return Stream.of(Doing.values())
                .map(d -> new Figure(
                        "50 buyers, a minute: %s, p95".formatted(d.name().toLowerCase()),
                        percentile95(
                                times.stream().flatMap(t -> t.get(d).stream()).toList()),
                        "ms",
                        LIMIT_MS,
                        false))
                .toList();
    }

    private Map<Doing, List<Double>> day(LoadSheet sheet, Random random) throws IOException, InterruptedException {
        Map<Doing, List<Double>> times = new EnumMap<>(Doing.class);
        for (Doing doing : Doing.values()) {
            times.put(doing, new ArrayList<>());
        }
        String path = CLIENT + "/plans/" + sheet.plan();
        int version = sheet.version();
        long end = System.nanoTime() + LONG.toNanos();
        Thread.sleep(random.nextInt(1_000));
        for (int n = random.nextInt(4); System.nanoTime() < end; n++) {
            long begun = System.nanoTime();
            Doing doing = Doing.values()[n % Doing.values().length];
            switch (doing) {
                case PLAN -> server.get(path);
                case EDIT -> {
                    Map<String, Object> edit = Map.of(
                            "kind", "rowMoney",
                            "campaignId", sheet.campaign(),
                            "rowIds", List.of(sheet.firstRow()),
                            "money", String.valueOf(10 + random.nextInt(50)));
                    version = server.put(
                                    path + "/edits",
                                    Map.of("editId", UUID.randomUUID().toString(), "version", version, "edit", edit))
                            .get("version")
                            .asInt();
                }
                case SIZES -> server.post(CLIENT + "/audiences/size", size(random));
                case TABLE -> {
                    Map<String, Object> table =
                            Map.of("by", BY.get(random.nextInt(BY.size())), "campaignIds", List.of());
                    server.post(
                            CLIENT + "/results/table",
                            Map.of("table", table, "metrics", ResultsLoad.SHOWN, "ranked", "cost_per_result"));
                }
            }
            double took = (System.nanoTime() - begun) / 1e6;
            times.get(doing).add(took);
            Thread.sleep(Math.max(0, 500 + random.nextInt(1_000) - (long) took));
        }
        return times;
    }

    private static Map<String, Object> size(Random random) {
        Map<String, Object> nowhere = Map.of("countries", List.of(), "regions", List.of(), "circles", List.of());
        return Map.of(
                "accountId",
                "oddmenths",
                "definition",
                Map.of(
                        "places", Map.of("countries", List.of("GB"), "regions", List.of(), "circles", List.of()),
                        "placesLeftOut", nowhere,
                        "presence", "LIVING",
                        "ages", Map.of("from", 18 + random.nextInt(20), "to", 45 + random.nextInt(30)),
                        "gender", "ANY",
                        "conditions", List.of(Map.of("terms", List.of(Map.of("kind", "INTEREST", "code", "knitting")))),
                        "leftOut", List.of()));
    }

    private static double percentile95(List<Double> times) {
        List<Double> sorted = times.stream().sorted().toList();
        return sorted.get(sorted.size() * 95 / 100);
    }
}
