package app.tidewrack.core.results;

import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.splittest.Comparison;
import app.tidewrack.core.splittest.Interval;
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
        if (metric.rests().isEmpty()
                || metric.of(first).isEmpty()
                || metric.of(second).isEmpty()) {
            return Optional.empty();
        }
        long whole = counted(metric.rests(), first);
        long otherWhole = counted(metric.rests(), second);
        if (metric.part().isEmpty()) {
            long spend = first.counts().spendMinor();
            long otherSpend = second.counts().spendMinor();
            return spend <= 0 || otherSpend <= 0
                    ? Optional.empty()
                    : Optional.of(told(Comparison.ofCosts(whole, spend, otherWhole, otherSpend), null, lines));
        }
        long part = counted(metric.part(), first);
        long otherPart = counted(metric.part(), second);
        return part > whole || otherPart > otherWhole
                ? Optional.empty()
                : Optional.of(told(
                        Comparison.ofShares(part, whole, otherPart, otherWhole),
                        Interval.ofDifference(part, whole, otherPart, otherWhole, Metric.CERTAINTY),
                        lines));
    }

    private static long counted(String code, Facts facts) {
        return Math.round(Metric.usual(code).of(facts).orElse(0));
    }

    private static Difference told(double p, @Nullable Interval between, int lines) {
        return new Difference(p, Math.min(1, p * lines * (lines - 1) / 2.0), between);
    }
}
