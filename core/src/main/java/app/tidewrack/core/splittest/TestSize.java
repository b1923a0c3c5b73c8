package app.tidewrack.core.splittest;

import app.tidewrack.core.splittest.Verdict.Kind;

/**
 * What a test needs before it starts, sized for the verdict that will be given ({@link SampleSize}).
 *
 * @param perCell of shares the trials that each cell is to have at the end, of costs the results on average
 * @param days until then at the planned money, not rounded, and never under {@value #LEAST_DAYS} (common practice)
 * @param visible the smallest difference that the days there are can show, as a part of the base; infinite when none
 */
public record TestSize(double perCell, double days, double visible) {
    /** A new test is left alone for so long (common practice). */
    public static final int LEAST_DAYS = 3;

    /**
     * What is asked of a test.
     *
     * @param base the number as it is expected: a share, or a cost in minor units, over 0
     * @param least the smallest difference worth finding, as a part of the base, over 0; of shares a rise, of costs a fall
     * @param power chance to find it, (0, 1)
     * @param level two-sided, (0, 1)
     * @param cells 2 or more
     * @param looks 1 to {@link Looks#MOST}
     */
    public record Asked(Kind kind, double base, double least, double power, double level, int cells, int looks) {
        private SampleSize sizes() {
            return new SampleSize(level, power, cells, looks);
        }
    }

    /**
     * @param perDay trials of each cell a day, or results for costs, at the planned money
     * @param flight days that the money is there for
     */
    public static TestSize of(Asked asked, double perDay, int flight) {
        SampleSize sizes = asked.sizes();
        double perCell = asked.kind() == Kind.SHARE
                ? sizes.perCell(asked.base(), Math.min(1 - 1e-9, asked.base() * (1 + asked.least())))
                : sizes.resultsPerCell(Math.max(1e-6, 1 - asked.least()));
        double there = perDay * flight;
        return new TestSize(
                perCell,
                perDay <= 0 ? Double.POSITIVE_INFINITY : Math.max(LEAST_DAYS, perCell / perDay),
                asked.kind() == Kind.SHARE ? sizes.leastOfShare(asked.base(), there) : sizes.leastOfCost(there));
    }
}
