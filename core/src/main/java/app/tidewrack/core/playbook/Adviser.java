package app.tidewrack.core.playbook;

import app.tidewrack.core.evidence.Comparison;
import app.tidewrack.core.forecast.NextMoney;
import app.tidewrack.core.forecast.NextMoney.Changed;
import app.tidewrack.core.forecast.NextMoney.Gain;
import app.tidewrack.core.forecast.Response;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.Purpose;
import app.tidewrack.core.playbook.Playbook.Target;
import app.tidewrack.core.playbook.RowSeen.DayBrought;
import app.tidewrack.core.playbook.Standings.Standing;
import app.tidewrack.core.results.Arrivals;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.core.results.Metric;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.apache.commons.statistics.distribution.NormalDistribution;
import org.jspecify.annotations.Nullable;

/**
 * Applies a playbook to the rows of one campaign. Guards hold whatever the rules say: nothing before {@link Playbook#LEAST_DAYS}
 * days but a bid that does not deliver, no step over {@link Playbook#MOST_RAISE} per cent, no more money than there is room for,
 * and rows of a running test are left whole. Rows with equal evidence get equal advice, in whatever order they come.
 */
public final class Adviser {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMMM", Locale.ENGLISH);
    private static final NormalDistribution NORMAL = NormalDistribution.of(0, 1);

    /** The first days of a row, and its last, whose click rates are compared to tell fatigue. */
    private static final int FRESH_DAYS = 3;

    private static final double LEAST_STEP = 0.05;

    private final Playbook playbook;
    private final Scene scene;
    private final Target target;
    private final Metric metric;
    private final List<RowSeen> rows;
    private final double clickDispersion;

    /**
     * What holds for all rows.
     *
     * @param target what rows are judged by
     * @param shared the campaign shares its money, so that rows have none to raise
     * @param roomMinor how much more may be spent a day, in minor units; null when nothing limits it
     * @param today the day on which advice is given; rows are told up to the day before
     * @param margin of a sale, 0 to 1
     */
    public record Scene(
            Target target,
            Purpose purpose,
            boolean shared,
            @Nullable Long roomMinor,
            LocalDate today,
            double margin) {}

    private Adviser(Playbook playbook, Scene scene, List<RowSeen> rows) {
        this.playbook = playbook;
        this.scene = scene;
        // Sums must not depend on the order in which rows come, to the last digit.
        this.rows = rows.stream().sorted(Comparator.comparing(RowSeen::rowId)).toList();
        clickDispersion = Standings.ofClickRates(this.rows);
        target = scene.target();
        metric = Metric.usual(target.metric());
    }

    /** Advice for each row that gets some, in the order of moves and then by evidence. */
    public static List<Advice> advise(Playbook playbook, Scene scene, List<RowSeen> rows) {
        return new Adviser(playbook, scene, rows).advise();
    }

    /** A row with what it brought, and how it stands. */
    private record Judged(RowSeen row, Counts all, double ripeSpend, Standing standing) {
        double p() {
            return standing.p();
        }
    }

    private List<Advice> advise() {
        Counts sum = Counts.NONE;
        List<Counts> all = new ArrayList<>();
        for (RowSeen row : rows) {
            Counts counts = row.all();
            all.add(counts);
            sum = sum.plus(counts);
        }
        List<Standing> standings = Standings.of(metric, target.value(), rows, scene.margin());
        List<Judged> judged = IntStream.range(0, rows.size())
                .mapToObj(i -> new Judged(rows.get(i), all.get(i), rows.get(i).ripeSpend(), standings.get(i)))
                .toList();
        double resultCost = resultCost(sum, judged);
        List<Advice> advice = new ArrayList<>();
        List<Judged> good = new ArrayList<>();
        List<Judged> bad = new ArrayList<>();
        for (Judged j : judged) {
            Optional<Advice> one = alone(j, resultCost);
            if (one.isPresent()) {
                advice.add(one.get());
            } else if (!early(j.row()) && sure(j.p())) {
                (j.standing().good() ? good : bad).add(j);
            }
        }
        advice.addAll(ofGood(good, bad, resultCost));
        Set<String> shifted = advice.stream()
                .filter(a -> a.move() == Move.SHIFT)
                .map(Advice::rowId)
                .collect(Collectors.toSet());
        bad.stream()
                .filter(j -> !shifted.contains(j.row().rowId()))
                .forEach(j -> stop(j, resultCost).ifPresent(advice::add));
        further(advice).ifPresent(advice::add);
        advice.sort(Comparator.comparing(Advice::move).thenComparing(Advice::p).thenComparing(Advice::rowId));
        return advice.stream().filter(a -> playbook.may(a.move())).toList();
    }

    /** Whether luck is ruled out as surely as the playbook wants. */
    private boolean sure(double p) {
        return p <= 1 - playbook.certainty();
    }

    private Facts facts(Counts counts) {
        return new Facts(counts, scene.margin());
    }

    /**
     * What a result may cost: the target where it is a cost, else what it costs all rows once what is late has come; infinite before
     * there is any.
     */
    private double resultCost(Counts sum, List<Judged> judged) {
        if (target.value() != null && metric.part().isEmpty()) {
            return target.value();
        }
        double ripe = judged.stream().mapToDouble(Judged::ripeSpend).sum();
        return Metric.usual(metric.part().isEmpty() ? metric.code() : "cost_per_result")
                .of(facts(sum.with(Measure.SPEND, Math.round(ripe))))
                .orElse(Double.POSITIVE_INFINITY);
    }

    private boolean early(RowSeen row) {
        return daysAlone(row) < Math.max(playbook.leaveDays(), Playbook.LEAST_DAYS);
    }

    private long daysAlone(RowSeen row) {
        return ChronoUnit.DAYS.between(row.since(), scene.today());
    }

    /** What a row calls for whatever the others do. */
    private Optional<Advice> alone(Judged j, double resultCost) {
        RowSeen row = j.row();
        if (row.tested()) {
            return Optional.of(quiet(
                    row, scene.today(), "It is in a split test. What is changed before that is ended breaks it."));
        }
        Optional<Advice> bid = bid(j);
        if (bid.isPresent() || early(row)) {
            return bid.isPresent()
                    ? bid
                    : j.all().equals(Counts.NONE)
                            ? Optional.empty()
                            : Optional.of(quiet(
                                    row,
                                    row.since().plusDays(Math.max(playbook.leaveDays(), Playbook.LEAST_DAYS) - 1L),
                                    "It runs as it does since %s; too little has come in to judge it."
                                            .formatted(day(row.since()))));
        }
        long results =
                Math.round(Metric.usual(metric.counted()).of(facts(j.all())).orElse(0));
        long spent = j.all().spendMinor();
        if (playbook.may(Move.STOP_WITHOUT_RESULTS)
                && results == 0
                && j.ripeSpend() >= playbook.emptySpend() * resultCost
                && sure(j.p())) {
            String words = Metric.usual(metric.counted()).words();
            return Optional.of(new Advice(
                    Move.STOP_WITHOUT_RESULTS,
                    row.rowId(),
                    0,
                    null,
                    null,
                    saved(row),
                    "It spent %s and brought no %s; the others get one for %s."
                            .formatted(money(spent, row), words, money(Math.round(resultCost), row)),
                    j.p(),
                    null,
                    List.of()));
        }
        return tired(j);
    }

    /** A bid too low shows as a row that may run and is not shown (common practice). */
    private Optional<Advice> bid(Judged j) {
        RowSeen row = j.row();
        Money bid = row.bid();
        if (bid == null
                || daysAlone(row) < 1
                || j.all().get(Measure.IMPRESSIONS) > 0
                || row.days().isEmpty()) {
            return Optional.empty();
        }
        Money suggested = row.suggested();
        Money higher = suggested != null && suggested.compareTo(bid) > 0
                ? suggested
                : Money.ofMinor(
                        bid.minor() + Math.max(1, bid.minor() * Playbook.MOST_RAISE / 100),
                        bid.currency().getCurrencyCode());
        return Optional.of(new Advice(
                Move.RAISE_BID,
                row.rowId(),
                0,
                higher,
                null,
                0,
                "It was approved and shown to nobody in %d days. Its bid of %s is too low%s; a bid is a ceiling, what is paid is usually less."
                        .formatted(
                                row.days().size(),
                                bid,
                                suggested == null ? "" : ", %s is suggested".formatted(suggested)),
                1,
                null,
                List.of()));
    }

    /** Its click rate fell by more than chance while people saw it often. */
    private Optional<Advice> tired(Judged j) {
        List<DayBrought> days = j.row().days();
        if (j.row().frequency() < playbook.tiredFrequency() || days.size() < 2 * FRESH_DAYS) {
            return Optional.empty();
        }
        Counts first = sum(days.subList(0, FRESH_DAYS));
        Counts last = sum(days.subList(days.size() - FRESH_DAYS, days.size()));
        long shown = first.get(Measure.IMPRESSIONS);
        long shownLast = last.get(Measure.IMPRESSIONS);
        if (shown <= 0 || shownLast <= 0 || first.get(Measure.CLICKS) <= 0) {
            return Optional.empty();
        }
        double before = (double) first.get(Measure.CLICKS) / shown;
        double now = (double) last.get(Measure.CLICKS) / shownLast;
        double z = Comparison.z(first.get(Measure.CLICKS), shown, last.get(Measure.CLICKS), shownLast);
        // It is looked at each day since there were enough, and so is every row.
        double looks = (double) (days.size() - 2 * FRESH_DAYS + 1) * rows.size();
        double p = Math.min(1, looks * NORMAL.survivalProbability(z / Math.sqrt(clickDispersion)));
        if (now > before * playbook.tiredShare() || !sure(p)) {
            return Optional.empty();
        }
        return Optional.of(new Advice(
                Move.REFRESH,
                j.row().rowId(),
                0,
                null,
                null,
                0,
                "Its click rate fell from %s to %s, and people have seen it %.1f times on average."
                        .formatted(percent(before), percent(now), j.row().frequency()),
                p,
                null,
                List.of(Move.STOP)));
    }

    private static Counts sum(List<DayBrought> days) {
        return days.stream().map(DayBrought::counts).reduce(Counts.NONE, Counts::plus);
    }

    private Optional<Advice> stop(Judged j, double resultCost) {
        if (j.ripeSpend() < playbook.stopSpend() * resultCost) {
            return Optional.empty();
        }
        return Optional.of(new Advice(
                Move.STOP,
                j.row().rowId(),
                0,
                null,
                null,
                saved(j.row()),
                stands(j, "worse"),
                j.p(),
                null,
                List.of(Move.REFRESH)));
    }

    /** Winners of a test go to scaling; others get more money, evenly within the room there is, or that of a bad row. */
    private Advice toScaling(Judged j) {
        return new Advice(
                Move.TO_SCALING,
                j.row().rowId(),
                100,
                j.row().daily().times(2),
                null,
                j.row().daily().times(2).minor(),
                stands(j, "better"),
                j.p(),
                null,
                scene.shared() ? List.of() : List.of(Move.RAISE, Move.SIDEWAYS, Move.DOUBLE));
    }

    private List<Advice> ofGood(List<Judged> good, List<Judged> bad, double resultCost) {
        if (scene.purpose() == Purpose.TESTING && playbook.may(Move.TO_SCALING)) {
            return good.stream().map(this::toScaling).toList();
        }
        List<Advice> advice = new ArrayList<>();
        if (scene.shared()) {
            return advice;
        }
        Givers givers = new Givers(bad, resultCost);
        long wanted = good.stream().mapToLong(j -> step(j.row())).sum();
        double part = scene.roomMinor() == null || wanted <= scene.roomMinor()
                ? 1
                : (double) Math.max(0, scene.roomMinor()) / wanted;
        for (Judged j : good) {
            long more = (long) Math.floor(step(j.row()) * part);
            if (more < LEAST_STEP * j.row().daily().minor()) {
                givers.shift(j).ifPresent(advice::add);
                continue;
            }
            Move move = playbook.may(Move.RAISE) ? Move.RAISE : Move.SIDEWAYS;
            if (move == Move.SIDEWAYS) {
                advice.add(sideways(j));
                continue;
            }
            advice.add(new Advice(
                    Move.RAISE,
                    j.row().rowId(),
                    100.0 * more / j.row().daily().minor(),
                    plus(j.row(), more),
                    null,
                    more,
                    stands(j, "better"),
                    j.p(),
                    null,
                    part < 1 ? List.of() : List.of(Move.SIDEWAYS, Move.DOUBLE)));
        }
        return advice;
    }

    private Advice sideways(Judged j) {
        return new Advice(
                Move.SIDEWAYS,
                j.row().rowId(),
                playbook.copies(),
                null,
                null,
                j.row().daily().minor() * playbook.copies(),
                stands(j, "better"),
                j.p(),
                null,
                List.of(Move.DOUBLE));
    }

    private long step(RowSeen row) {
        return row.daily().minor() * Math.min(playbook.raisePercent(), Playbook.MOST_RAISE) / 100;
    }

    private static Money plus(RowSeen row, long more) {
        return Money.ofMinor(row.daily().minor() + more, row.daily().currency().getCurrencyCode());
    }

    /** Bad rows and what they have left to give, the worst first. */
    private final class Givers {
        private final List<Judged> bad;
        private final Map<String, Long> left = new HashMap<>();

        Givers(List<Judged> all, double resultCost) {
            bad = all.stream()
                    .filter(j -> playbook.may(Move.SHIFT) && j.ripeSpend() >= playbook.stopSpend() * resultCost)
                    .sorted(Comparator.comparing(Judged::p)
                            .thenComparing(j -> j.row().rowId()))
                    .toList();
            bad.forEach(j -> left.put(j.row().rowId(), j.row().daily().minor()));
        }

        /** From the worst row that can, so much as a raise would be of the good one. */
        Optional<Advice> shift(Judged to) {
            long step = step(to.row());
            return bad.stream()
                    .filter(j -> step > 0 && step < left.getOrDefault(j.row().rowId(), 0L))
                    .findFirst()
                    .map(from -> {
                        left.merge(from.row().rowId(), -step, Long::sum);
                        return shift(from.row(), to, step);
                    });
        }

        private Advice shift(RowSeen from, Judged to, long step) {
            String says = "%s. There is no more money, and %s is among the worst of the campaign."
                    .formatted(stands(to, "better").replaceFirst("\\.$", ""), from.label());
            return Adviser.shift(from, to.row(), step, says, to.p(), List.of(Move.STOP));
        }
    }

    private static Advice shift(RowSeen from, RowSeen to, long step, String says, double p, List<Move> instead) {
        return new Advice(
                Move.SHIFT,
                from.rowId(),
                100.0 * step / to.daily().minor(),
                plus(to, step),
                to.rowId(),
                0,
                says,
                p,
                null,
                instead);
    }

    /**
     * The step of money from one row to another that brings most, of those that nothing else is advised of, where it brings more as surely
     * as the playbook wants, in spite of daily looks at all of them.
     */
    private Optional<Advice> further(List<Advice> advised) {
        Set<String> other = advised.stream()
                .flatMap(a -> Stream.of(a.rowId(), Objects.requireNonNullElse(a.toRowId(), a.rowId())))
                .collect(Collectors.toSet());
        List<Integer> open = IntStream.range(0, rows.size())
                .filter(i -> !other.contains(rows.get(i).rowId()) && !early(rows.get(i)))
                .boxed()
                .toList();
        if (scene.shared() || !playbook.may(Move.SHIFT) || open.size() < 2) {
            return Optional.empty();
        }
        List<Response> responses = Responses.of(metric, rows, scene.margin());
        if (responses.isEmpty()) {
            return Optional.empty();
        }
        Comparator<Integer> next = Comparator.comparingDouble(
                i -> responses.get(i).next(rows.get(i).daily().minor()));
        int best = open.stream().max(next).orElseThrow();
        int least = open.stream().min(next).orElseThrow();
        RowSeen to = rows.get(best);
        RowSeen from = rows.get(least);
        long had = from.daily().minor();
        long gets = to.daily().minor();
        long step = Math.min(step(to), step(from));
        Gain gain = NextMoney.gain(List.of(
                new Changed(responses.get(least), had, had - step),
                new Changed(responses.get(best), gets, gets + step)));
        double p = Math.min(1, gain.p() * to.days().size() * rows.size());
        if (best == least || step < LEAST_STEP * gets || !sure(p)) {
            return Optional.empty();
        }
        String says = "%s a day brings about %.1f %s a day more in %s than here, %.1f to %.1f in four cases of five."
                .formatted(
                        money(step, to),
                        gain.results(),
                        Metric.usual(metric.counted()).words(),
                        to.label(),
                        gain.from(),
                        gain.to());
        return Optional.of(shift(from, to, step, says, p, List.of()));
    }

    private String stands(Judged j, String how) {
        String own = figure(metric.of(facts(j.all())).orElse(Double.NaN), j.row());
        String against = target.value() == null
                ? "%s than its fellow rows together".formatted(how)
                : "%s than the target of %s".formatted(how, figure(target.value(), j.row()));
        return "Its %s is %s after %s%s, %s."
                .formatted(metric.words(), own, money(j.all().spendMinor(), j.row()), late(j), against);
    }

    /** What a cost will be once all of it has come in, where that is not what it is. */
    private String late(Judged j) {
        Counts ripe = j.all().with(Measure.SPEND, Math.round(j.ripeSpend()));
        return !metric.part().isEmpty()
                        || j.ripeSpend() >= Arrivals.NEARLY_ALL * j.all().spendMinor()
                ? ""
                : ", about %s once what is late has come in"
                        .formatted(figure(metric.of(facts(ripe)).orElse(Double.NaN), j.row()));
    }

    private Advice quiet(RowSeen row, LocalDate until, String says) {
        return new Advice(Move.LEAVE_ALONE, row.rowId(), 0, null, null, 0, says, 1, until, List.of());
    }

    private static long saved(RowSeen row) {
        return -row.daily().minor();
    }

    private String figure(double value, RowSeen row) {
        if (Double.isNaN(value)) {
            return "nothing yet";
        }
        return metric.share() ? percent(value) : money(Math.round(value), row);
    }

    private static String percent(double share) {
        return String.format(Locale.ENGLISH, "%.2f %%", share * 100);
    }

    private static String money(long minor, RowSeen row) {
        return Money.ofMinor(minor, row.daily().currency().getCurrencyCode()).toString();
    }

    private static String day(LocalDate day) {
        return day.format(DAY);
    }
}
