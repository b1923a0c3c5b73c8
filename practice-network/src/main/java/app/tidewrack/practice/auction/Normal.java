package app.tidewrack.practice.auction;

import org.apache.commons.statistics.distribution.NormalDistribution;

/** The normal distribution from tables, close enough for drawing. */
final class Normal {
    private static final int STEPS = 8192;
    private static final double REACH = 8;
    private static final double[] UNDER = new double[STEPS + 1];
    private static final double[] QUANTILE = new double[STEPS + 1];

    static {
        NormalDistribution normal = NormalDistribution.of(0, 1);
        for (int i = 0; i <= STEPS; i++) {
            UNDER[i] = normal.cumulativeProbability((2.0 * i / STEPS - 1) * REACH);
            QUANTILE[i] = normal.inverseCumulativeProbability(Math.min(Math.max((double) i / STEPS, 1e-9), 1 - 1e-9));
        }
    }

    private Normal() {}

    /** Share under a value. */
    static double under(double value) {
        return at(UNDER, (value / REACH + 1) / 2 * STEPS);
    }

    /** The value that a share is under. */
    static double quantile(double share) {
        return at(QUANTILE, share * STEPS);
    }

    private static double at(double[] table, double place) {
        if (place <= 0) {
            return table[0];
        }
        if (place >= STEPS) {
            return table[STEPS];
        }
        int i = (int) place;
        return table[i] + (place - i) * (table[i + 1] - table[i]);
    }
}
