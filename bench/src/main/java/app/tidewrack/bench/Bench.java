package app.tidewrack.bench;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Callable;
import org.openjdk.jmh.results.Result;
import org.openjdk.jmh.results.RunResult;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.OptionsBuilder;
import org.openjdk.jmh.runner.options.VerboseMode;

/** Runs all measurements and prints one line each: what, figure, limit. Needs the database that ./tidewrack bench starts. */
public final class Bench {
    private static final String OF_THE_SERVER = "server";
    private static final String OF_RESULTS = "server-results";
    private static final String OF_BUYERS = "server-buyers";
    private static final String OF_WORDS = "server-words";
    private static final String OF_FILMS = "server-films";
    private static final String OF_MORNING = "server-morning";
    private static final String OF_SIGN_OFFS = "server-sign-offs";

    /** Parts that need nothing but core. */
    private static final Map<String, Callable<List<Figure>>> OF_CORE = Map.of(
            "sheet", () -> new SheetLoad().figures(),
            "decisions", () -> new DecisionLoad().figures(),
            "advice", () -> new AdviceLoad().figures(),
            "winners", () -> new WinnerLoad().figures(),
            "intervals", () -> new IntervalLoad().figures(),
            "phrases", () -> new PhraseLoad().figures(),
            "works", () -> new WorksLoad().figures());

    private Bench() {}

    /** One figure beside its limit. */
    record Figure(String what, double value, String unit, double limit, boolean atLeast) {
        void print() {
            boolean met = atLeast ? value >= limit : value <= limit;
            System.out.printf(
                    "%-58s %10.2f %-6s %s %.0f  %s%n",
                    what, value, unit, atLeast ? "at least" : "at most ", limit, met ? "met" : "NOT MET");
        }
    }

    /** @param arguments parts to run, with commas between: matching, sheet, decisions, advice, winners, intervals, phrases, works, postgres, delivery, forecast, splittests; or server, server-results, server-buyers, server-words, server-films, server-sign-offs and server-morning, for a running one at TIDEWRACK_URL */
    public static void main(String[] arguments) throws Exception {
        Set<String> parts = Set.of(arguments[0].split(","));
        if (parts.contains("matching")) {
            matching();
        }
        for (String part : parts) {
            if (OF_CORE.containsKey(part)) {
                OF_CORE.get(part).call().forEach(Figure::print);
            }
        }
        if (parts.contains(OF_THE_SERVER)) {
            new ServerLoad(System.getenv("TIDEWRACK_URL")).measure();
        }
        if (parts.contains(OF_RESULTS)) {
            new ServerLoad(System.getenv("TIDEWRACK_URL")).measureResults();
        }
        if (parts.contains(OF_WORDS)) {
            new ServerLoad(System.getenv("TIDEWRACK_URL")).measureWords();
        }
        if (parts.contains(OF_FILMS)) {
            new ServerLoad(System.getenv("TIDEWRACK_URL")).measureFilms();
        }
        if (parts.contains(OF_MORNING)) {
            new ServerLoad(System.getenv("TIDEWRACK_URL")).measureMorning();
        }
        if (parts.contains(OF_SIGN_OFFS)) {
            new ServerLoad(System.getenv("TIDEWRACK_URL")).measureSignOffs();
        }
        if (parts.contains(OF_BUYERS)) {
            new ServerLoad(System.getenv("TIDEWRACK_URL")).measureBuyers();
        }
        if (parts.stream().allMatch(p -> p.startsWith(OF_THE_SERVER) || OF_CORE.containsKey(p))) {
            return;
        }
        try (Practice practice = new Practice()) {
            new Figure("start, world included", practice.startSeconds(), "s", 15, false).print();
            new Figure("heap in use after start", practice.heapMegabytes(), "MB", 1200, false).print();
            if (parts.contains("postgres")) {
                new AgainstPostgres(practice).figures().forEach(Figure::print);
            }
            if (parts.contains("delivery")) {
                new DeliveryLoad(practice).figures().forEach(Figure::print);
            }
            if (parts.contains("forecast")) {
                new ForecastLoad(practice).figures().forEach(Figure::print);
            }
            if (parts.contains("splittests")) {
                new SplitTestLoad(practice).figures().forEach(Figure::print);
            }
        }
    }

    private static void matching() throws RunnerException {
        Collection<RunResult> results = new Runner(new OptionsBuilder()
                        .include(MatchingBenchmark.class.getName())
                        .verbosity(VerboseMode.SILENT)
                        .build())
                .run();
        results.forEach(r -> figure(r.getPrimaryResult()).print());
    }

    private static Figure figure(Result<?> result) {
        return switch (result.getLabel()) {
            case "twelveTermSize" ->
                new Figure("12-term audience size, p95", result.getStatistics().getPercentile(95), "ms", 5, false);
            case "overlapOfFifty" -> new Figure("50 x 50 overlap", result.getScore(), "ms", 500, false);
            default -> new Figure("world of a million people", result.getScore() / 1000, "s", 15, false);
        };
    }
}
