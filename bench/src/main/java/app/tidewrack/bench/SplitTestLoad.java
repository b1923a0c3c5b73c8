package app.tidewrack.bench;

import app.tidewrack.bench.Bench.Figure;
import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.splittest.Course;
import app.tidewrack.core.splittest.SampleSize;
import app.tidewrack.core.splittest.Verdict.Cell;
import app.tidewrack.core.splittest.Verdict.Design;
import app.tidewrack.core.splittest.Verdict.Kind;
import app.tidewrack.core.splittest.Verdict.Outcome;
import java.io.IOException;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * How often tests that run on the practice network, with its auction, its people and its reports, call a difference: 2,000 of two
 * equal headlines, and 2,000 of two whose click rates differ by what was planned. The difference is measured first, on many more
 * people, since nobody sets it.
 */
final class SplitTestLoad {
    private static final ZoneId ZONE = ZoneId.of("Europe/London");
    private static final int TESTS = 2000;
    private static final int AT_ONCE = 500;
    private static final int LOOKS = 4;
    private static final double LEVEL = 0.05;
    private static final double POWER = 0.8;
    private static final int REVIEW_DAYS = 2;
    private static final int FLIGHT_DAYS = 60;
    private static final int DAILY_MINOR = 500;
    private static final int MUCH_MINOR = 40_000;
    private static final int HEADLINES = 8;

    /** Three standard errors of a share of 2,000. */
    private static final double ERROR_OF_CALLED = 3 * Math.sqrt(LEVEL * (1 - LEVEL) / TESTS);

    private static final double ERROR_OF_FOUND = 3 * Math.sqrt(POWER * (1 - POWER) / TESTS);

    private final Practice practice;
    private final Buying buying;
    private final List<String> creatives = new ArrayList<>();
    private LocalDate today = LocalDate.of(2027, 3, 9);

    SplitTestLoad(Practice practice) throws IOException, InterruptedException, NoSuchAlgorithmException {
        this.practice = practice;
        buying = new Buying(practice, "hearthside", "tests");
        for (int i = 0; i < HEADLINES; i++) {
            creatives.add(buying.creative("Way " + i + " to mend it"));
        }
    }

    List<Figure> figures() throws IOException, InterruptedException {
        double[] rates = rates();
        int base = IntStream.range(0, HEADLINES)
                .boxed()
                .min(Comparator.comparingDouble(i -> rates[i]))
                .orElseThrow();
        int better = IntStream.range(0, HEADLINES)
                .boxed()
                .max(Comparator.comparingDouble(i -> rates[i]))
                .orElseThrow();
        double perCell = new SampleSize(LEVEL, POWER, 2, LOOKS).perCell(rates[base], rates[better]);
        System.out.printf(
                "click rates %.3f %% and %.3f %%; %,.0f impressions a cell%n",
                rates[base] * 100, rates[better] * 100, perCell);
        double called = share(base, base, perCell);
        double found = share(base, better, perCell);
        return List.of(
                new Figure(
                        "tests with no difference that call one, of %,d".formatted(TESTS),
                        100 * called,
                        "%",
                        Math.ceil(100 * (LEVEL + ERROR_OF_CALLED)),
                        false),
                new Figure(
                        "tests with the planned difference that find it",
                        100 * found,
                        "%",
                        Math.floor(100 * (POWER - ERROR_OF_FOUND)),
                        true));
    }

    private String campaign(List<Integer> shown, int dailyMinor, Map<String, Integer> ads)
            throws IOException, InterruptedException {
        String campaign = buying.campaign(today, FLIGHT_DAYS, true);
        for (int cell = 0; cell < shown.size(); cell++) {
            ads.put(
                    buying.ad(
                            campaign,
                            AudienceDefinition.everyoneIn("GB").aged(new AgeRange(20, 64)),
                            dailyMinor,
                            creatives.get(shown.get(cell))),
                    cell);
        }
        return campaign;
    }

    private void move(int days) throws IOException, InterruptedException {
        practice.send("POST", "/clock/move", "", Map.of("hours", 24 * days));
        today = today.plusDays(days);
    }

    /** Impressions and clicks of each ad by account day, told since the last call. */
    private Map<String, Map<LocalDate, long[]>> told() throws IOException, InterruptedException {
        Map<String, Map<LocalDate, long[]>> days = new HashMap<>();
        buying.told((ad, hour) -> {
            LocalDate day = LocalDate.ofInstant(Instant.parse(hour.path("hour").asString()), ZONE);
            long[] counts = days.computeIfAbsent(ad, a -> new HashMap<>()).computeIfAbsent(day, d -> new long[2]);
            counts[0] += hour.path("counts").path("impressions").asLong(0);
            counts[1] += hour.path("counts").path("clicks").asLong(0);
        });
        return days;
    }

    /** Click rates of all headlines, held apart, with much money. */
    private double[] rates() throws IOException, InterruptedException {
        Map<String, Integer> ads = new HashMap<>();
        String campaign = campaign(IntStream.range(0, HEADLINES).boxed().toList(), MUCH_MINOR, ads);
        move(REVIEW_DAYS + 2);
        buying.pause(campaign);
        long[][] sums = new long[HEADLINES][2];
        told().forEach((ad, days) -> days.values().forEach(c -> {
            sums[ads.get(ad)][0] += c[0];
            sums[ads.get(ad)][1] += c[1];
        }));
        return IntStream.range(0, HEADLINES)
                .mapToDouble(i -> (double) sums[i][1] / sums[i][0])
                .toArray();
    }

    /** The share of tests of two headlines that call one of them the winner. */
    private double share(int first, int second, double perCell) throws IOException, InterruptedException {
        Design design = new Design(Kind.SHARE, LEVEL, LOOKS, perCell, List.of(1.0, 1.0));
        int called = 0;
        double least = Double.MAX_VALUE;
        for (int batch = 0; batch < TESTS / AT_ONCE; batch++) {
            List<Map<String, Integer>> tests = new ArrayList<>();
            List<String> campaigns = new ArrayList<>();
            for (int t = 0; t < AT_ONCE; t++) {
                Map<String, Integer> ads = new HashMap<>();
                campaigns.add(campaign(List.of(first, second), DAILY_MINOR, ads));
                tests.add(ads);
            }
            LocalDate from = today.plusDays(REVIEW_DAYS);
            Map<String, Map<LocalDate, long[]>> brought = new HashMap<>();
            move(REVIEW_DAYS);
            do {
                move(1);
                told().forEach((ad, days) -> days.forEach((day, c) -> brought.computeIfAbsent(ad, a -> new HashMap<>())
                        .merge(day, c, (a, b) -> new long[] {a[0] + b[0], a[1] + b[1]})));
            } while (mean(brought, from, tests.size()) < perCell * 1.15);
            for (String campaign : campaigns) {
                buying.pause(campaign);
            }
            for (Map<String, Integer> ads : tests) {
                List<List<Cell>> days = days(ads, brought, from);
                least = Math.min(least, days.get(days.size() - 1).get(0).trials());
                called += Course.of(design, days, Course.Earlier.NOTHING, true, List.of())
                                        .verdict()
                                        .outcome()
                                == Outcome.WINNER
                        ? 1
                        : 0;
            }
            System.out.printf("%,d tests, %d called%n", (batch + 1) * AT_ONCE, called);
        }
        System.out.printf("at least %,.0f impressions a cell%n", least);
        return (double) called / TESTS;
    }

    private double mean(Map<String, Map<LocalDate, long[]>> brought, LocalDate from, int tests) {
        return brought.values().stream()
                        .flatMap(d -> d.entrySet().stream())
                        .filter(e -> !e.getKey().isBefore(from) && e.getKey().isBefore(today))
                        .mapToLong(e -> e.getValue()[0])
                        .sum()
                / (2.0 * tests);
    }

    /** What both cells had by the end of each whole day. */
    private List<List<Cell>> days(
            Map<String, Integer> ads, Map<String, Map<LocalDate, long[]>> brought, LocalDate from) {
        long[][] sums = new long[2][2];
        List<List<Cell>> days = new ArrayList<>();
        for (LocalDate day = from; day.isBefore(today); day = day.plusDays(1)) {
            LocalDate at = day;
            ads.forEach((ad, cell) -> {
                long[] counts = brought.getOrDefault(ad, Map.of()).getOrDefault(at, new long[2]);
                sums[cell][0] += counts[0];
                sums[cell][1] += counts[1];
            });
            days.add(List.of(new Cell(0, sums[0][0], sums[0][1], 0), new Cell(0, sums[1][0], sums[1][1], 0)));
        }
        return days;
    }
}
