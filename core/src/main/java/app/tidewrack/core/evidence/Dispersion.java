package app.tidewrack.core.evidence;

/**
 * How many times as much days vary as chance alone would have them: Pearson's statistic over its degrees of freedom (P. McCullagh
 * and J. Nelder, Generalized Linear Models, 2nd edition, 1989, 4.5 and 9.2). Where there is little to go by,
 * what is usual weighs in; it is never taken for less than chance.
 */
public final class Dispersion {
    /** Degrees of freedom that what is usual counts for. */
    private static final double USUAL_WEIGHT = 12;

    /** Variance of the log of a day's rate: a day in three is a fifth over or under (common practice). */
    private static final double USUAL_VARIANCE = 0.04;

    /** The same of rows that stand beside one another, once what days do to all of them is taken off: a day in three a tenth. */
    private static final double BESIDE_VARIANCE = 0.01;

    private static final double BESIDE_WEIGHT = 5;

    /** Of shares of nearly all, so that what is left of them is never nothing. */
    private static final double LEAST_REST = 0.01;

    private Dispersion() {}

    /**
     * Of rows by days, each row with a rate of its own.
     *
     * @param came by row and day
     * @param of what makes it come, by row and day: money, or trials; rows and days without any tell nothing
     * @param apart days have a level of their own as well: what all rows have in common does not count
     * @return 1 or more
     */
    public static double of(double[][] came, double[][] of, boolean apart) {
        Seen seen = seen(came, of, apart);
        double usual = 1 + USUAL_VARIANCE * seen.mean();
        return Math.max(1, (seen.chi() + USUAL_WEIGHT * usual) / (seen.free() + USUAL_WEIGHT));
    }

    /**
     * The same of rows that are compared with one another: days have a level of their own, and what is usual is what rows do apart.
     *
     * @param share whether what came is a part of what it came of
     * @return 1 or more
     */
    public static double beside(double[][] came, double[][] of, boolean share) {
        Seen seen = seen(came, of, true);
        double whole = 0;
        double all = 0;
        for (int row = 0; share && row < came.length; row++) {
            whole += sum(of[row]);
            all += sum(came[row]);
        }
        double rest = whole > 0 ? Math.max(LEAST_REST, 1 - all / whole) : 1;
        double usual = 1 + BESIDE_VARIANCE * seen.mean();
        return Math.max(1, (seen.chi() / rest + BESIDE_WEIGHT * usual) / (seen.free() + BESIDE_WEIGHT));
    }

    /**
     * @param chi Pearson's statistic
     * @param free its degrees of freedom
     * @param mean of what was expected of a row and day
     */
    record Seen(double chi, double free, double mean) {}

    static Seen seen(double[][] came, double[][] of, boolean apart) {
        int days = came.length == 0 ? 0 : came[0].length;
        double[] rates = new double[came.length];
        double[] levels = new double[days];
        double[] expected = new double[days];
        int rows = 0;
        for (int row = 0; row < came.length; row++) {
            double sum = sum(of[row]);
            rates[row] = sum > 0 ? sum(came[row]) / sum : 0;
            rows += rates[row] > 0 ? 1 : 0;
            for (int day = 0; day < days; day++) {
                levels[day] += came[row][day];
                expected[day] += rates[row] * of[row][day];
            }
        }
        double chi = 0;
        double means = 0;
        int cells = 0;
        int used = 0;
        for (int day = 0; day < days; day++) {
            levels[day] = apart && expected[day] > 0 ? levels[day] / expected[day] : 1;
            used += expected[day] > 0 ? 1 : 0;
            for (int row = 0; row < came.length; row++) {
                double mean = rates[row] * of[row][day] * levels[day];
                if (mean > 0) {
                    chi += Math.pow(came[row][day] - mean, 2) / mean;
                    means += mean;
                    cells++;
                }
            }
        }
        double free = Math.max(0, cells - rows - (apart ? used - 1 : 0));
        return new Seen(chi, free, cells == 0 ? 0 : means / cells);
    }

    private static double sum(double[] values) {
        double sum = 0;
        for (double value : values) {
            sum += value;
        }
        return sum;
    }
}
