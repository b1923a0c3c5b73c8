package app.tidewrack.core.splittest;

import app.tidewrack.core.evidence.Comparison;
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
    private static final double ROOT = 1 / Math.sqrt(2 * Math.PI);
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

    private static double constant(int of, double level) {
        return KNOWN.computeIfAbsent(of + "/" + level, k -> search(of, level));
    }

    private static double search(int of, double level) {
        double low = NORMAL.inverseSurvivalProbability(level / 2);
        if (of == 1) {
            return low;
        }
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
     * What a test needs, as a part of what it would need if it were judged by its last look alone, with the limit of that and each
     * limit for so many comparisons.
     *
     * @param power chance to find the difference, (level, 1)
     * @param comparisons by which each look's p-value is divided, 1 or more
     */
    static double early(int of, double level, double power, double comparisons) {
        if (of == 1) {
            return 1;
        }
        double constant = constant(of, level);
        return KNOWN.computeIfAbsent("%d/%s/%s/%s".formatted(of, level, power, comparisons), k -> {
            double[] limits = new double[of];
            for (int look = 1; look <= of; look++) {
                double p = Comparison.twoSided(constant * Math.sqrt((double) of / look)) / comparisons;
                limits[look - 1] = NORMAL.inverseSurvivalProbability(p / 2) * Math.sqrt(look);
            }
            double alone = limits[of - 1] / Math.sqrt(of) + NORMAL.inverseCumulativeProbability(power);
            double low = alone / 2;
            double high = alone;
            while (high - low > CLOSE) {
                double middle = (low + high) / 2;
                if (called(limits, middle / Math.sqrt(of)) < power) {
                    low = middle;
                } else {
                    high = middle;
                }
            }
            return high * high / (alone * alone);
        });
    }

    private static double called(int of, double constant, double drift) {
        double[] limits = new double[of];
        Arrays.fill(limits, constant * Math.sqrt(of));
        return called(limits, drift);
    }

    /**
     * How often one of the looks calls a difference; z times the root of the look is a sum of normal steps.
     *
     * @param limits of that sum, look by look
     * @param drift mean of each step; 0 when there is no difference
     */
    private static double called(double[] limits, double drift) {
        double[] density = new double[STEPS + 1];
        double width = 2 * limits[0] / STEPS;
        for (int i = 0; i <= STEPS; i++) {
            density[i] = NORMAL.density(-limits[0] + i * width - drift) * weight(i) * width;
        }
        for (int look = 1; look < limits.length; look++) {
            double before = width;
            width = 2 * limits[look] / STEPS;
            double[] next = new double[STEPS + 1];
            for (int to = 0; to <= STEPS; to++) {
                double at = -limits[look] + to * width - drift + limits[look - 1];
                double sum = 0;
                for (int from = 0; from <= STEPS; from++) {
                    double step = at - from * before;
                    sum += density[from] * Math.exp(-step * step / 2);
                }
                next[to] = sum * ROOT * weight(to) * width;
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
