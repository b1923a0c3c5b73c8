package app.tidewrack.core.playbook;

import app.tidewrack.core.results.Difference;
import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.results.Metric;
import app.tidewrack.core.splittest.Comparison;
import app.tidewrack.core.splittest.Verdict.Cell;
import app.tidewrack.core.splittest.Verdict.Kind;
import org.apache.commons.statistics.distribution.BinomialDistribution;
import org.apache.commons.statistics.distribution.NormalDistribution;
import org.apache.commons.statistics.distribution.PoissonDistribution;
import org.jspecify.annotations.Nullable;

/**
 * How a row stands against a target or against all other rows of its campaign together: by the exact chance that a row that is
 * just as good as these would bring as many or as few.
 *
 * @param good chance to be as good by luck, one-sided
 * @param bad chance to be as bad by luck
 */
record Standing(double good, double bad) {
    static final Standing UNKNOWN = new Standing(1, 1);
    private static final NormalDistribution NORMAL = NormalDistribution.of(0, 1);
    private static final long MANY = 1000;

    static Standing of(Metric metric, Facts row, @Nullable Double target, Facts others) {
        Cell cell = Difference.cell(metric, row).orElse(null);
        if (cell == null) {
            return UNKNOWN;
        }
        boolean high = metric.better() == Metric.Better.HIGH;
        if (target != null) {
            return Difference.kind(metric) == Kind.COST
                    ? often(cell, cell.money() / target)
                    : turned(share(cell.successes(), cell.trials(), target), high);
        }
        Cell rest = Difference.cell(metric, others).orElse(null);
        if (rest == null) {
            return UNKNOWN;
        }
        if (Difference.kind(metric) == Kind.COST) {
            long all = cell.successes() + rest.successes();
            return cell.money() <= 0 || rest.money() <= 0
                    ? UNKNOWN
                    : share(cell.successes(), all, (double) cell.money() / (cell.money() + rest.money()));
        }
        return cell.trials() == 0 || rest.trials() == 0 ? UNKNOWN : turned(pooled(cell, rest), high);
    }

    private static Standing turned(Standing standing, boolean high) {
        double good = standing.bad;
        double bad = standing.good;
        return high ? standing : new Standing(good, bad);
    }

    /** Results against as many as the target would have brought for the money (Poisson). */
    private static Standing often(Cell cell, double expected) {
        if (!(expected > 0)) {
            return UNKNOWN;
        }
        if (expected > MANY) {
            double z = (cell.successes() - expected) / Math.sqrt(expected);
            return new Standing(NORMAL.survivalProbability(z), NORMAL.cumulativeProbability(z));
        }
        PoissonDistribution of = PoissonDistribution.of(expected);
        int results = Math.toIntExact(Math.min(Integer.MAX_VALUE, cell.successes()));
        return new Standing(of.survivalProbability(results - 1), of.cumulativeProbability(results));
    }

    /** Some of all against a share (binomial). */
    private static Standing share(long some, long all, double expected) {
        if (all == 0 || !(expected > 0 && expected < 1)) {
            return UNKNOWN;
        }
        if (all > MANY) {
            double z = (some - all * expected) / Math.sqrt(all * expected * (1 - expected));
            return new Standing(NORMAL.survivalProbability(z), NORMAL.cumulativeProbability(z));
        }
        BinomialDistribution of = BinomialDistribution.of((int) all, expected);
        return new Standing(of.survivalProbability((int) some - 1), of.cumulativeProbability((int) some));
    }

    private static Standing pooled(Cell cell, Cell rest) {
        double z = Comparison.z(cell.successes(), cell.trials(), rest.successes(), rest.trials());
        return new Standing(NORMAL.survivalProbability(z), NORMAL.cumulativeProbability(z));
    }
}
