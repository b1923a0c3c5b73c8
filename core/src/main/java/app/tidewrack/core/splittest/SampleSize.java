package app.tidewrack.core.splittest;

import java.util.function.DoublePredicate;
import org.apache.commons.statistics.distribution.NormalDistribution;

/**
 * How many people each cell of a test needs to tell two rates apart: the normal approximation with a pooled variance under
 * no difference (J. L. Fleiss, Statistical Methods for Rates and Proportions, 1981, 3.2, without continuity correction; the
 * same as R's {@code power.prop.test}). Immutable; set up by copying.
 *
 * @param level two-sided level, (0, 1)
 * @param power chance to find the difference when it is there, (0, 1)
 * @param cells cells of the test, 2 or more; each but the first is compared with the first at {@code level / (cells − 1)},
 *     the first step of Holm's procedure
 */
public record SampleSize(double level, double power, int cells) {
    private static final double CLOSE = 1e-6;
    private static final NormalDistribution NORMAL = NormalDistribution.of(0, 1);

    public SampleSize {
        requireShare("level", level);
        requireShare("power", power);
        if (cells < 2) {
            throw new IllegalArgumentException("A test has 2 cells or more, not " + cells);
        }
    }

    /** Two cells, two-sided 5 %, power 80 %. */
    public static SampleSize withDefaults() {
        return new SampleSize(0.05, 0.8, 2);
    }

    public SampleSize with(int cellsOfTest) {
        return new SampleSize(level, power, cellsOfTest);
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
        double mean = (base + other) / 2;
        double same = Math.sqrt(2 * mean * (1 - mean));
        double apart = Math.sqrt(base * (1 - base) + other * (1 - other));
        double z = -NORMAL.inverseCumulativeProbability(level / (cells - 1) / 2) * same
                + NORMAL.inverseCumulativeProbability(power) * apart;
        return z * z / ((base - other) * (base - other));
    }

    /**
     * Results in each cell, on average, to tell two costs per result apart when as much is spent on each: of all that come, those
     * of one are binomial with a share of {@code 1 / (1 + times)}, to be told from a half by the normal approximation (the
     * conditional test of J. Przyborowski and H. Wilenski 1940; size as Fleiss 1981, 1.4).
     *
     * @param times how many times as dear the other is, over 0 and not 1
     */
    public double resultsPerCell(double times) {
        if (!(times > 0) || times == 1) {
            throw new IllegalArgumentException("No size tells a cost from " + times + " times itself");
        }
        double share = 1 / (1 + times);
        double z = -NORMAL.inverseCumulativeProbability(level / (cells - 1) / 2) * 0.5
                + NORMAL.inverseCumulativeProbability(power) * Math.sqrt(share * (1 - share));
        return z * z / ((share - 0.5) * (share - 0.5)) / 2;
    }

    /**
     * The smallest rise of a rate that so many people in each cell can show, as a part of the rate.
     *
     * @return infinite when even a rise to 1 cannot be seen
     */
    public double leastOfShare(double base, double people) {
        double most = (1 - base) / base * (1 - CLOSE);
        return least(most, r -> perCell(base, base * (1 + r)) <= people);
    }

    /** The smallest fall of a cost that so many results in each cell can show, as a part of the cost, 0 to 1. */
    public double leastOfCost(double results) {
        return least(1 - CLOSE, r -> resultsPerCell(1 - r) <= results);
    }

    private static double least(double most, DoublePredicate seen) {
        if (!seen.test(most)) {
            return Double.POSITIVE_INFINITY;
        }
        double low = 0;
        double high = most;
        while (high - low > CLOSE) {
            double middle = (low + high) / 2;
            if (seen.test(middle)) {
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
