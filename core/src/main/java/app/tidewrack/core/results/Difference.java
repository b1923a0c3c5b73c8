package app.tidewrack.core.results;

import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.splittest.Comparison;
import app.tidewrack.core.splittest.Interval;
import app.tidewrack.core.splittest.Verdict.Cell;
import app.tidewrack.core.splittest.Verdict.Kind;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Whether one number of two lines differs by more than chance. Lines are picked by a person who has seen them all, so the p-value
 * is told for as many comparisons as could have been picked as well (Bonferroni).
 *
 * @param p two-sided, as if only these two had ever been compared
 * @param ofMany the same for every two of all lines, at most 1
 * @param between by how much the first share is over the second, with a certainty of 95 %; null for costs
 */
public record Difference(double p, double ofMany, @Nullable Interval between) {
    static final double LEVEL = 0.05;

    /** Whether chance is ruled out, for all comparisons that could have been picked. */
    public boolean apart() {
        return ofMany <= LEVEL;
    }

    /**
     * @param lines how many there are to pick from, 2 or more
     * @return empty for a number that is a count or sum itself, or where a line has no value
     */
    public static Optional<Difference> of(Metric metric, Facts first, Facts second, int lines) {
        Optional<Cell> one = cell(metric, first);
        Optional<Cell> other = cell(metric, second);
        if (one.isEmpty()
                || other.isEmpty()
                || metric.of(first).isEmpty()
                || metric.of(second).isEmpty()) {
            return Optional.empty();
        }
        Cell a = one.get();
        Cell b = other.get();
        if (kind(metric) == Kind.COST) {
            return a.money() <= 0 || b.money() <= 0
                    ? Optional.empty()
                    : Optional.of(
                            told(Comparison.ofCosts(a.successes(), a.money(), b.successes(), b.money()), null, lines));
        }
        return Optional.of(told(
                Comparison.ofShares(a.successes(), a.trials(), b.successes(), b.trials()),
                Interval.ofDifference(a.successes(), a.trials(), b.successes(), b.trials(), Metric.CERTAINTY),
                lines));
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
        if (metric.rests().isEmpty()) {
            return Optional.empty();
        }
        long whole = counted(metric.rests(), facts);
        long money = facts.counts().spendMinor();
        if (kind(metric) == Kind.COST) {
            return Optional.of(new Cell(0, 0, whole, money));
        }
        long part = counted(metric.part(), facts);
        return part > whole ? Optional.empty() : Optional.of(new Cell(0, whole, part, money));
    }

    private static long counted(String code, Facts facts) {
        return Math.round(Metric.usual(code).of(facts).orElse(0));
    }

    private static Difference told(double p, @Nullable Interval between, int lines) {
        return new Difference(p, Math.min(1, p * lines * (lines - 1) / 2.0), between);
    }
}
