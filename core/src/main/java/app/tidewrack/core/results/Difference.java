package app.tidewrack.core.results;

import app.tidewrack.core.evidence.DayBlocks;
import app.tidewrack.core.evidence.Interval;
import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.splittest.Verdict.Cell;
import app.tidewrack.core.splittest.Verdict.Kind;
import java.util.List;
import java.util.Optional;

/**
 * Whether one number of two lines differs by more than chance, as their days show it ({@link DayBlocks}). Lines are picked by a person
 * who has seen them all, so the p-value is told for as many comparisons as could have been picked as well (Bonferroni).
 *
 * @param p two-sided, as if only these two had ever been compared
 * @param ofMany the same for every two of all lines, at most 1
 * @param between with a certainty of 95 %: by how much the first share is over the second, or how many times as much the first cost or
 *     amount is as the second
 * @param times whether it is how many times as much
 */
public record Difference(double p, double ofMany, Interval between, boolean times) {
    static final double LEVEL = 0.05;

    /** Whether chance is ruled out, for all comparisons that could have been picked. */
    public boolean apart() {
        return ofMany <= LEVEL;
    }

    /**
     * @param first what a line brought by day; the second by the same days, in the same order
     * @param lines how many there are to pick from, 2 or more
     * @return empty for a number that is a count or sum itself, and where too little came to compare
     */
    public static Optional<Difference> of(Metric metric, List<Facts> first, List<Facts> second, int lines) {
        Optional<double[][]> one = byDay(metric, first);
        Optional<double[][]> other = byDay(metric, second);
        if (one.isEmpty() || other.isEmpty()) {
            return Optional.empty();
        }
        if (metric.amounts() != null) {
            return DayBlocks.amounts(one.get(), other.get(), Metric.CERTAINTY)
                    .map(a -> told(a.p(), a.between(), true, lines));
        }
        if (kind(metric) == Kind.SHARE) {
            return DayBlocks.shares(one.get(), other.get(), Metric.CERTAINTY)
                    .map(a -> told(a.p(), a.between(), false, lines));
        }
        // More for the money is a lower cost.
        return DayBlocks.rates(one.get(), other.get(), Metric.CERTAINTY)
                .map(a -> told(a.p(), Metric.inverse(a.between()), true, lines));
    }

    private static Optional<double[][]> byDay(Metric metric, List<Facts> days) {
        double[][] pairs = new double[2][days.size()];
        for (int day = 0; day < days.size(); day++) {
            Optional<Metric.Pair> pair = metric.pair(days.get(day));
            if (pair.isEmpty()) {
                return Optional.empty();
            }
            pairs[0][day] = pair.get().came();
            pairs[1][day] = pair.get().of();
        }
        return Optional.of(pairs);
    }

    /** How a number that rests on counts is compared. */
    public static Kind kind(Metric metric) {
        return metric.part().isEmpty() ? Kind.COST : Kind.SHARE;
    }

    /**
     * What the number of a line rests on.
     *
     * @return empty for a number that rests on no count, and where more was done than could be
     */
    public static Optional<Cell> cell(Metric metric, Facts facts) {
        return metric.amounts() != null
                ? Optional.empty()
                : metric.pair(facts)
                        .filter(pair -> kind(metric) == Kind.COST || pair.came() <= pair.of())
                        .map(pair -> new Cell(
                                0,
                                kind(metric) == Kind.COST ? 0 : Math.round(pair.of()),
                                Math.round(pair.came()),
                                facts.counts().spendMinor()));
    }

    private static Difference told(double p, Interval between, boolean times, int lines) {
        return new Difference(p, Math.min(1, p * lines * (lines - 1) / 2.0), between, times);
    }
}
