package app.tidewrack.core.splittest;

import java.util.Arrays;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.apache.commons.statistics.distribution.NormalDistribution;

/**
 * When a test may be called before its end: the limits of P. C. O'Brien and T. R. Fleming (Biometrics 35, 1979) for looks after
 * equal parts of what was planned. They are found so that all looks together call a difference that is not there no more often
 * than the level, by the recursive integration of P. Armitage, C. K. McPherson and B. C. Rowe (JRSS A 132, 1969); see C. Jennison
 * and B. W. Turnbull, Group Sequential Methods, 2000, chapter 19.
 */
public final class Looks {
    /** Most looks at one test. */
    public static final int MOST = 20;

    private static final NormalDistribution NORMAL = NormalDistribution.of(0, 1);
    private static final int STEPS = 200;
    private static final double CLOSE = 1e-7;
    private static final Map<String, Double> KNOWN = new ConcurrentHashMap<>();

    private Looks() {}

    /**
     * What |z| must reach at a look.
     *
     * @param look from 1
     * @param of looks that were planned, 1 to {@value #MOST}
     * @param level two-sided, (0, 1)
     */
    public static double limit(int look, int of, double level) {
        if (of < 1 || of > MOST || look < 1 || look > of) {
            throw new IllegalArgumentException("There is no look %d of %d".formatted(look, of));
        }
        return constant(of, level) * Math.sqrt((double) of / look);
    }

    /**
     * How many times as much as a test with one look a test with several needs to find the same difference as surely.
     *
     * @param power chance to find it, (level, 1)
     */
    public static double more(int of, double level, double power) {
        return KNOWN.computeIfAbsent("%d/%s/%s".formatted(of, level, power), k -> {
            double one = NORMAL.inverseSurvivalProbability(level / 2) + NORMAL.inverseCumulativeProbability(power);
            double low = one;
            double high = 2 * one;
            double constant = constant(of, level);
            while (high - low > CLOSE) {
                double middle = (low + high) / 2;
                if (called(of, constant, middle / Math.sqrt(of)) < power) {
                    low = middle;
                } else {
                    high = middle;
                }
            }
            return high * high / (one * one);
        });
    }

    private static double constant(int of, double level) {
        return KNOWN.computeIfAbsent(of + "/" + level, k -> search(of, level));
    }

    private static double search(int of, double level) {
        double low = NORMAL.inverseSurvivalProbability(level / 2);
        double high = low + 1;
        while (high - low > CLOSE) {
            double middle = (low + high) / 2;
            if (called(of, middle, 0) > level) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return high;
    }

    /**
     * How often one of the looks calls a difference; z times the root of the look is a sum of normal steps.
     *
     * @param drift mean of each step; 0 when there is no difference
     */
    private static double called(int of, double constant, double drift) {
        double limit = constant * Math.sqrt(of);
        double width = 2 * limit / STEPS;
        // Of each distance between two points, from all the way down to all the way up.
        double[] step = new double[2 * STEPS + 1];
        for (int i = 0; i < step.length; i++) {
            step[i] = NORMAL.density((i - STEPS) * width - drift);
        }
        double[] density = new double[STEPS + 1];
        for (int i = 0; i <= STEPS; i++) {
            density[i] = NORMAL.density(-limit + i * width - drift) * weight(i) * width;
        }
        for (int look = 2; look <= of; look++) {
            double[] next = new double[STEPS + 1];
            for (int to = 0; to <= STEPS; to++) {
                double sum = 0;
                for (int from = 0; from <= STEPS; from++) {
                    sum += density[from] * step[to - from + STEPS];
                }
                next[to] = sum * weight(to) * width;
            }
            density = next;
        }
        return 1 - Arrays.stream(density).sum();
    }

    /** Simpson's rule, as a part of the distance between two points. */
    private static double weight(int i) {
        if (i == 0 || i == STEPS) {
            return 1 / 3.0;
        }
        return i % 2 == 1 ? 4 / 3.0 : 2 / 3.0;
    }
}
