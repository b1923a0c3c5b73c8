package app.tidewrack.core.works;

import app.tidewrack.core.evidence.DayBlocks;
import app.tidewrack.core.evidence.Shrunken;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.apache.commons.statistics.distribution.NormalDistribution;

/**
 * How the parts of one slot of a mix ad do. Their rates are drawn towards what the slot brings by as much as they are uncertain ({@link
 * Shrunken}); what is left uncertain is taken as normal, with days as the blocks that vary ({@link DayBlocks}), and the chance that a
 * part is the best is that of the highest of these.
 */
public final class MixParts {
    /** A part that is better than the best by no more than this chance is weak. */
    public static final double WEAK = 0.025;

    /** A part of which less than this came, as the slot brings it, is not called weak; our own choice. */
    public static final int LEAST_DUE = 10;

    private static final double CERTAINTY = 0.95;
    private static final int STEPS = 600;
    private static final double REACH = 6;
    private static final NormalDistribution NORMAL = NormalDistribution.of(0, 1);

    private MixParts() {}

    /**
     * One part, by the same days as the others of its slot.
     *
     * @param number as the network tells it, from 1
     * @param came results by day; {@code of} trials or money
     */
    public record Part(int number, double[] came, double[] of) {
        private DayBlocks blocks() {
            return DayBlocks.of(came, of);
        }
    }

    /**
     * @param came all that came of it; {@code of} likewise
     * @param rate drawn towards the slot's
     * @param low with 95 % certainty; likewise {@code high}
     * @param best chance that it is the best of the slot, 0 to 1; all chances add to 1
     * @param weak whether it is hardly better than the best by chance, and enough was due to say so
     */
    public record Stands(
            int number, double came, double of, double rate, double low, double high, double best, boolean weak) {}

    /**
     * @param share whether what came is a part of what it came of, as clicks of impressions; otherwise results for money
     * @return in the order given; those of which nothing was shown are left out; empty where nothing came at all
     */
    public static List<Stands> of(List<Part> parts, boolean share) {
        List<Part> shown =
                parts.stream().filter(p -> Arrays.stream(p.of()).sum() > 0).toList();
        List<DayBlocks> blocks = shown.stream().map(Part::blocks).toList();
        double all = blocks.stream().mapToDouble(DayBlocks::came).sum();
        if (!(all > 0)) {
            return List.of();
        }
        // One dispersion for the slot: parts run side by side on the same days.
        double varies =
                blocks.stream().mapToDouble(b -> b.came() * b.varies(share)).sum() / all;
        double[] came = blocks.stream().mapToDouble(b -> b.came() / varies).toArray();
        double[] of = blocks.stream().mapToDouble(b -> b.of() / varies).toArray();
        Shrunken drawn = Shrunken.of(came, of, share);
        if (drawn == null) {
            return List.of();
        }
        double[] deviations = deviations(drawn, came, of, share);
        double[] best = best(drawn.rates(), deviations);
        int first = IntStream.range(0, best.length).reduce(0, (a, b) -> best[b] > best[a] ? b : a);
        double reach = NORMAL.inverseSurvivalProbability((1 - CERTAINTY) / 2);
        List<Stands> stands = new ArrayList<>();
        for (int i = 0; i < best.length; i++) {
            double rate = drawn.rates()[i];
            stands.add(new Stands(
                    shown.get(i).number(),
                    blocks.get(i).came(),
                    blocks.get(i).of(),
                    rate,
                    Math.max(0, rate - reach * deviations[i]),
                    rate + reach * deviations[i],
                    best[i],
                    i != first
                            && drawn.mean() * of[i] >= LEAST_DUE
                            && over(rate, deviations[i], drawn.rates()[first], deviations[first]) < WEAK));
        }
        return stands;
    }

    private static double over(double rate, double deviation, double other, double otherDeviation) {
        double apart = Math.hypot(deviation, otherDeviation);
        return apart == 0 ? 0.5 : NORMAL.survivalProbability((other - rate) / apart);
    }

    /** What is left uncertain of each rate once it is drawn: its own, that of the mean, and that of how far it was drawn (Morris 1983). */
    private static double[] deviations(Shrunken drawn, double[] came, double[] of, boolean share) {
        double unit = share ? drawn.mean() * (1 - drawn.mean()) : drawn.mean();
        double between = drawn.between();
        double weights = Arrays.stream(of).map(n -> 1 / (unit / n + between)).sum();
        int count = of.length;
        double[] deviations = new double[count];
        for (int i = 0; i < count; i++) {
            double own = unit / of[i];
            double by = own / (own + between);
            double away = came[i] / of[i] - drawn.mean();
            double variance = own * (1 - by)
                    + by * by / weights
                    + (count > 3 ? 2.0 / (count - 3) * by * by * Math.min(away * away, own + between) : 0);
            deviations[i] = Math.sqrt(variance);
        }
        return deviations;
    }

    /** The chance of each to be the highest, by the trapezoid rule over what the highest may be. */
    static double[] best(double[] rates, double[] deviations) {
        double low = IntStream.range(0, rates.length)
                .mapToDouble(i -> rates[i] - REACH * deviations[i])
                .min()
                .orElse(0);
        double high = IntStream.range(0, rates.length)
                .mapToDouble(i -> rates[i] + REACH * deviations[i])
                .max()
                .orElse(0);
        double[] best = new double[rates.length];
        double sum = 0;
        for (int step = 0; step <= STEPS && high > low; step++) {
            double x = low + (high - low) * step / STEPS;
            for (int i = 0; i < rates.length; i++) {
                double density = NORMAL.density((x - rates[i]) / deviations[i]) / deviations[i];
                for (int j = 0; j < rates.length && density > 0; j++) {
                    density *= j == i ? 1 : NORMAL.cumulativeProbability((x - rates[j]) / deviations[j]);
                }
                best[i] += density;
                sum += density;
            }
        }
        for (int i = 0; i < best.length; i++) {
            best[i] = sum > 0 ? best[i] / sum : 1.0 / best.length;
        }
        return best;
    }

    /**
     * Two parts together, as a detailed report tells them.
     *
     * @param first number of the one, from 1; likewise the other
     */
    public record Pair(int first, int second, double came, double of) {}

    /**
     * @param rate drawn towards what its two parts bring by themselves
     * @param times how many times as much as that it is, with 95 % certainty {@code low} to {@code high} times
     */
    public record Together(
            int first, int second, double came, double of, double rate, double times, double low, double high) {}

    /**
     * What two parts do together beyond what each does: what came over what is due by both rates, drawn towards 1.
     *
     * @param firsts as {@link #of} gives them; likewise the seconds
     * @return pairs that were shown, of parts that stand in both
     */
    public static List<Together> together(List<Pair> pairs, List<Stands> firsts, List<Stands> seconds) {
        double came = firsts.stream().mapToDouble(Stands::came).sum();
        double of = firsts.stream().mapToDouble(Stands::of).sum();
        List<Pair> shown = new ArrayList<>();
        List<Double> due = new ArrayList<>();
        for (Pair pair : pairs) {
            double one = rate(firsts, pair.first());
            double other = rate(seconds, pair.second());
            if (pair.of() > 0 && one > 0 && other > 0) {
                shown.add(pair);
                due.add(one * other / (came / of));
            }
        }
        double[] brought = shown.stream().mapToDouble(Pair::came).toArray();
        double[] dues = IntStream.range(0, shown.size())
                .mapToDouble(i -> due.get(i) * shown.get(i).of())
                .toArray();
        Shrunken drawn = shown.isEmpty() ? null : Shrunken.of(brought, dues, false);
        if (drawn == null) {
            return List.of();
        }
        double[] deviations = deviations(drawn, brought, dues, false);
        double reach = NORMAL.inverseSurvivalProbability((1 - CERTAINTY) / 2);
        List<Together> together = new ArrayList<>();
        for (int i = 0; i < dues.length; i++) {
            Pair p = shown.get(i);
            double times = drawn.rates()[i] / drawn.mean();
            double half = reach * deviations[i] / drawn.mean();
            together.add(new Together(
                    p.first(),
                    p.second(),
                    p.came(),
                    p.of(),
                    due.get(i) * times,
                    times,
                    Math.max(0, times - half),
                    times + half));
        }
        return together;
    }

    private static double rate(List<Stands> stands, int number) {
        return stands.stream()
                .filter(s -> s.number() == number)
                .mapToDouble(Stands::rate)
                .findFirst()
                .orElse(0);
    }
}
