package app.tidewrack.bench;

import app.tidewrack.bench.Bench.Figure;
import app.tidewrack.core.forecast.Expectation;
import app.tidewrack.core.forecast.Likeness;
import app.tidewrack.core.forecast.NextMoney;
import app.tidewrack.core.forecast.NextMoney.Place;
import app.tidewrack.core.forecast.Range;
import app.tidewrack.core.forecast.Reach;
import app.tidewrack.core.forecast.Response;
import app.tidewrack.core.forecast.ResultRate;
import app.tidewrack.core.forecast.ResultRate.Seen;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.Purpose;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.plan.Spread;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.playbook.Adviser;
import app.tidewrack.core.playbook.Adviser.Scene;
import app.tidewrack.core.playbook.Playbook;
import app.tidewrack.core.playbook.Playbook.Target;
import app.tidewrack.core.playbook.RowSeen;
import app.tidewrack.core.playbook.RowSeen.DayBrought;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.core.splittest.Verdict;
import app.tidewrack.core.splittest.Verdict.Cell;
import app.tidewrack.core.splittest.Verdict.Design;
import app.tidewrack.core.splittest.Verdict.Kind;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.Supplier;
import java.util.stream.IntStream;

/** Verdicts and the playbook's advice in core, by random histories from one seed. */
final class DecisionLoad {
    private static final int ROUNDS = 15;
    private static final int CELLS = 24;
    private static final int ROWS = 10_000;
    private static final int DAYS = 14;
    private static final LocalDate START = LocalDate.of(2027, 3, 9);

    private final Random random = new Random(2027);

    List<Figure> figures() {
        List<Cell> shares = IntStream.range(0, CELLS)
                .mapToObj(i -> new Cell(0, 40_000, 380 + random.nextInt(60), 20_000))
                .toList();
        List<Cell> costs = IntStream.range(0, CELLS)
                .mapToObj(i -> new Cell(0, 0, 380 + random.nextInt(60), 20_000))
                .toList();
        List<Double> even = Collections.nCopies(CELLS, 1.0);
        List<RowSeen> rows = IntStream.range(0, ROWS).mapToObj(this::row).toList();
        List<Row> spread = IntStream.range(0, 200)
                .mapToObj(i -> new Row("r" + i, "a", "Row " + i, Money.ofMinor(500 + random.nextInt(4000), "GBP")))
                .toList();
        List<Response.Seen> responding =
                IntStream.range(0, 200).mapToObj(i -> responding()).toList();
        Scene scene = new Scene(
                new Target(Temperature.RETARGETING, "cost_per_sale", 900.0, "GBP"),
                Purpose.SCALING,
                false,
                null,
                START.plusDays(DAYS),
                0.4);
        return List.of(
                new Figure(
                        "verdict of 24 cells by a share, with chances",
                        median(() -> {
                            Verdict.chances(shares);
                            return Verdict.of(new Design(Kind.SHARE, 0.05, 4, 40_000, even), shares, List.of());
                        }),
                        "ms",
                        50,
                        false),
                new Figure(
                        "verdict of 24 cells by a cost",
                        median(() -> Verdict.of(new Design(Kind.COST, 0.05, 4, 400, even), costs, List.of())),
                        "ms",
                        50,
                        false),
                new Figure(
                        "10,000 rows of 14 days through the playbook",
                        median(() -> Adviser.advise(Playbook.USUAL, scene, rows)),
                        "ms",
                        300,
                        false),
                new Figure(
                        "one sum spread over 200 rows by what they have",
                        median(() -> new Spread(Money.ofMinor(1_234_567, "GBP"), Spread.How.AS_NOW)
                                .of(spread, Spread.Known.NOTHING)),
                        "ms",
                        100,
                        false),
                new Figure(
                        "the same where it brings most, learned from %d days of each".formatted(DAYS),
                        median(() -> NextMoney.spread(
                                Response.of(responding).stream()
                                        .map(r -> new Place(r, 500, 9_000))
                                        .toList(),
                                1_234_567)),
                        "ms",
                        100,
                        false),
                new Figure("forecast of a row that runs", median(DecisionLoad::forecast), "ms", 20, false));
    }

    /** By all that is near and far, a day and the whole flight, with its curve. */
    private static Object forecast() {
        Map<Likeness, Seen> seen = Map.of(
                Likeness.ACCOUNT, new Seen(4_000, 160_000),
                Likeness.KIND, new Seen(900, 40_000),
                Likeness.ALIKE, new Seen(120, 5_000),
                Likeness.ROW, new Seen(300, 12_000));
        Range price = new Range(0.35, 1.2);
        ResultRate clicks = ResultRate.usually(new Range(0.008, 0.05)).seen(seen);
        ResultRate sales = ResultRate.usually(new Range(0.0002, 0.002)).seen(seen);
        Reach reach = new Reach(120_000);
        Expectation flight = Expectation.of(reach, 28_000, price, clicks, sales);
        return List.of(
                Expectation.of(reach, 1_000, price, clicks, sales),
                flight.after(new Expectation.Came(20_000, 9_000, 300, 12), reach),
                Expectation.curve(reach, price, 84_000, 30));
    }

    private Response.Seen responding() {
        List<Response.Day> days = IntStream.range(0, DAYS)
                .mapToObj(d -> new Response.Day(5_500 + random.nextInt(1_000), 40 + random.nextInt(60), 1))
                .toList();
        return new Response.Seen(6_000, 0.4 + 0.5 * random.nextDouble(), days);
    }

    private RowSeen row(int number) {
        return new RowSeen(
                "r" + number,
                "Row " + number,
                Money.ofMinor(1200, "GBP"),
                START,
                null,
                null,
                false,
                1000L * (1 + random.nextInt(5)),
                1000,
                IntStream.range(0, DAYS)
                        .mapToObj(d -> new DayBrought(
                                START.plusDays(d),
                                Counts.of(Map.of(
                                        Measure.IMPRESSIONS, 3000L + random.nextInt(2000),
                                        Measure.CLICKS, 20L + random.nextInt(40),
                                        Measure.SPEND, 1100L + random.nextInt(100),
                                        Measure.PURCHASES, (long) random.nextInt(4))),
                                1))
                        .toList());
    }

    private static double median(Supplier<Object> work) {
        for (int i = 0; i < ROUNDS; i++) {
            work.get();
        }
        double[] times = new double[ROUNDS];
        for (int i = 0; i < ROUNDS; i++) {
            long begun = System.nanoTime();
            work.get();
            times[i] = (System.nanoTime() - begun) / 1e6;
        }
        Arrays.sort(times);
        return times[ROUNDS / 2];
    }
}
