package app.tidewrack.practice.world;

import java.nio.charset.StandardCharsets;

/**
 * Chance without a state: the same seed and number always give the same, in any order and on any machine. Mixing is
 * SplitMix64's (Steele, Lea &amp; Flood 2014); tables are filled with {@link StrictMath} so that no platform differs.
 */
public final class Chance {
    private static final long STEP = 0x9E3779B97F4A7C15L;
    private static final int CELLS = 1 << 16;
    private static final float[] NORMAL = new float[CELLS];
    private static final float[] GUMBEL = new float[CELLS];

    /** The longest run of logistic numbers that is there from any start. */
    static final int LOGISTICS_RUN = 2048;

    private static final float[] LOGISTIC = new float[CELLS + LOGISTICS_RUN];

    static {
        for (int i = 0; i < CELLS; i++) {
            double p = (i + 0.5) / CELLS;
            NORMAL[i] = (float) normalQuantile(p);
            LOGISTIC[i] = (float) StrictMath.log(p / (1 - p));
            GUMBEL[i] = (float) -StrictMath.log(-StrictMath.log(p));
        }
    }

    static {
        // Fisher and Yates' shuffle, always the same.
        for (int i = CELLS - 1; i > 0; i--) {
            int other = (int) Long.remainderUnsigned(bits(20270309, i), i + 1);
            float swapped = LOGISTIC[i];
            LOGISTIC[i] = LOGISTIC[other];
            LOGISTIC[other] = swapped;
        }
        System.arraycopy(LOGISTIC, 0, LOGISTIC, CELLS, LOGISTICS_RUN);
    }

    private Chance() {}

    /** 64 even bits of a seed and a number. */
    public static long bits(long seed, long number) {
        long z = seed + (number + 1) * STEP;
        z = (z ^ (z >>> 30)) * 0xBF58476D1CE4E5B9L;
        z = (z ^ (z >>> 27)) * 0x94D049BB133111EBL;
        return z ^ (z >>> 31);
    }

    /** An even number from 0 to under 1. */
    public static double unit(long seed, long number) {
        return (bits(seed, number) >>> 11) * 0x1.0p-53;
    }

    /** A normal number with deviation 1, within about 4.2 either way. */
    public static float normal(long seed, long number) {
        return NORMAL[(int) (bits(seed, number) >>> 48)];
    }

    /**
     * Logistic numbers in a mixed order; one is under x with the probability 1 / (1 + e^−x). Whoever needs very many takes
     * a run of {@link #LOGISTICS_RUN} from {@link #logisticsStart}: different runs overlap in part, but no person meets
     * the same luck in two things but by chance.
     */
    static float[] logistics() {
        return LOGISTIC;
    }

    static int logisticsStart(long seed, long number) {
        return (int) (bits(seed, number) >>> 48);
    }

    /** A Gumbel number: added to logarithms of shares, the highest of them falls by these shares (McFadden 1974). */
    static float gumbel(long seed, long number) {
        return GUMBEL[(int) (bits(seed, number) >>> 48)];
    }

    /** A seed out of words. */
    public static long seed(String text) {
        long hash = 0xCBF29CE484222325L;
        for (byte b : text.getBytes(StandardCharsets.UTF_8)) {
            hash = (hash ^ (b & 0xFF)) * 0x100000001B3L;
        }
        return bits(hash, text.length());
    }

    /** Peter J. Acklam's rational approximation (2003), relative error under 1.2e−9. */
    private static double normalQuantile(double p) {
        double[] a = {
            -3.969683028665376e+01,
            2.209460984245205e+02,
            -2.759285104469687e+02,
            1.383577518672690e+02,
            -3.066479806614716e+01,
            2.506628277459239e+00
        };
        double[] b = {
            -5.447609879822406e+01,
            1.615858368580409e+02,
            -1.556989798598866e+02,
            6.680131188771972e+01,
            -1.328068155288572e+01
        };
        double[] c = {
            -7.784894002430293e-03,
            -3.223964580411365e-01,
            -2.400758277161838e+00,
            -2.549732539343734e+00,
            4.374664141464968e+00,
            2.938163982698783e+00
        };
        double[] d = {7.784695709041462e-03, 3.224671290700398e-01, 2.445134137142996e+00, 3.754408661907416e+00};
        double tail = Math.min(p, 1 - p);
        if (tail < 0.02425) {
            double q = StrictMath.sqrt(-2 * StrictMath.log(tail));
            double x = (((((c[0] * q + c[1]) * q + c[2]) * q + c[3]) * q + c[4]) * q + c[5])
                    / ((((d[0] * q + d[1]) * q + d[2]) * q + d[3]) * q + 1);
            return p < 0.5 ? x : -x;
        }
        double q = p - 0.5;
        double r = q * q;
        return (((((a[0] * r + a[1]) * r + a[2]) * r + a[3]) * r + a[4]) * r + a[5])
                * q
                / (((((b[0] * r + b[1]) * r + b[2]) * r + b[3]) * r + b[4]) * r + 1);
    }
}
