package app.tidewrack.core.splittest;

import app.tidewrack.core.evidence.Comparison;
import java.util.Arrays;
import java.util.function.DoublePredicate;
import java.util.stream.IntStream;
import org.apache.commons.statistics.distribution.BinomialDistribution;
import org.apache.commons.statistics.distribution.NormalDistribution;

/**
 * How much each cell of a test needs so that the one that is better is named the winner, by the very comparison that is made then
 * ({@link Verdict}): it must be apart from every other, with Holm's correction for all pairs, at one of the looks. Of two cells and
 * one look this is the normal approximation of J. L. Fleiss (Statistical Methods for Rates and Proportions, 1981, 3.2, without
 * continuity correction; R's {@code power.prop.test}). Of more, the chance that the better cell beats all others, which are equal,
 * is integrated over how it does itself; given that, the others are independent. Immutable; set up by copying.
 *
 * @param level two-sided level, (0, 1)
 * @param power chance to name the better cell, (0, 1)
 * @param cells of the test, 2 to {@value #MOST_CELLS}
 * @param looks planned, 1 to {@link Looks#MOST}
 */
public record SampleSize(double level, double power, int cells, int looks) {
    public static final int MOST_CELLS = 200;

    /** Looks of a test unless somebody plans others. */
    public static final int USUAL_LOOKS = 4;

    private static final double CLOSE = 1e-6;
    private static final double SURE = 1e-9;
    private static final NormalDistribution NORMAL = NormalDistribution.of(0, 1);

    /** Deviations on either side over which the better cell's luck is integrated, and steps. */
    private static final double WIDE = 7;

    private static final int STEPS = 70;

    private static final int MOST_RANKS = 8;

    public SampleSize {
        requireShare("level", level);
        requireShare("power", power);
        if (cells < 2 || cells > MOST_CELLS) {
            throw new IllegalArgumentException("A test has 2 to %d cells, not %d".formatted(MOST_CELLS, cells));
        }
    }

    /** Two cells, two-sided 5 %, power 80 %, the usual looks. */
    public static SampleSize withDefaults() {
        return new SampleSize(0.05, 0.8, 2, USUAL_LOOKS);
    }

    public SampleSize with(int cellsOfTest) {
        return new SampleSize(level, power, cellsOfTest, looks);
    }

    /** @param looksOfTest 1 to {@link Looks#MOST} */
    public SampleSize lookingAt(int looksOfTest) {
        return new SampleSize(level, power, cells, looksOfTest);
    }

    /**
     * People (or clicks, whatever the rates are of) in each cell; not rounded.
     *
     * @param base the rate without the change, (0, 1)
     * @param other the rate to be told from it, (0, 1), not equal to it
     */
    public double perCell(double base, double other) {
        requireShare("rate", base);
        requireShare("rate", other);
        if (base == other) {
            throw new IllegalArgumentException("No size tells " + base + " from itself");
        }
        return early() * least(people -> ofShares(base, other, people) >= power);
    }

    /**
     * Results in each cell, on average, to tell two costs per result apart when as much is spent on each.
     *
     * @param times how many times as dear the other is, over 0 and not 1
     */
    public double resultsPerCell(double times) {
        if (!(times > 0) || times == 1) {
            throw new IllegalArgumentException("No size tells a cost from " + times + " times itself");
        }
        return early() * least(results -> ofCosts(times, results) >= power);
    }

    /**
     * The smallest rise of a rate that so many people in each cell can show, as a part of the rate.
     *
     * @return infinite when even a rise to 1 cannot be seen
     */
    public double leastOfShare(double base, double people) {
        double most = (1 - base) / base * (1 - CLOSE);
        return within(most, rise -> ofShares(base, base * (1 + rise), people / early()) >= power);
    }

    /** The smallest fall of a cost that so many results in each cell can show, as a part of the cost, 0 to 1. */
    public double leastOfCost(double results) {
        return within(1 - CLOSE, fall -> ofCosts(1 - fall, results / early()) >= power);
    }

    /** A test that may end early needs less than one that is judged by its last look alone. */
    private double early() {
        return Looks.early(looks, level, power, pairs() - (cells - 2));
    }

    private double pairs() {
        return cells * (cells - 1) / 2.0;
    }

    private double lastLimit() {
        return Comparison.twoSided(Looks.limit(looks, looks, level));
    }

    /** The chance that the better of two rates is named at the last look, all other cells having the worse one. */
    private double ofShares(double one, double two, double people) {
        double worse = Math.min(one, two);
        double better = Math.max(one, two);
        double mean = (worse + better) / 2;
        double pooled = Math.sqrt(2 * mean * (1 - mean) / people);
        double ofBetter = Math.sqrt(better * (1 - better) / people);
        double ofWorse = Math.sqrt(worse * (1 - worse) / people);
        return named(
                (luck, z) -> NORMAL.cumulativeProbability((better + luck * ofBetter - z * pooled - worse) / ofWorse));
    }

    /**
     * The same of results for the same money, by the normal approximation of Poisson: given the better's results, another is beaten
     * by z where its own are at most {@code r + z²/2 − z√(2r + z²/4)}.
     */
    private double ofCosts(double times, double results) {
        double dearer = Math.max(times, 1 / times);
        double worse = results * cells / (dearer + cells - 1);
        double better = worse * dearer;
        return named((luck, z) -> {
            double brought = Math.max(0, better + luck * Math.sqrt(better));
            double beaten = brought + z * z / 2 - z * Math.sqrt(2 * brought + z * z / 4);
            return NORMAL.cumulativeProbability((beaten - worse) / Math.sqrt(worse));
        });
    }

    /** The chance that one other cell is beaten. */
    private interface Beaten {
        /**
         * @param luck of the better cell, in deviations
         * @param z by how many deviations it is to be beaten
         */
        double chance(double luck, double z);
    }

    private double named(Beaten beaten) {
        int[] ranks = ranks();
        double[] limits = Arrays.stream(ranks).mapToDouble(this::limit).toArray();
        double step = 2 * WIDE / STEPS;
        double sum = 0;
        for (int i = 0; i <= STEPS; i++) {
            double luck = -WIDE + i * step;
            double[] chances =
                    Arrays.stream(limits).map(z -> beaten.chance(luck, z)).toArray();
            // The trapezoidal rule is as exact as doubles are for what falls off like a normal density.
            sum += step * NORMAL.density(luck) * allBeaten(ranks, chances);
        }
        return sum;
    }

    /**
     * Of the other cells, from the one that is beaten by most to the nearest, those whose limits are looked at: all of few; of many
     * some, since neighbours' limits hardly differ.
     */
    private int[] ranks() {
        int last = cells - 2;
        int apart = Math.max(1, (last + MOST_RANKS - 1) / MOST_RANKS);
        return IntStream.rangeClosed(0, last)
                .filter(rank -> (last - rank) % apart == 0)
                .toArray();
    }

    /** What Holm's correction wants of a rank, as |z|. */
    private double limit(int rank) {
        return NORMAL.inverseSurvivalProbability(lastLimit() / (pairs() - rank) / 2);
    }

    /**
     * The chance that of independent cells as many pass each limit as its rank wants, and all pass the last.
     *
     * @param ranks from 0
     * @param chances of one cell to pass the limit of each rank
     */
    private static double allBeaten(int[] ranks, double[] chances) {
        int last = ranks.length - 1;
        int others = ranks[last] + 1;
        double all = Math.pow(chances[last], others);
        if (all < SURE || chances[0] > 1 - SURE) {
            return all;
        }
        double[] passing = new double[others + 1];
        passing[others] = all;
        for (int at = last - 1; at >= 0; at--) {
            double stricter = Math.min(1, chances[at] / chances[at + 1]);
            double[] next = new double[passing.length];
            for (int before = ranks[at + 1] + 1; before <= others; before++) {
                if (passing[before] > SURE * SURE) {
                    share(passing[before], before, stricter, ranks[at] + 1, next);
                }
            }
            passing = next;
        }
        return Arrays.stream(passing).sum();
    }

    /** Adds how a chance is shared among the numbers that pass (binomial), where as many do as are wanted. */
    private static void share(double chance, int of, double passes, int wanted, double[] to) {
        BinomialDistribution number = BinomialDistribution.of(of, passes);
        double each = number.probability(of);
        if (each < SURE) {
            for (int now = wanted; now <= of; now++) {
                to[now] += chance * number.probability(now);
            }
            return;
        }
        for (int now = of; now >= wanted; now--) {
            to[now] += chance * each;
            each *= now / (of - now + 1.0) * (1 - passes) / passes;
        }
    }

    /** The least number for which something holds. */
    private static double least(DoublePredicate enough) {
        double high = 1;
        while (!enough.test(high)) {
            high *= 2;
            if (high > Long.MAX_VALUE) {
                return Double.POSITIVE_INFINITY;
            }
        }
        return between(high / 2, high, enough, high * CLOSE / 10);
    }

    private static double within(double most, DoublePredicate seen) {
        return seen.test(most) ? between(0, most, seen, CLOSE) : Double.POSITIVE_INFINITY;
    }

    private static double between(double from, double to, DoublePredicate holds, double close) {
        double low = from;
        double high = to;
        while (high - low > close) {
            double middle = (low + high) / 2;
            if (holds.test(middle)) {
                high = middle;
            } else {
                low = middle;
            }
        }
        return high;
    }

    private static void requireShare(String what, double share) {
        if (!(share > 0 && share < 1)) {
            throw new IllegalArgumentException("The %s %s is out of (0, 1)".formatted(what, share));
        }
    }
}
