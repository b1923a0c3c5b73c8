package app.tidewrack.core.evidence;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;
import org.apache.commons.statistics.distribution.BinomialDistribution;
import org.apache.commons.statistics.distribution.ChiSquaredDistribution;
import org.apache.commons.statistics.distribution.HypergeometricDistribution;
import org.apache.commons.statistics.distribution.NormalDistribution;

/** How likely differences as large as those seen are when there is none; all p-values are two-sided, 0 to 1. */
public final class Comparison {
    private static final NormalDistribution NORMAL = NormalDistribution.of(0, 1);
    private static final double LEAST_EXPECTED = 5;

    /** Results from which on exact and approximate p-values cannot be told apart. */
    private static final long MANY = 1_000_000;

    /** Probabilities that differ by rounding alone count as equal, as in R's fisher.test and binom.test. */
    private static final double EQUAL = 1 + 1e-7;

    private Comparison() {}

    /**
     * Two shares: pooled z without correction, which is Pearson's chi-square; Fisher's exact test where any expected count is
     * under 5 (W. G. Cochran, Biometrics 10, 1954).
     */
    public static double ofShares(long part, long whole, long otherPart, long otherWhole) {
        double pooled = (double) (part + otherPart) / (whole + otherWhole);
        double least = Math.min(whole, otherWhole) * Math.min(pooled, 1 - pooled);
        return least < LEAST_EXPECTED
                ? fisher(part, whole, otherPart, otherWhole)
                : 2 * NORMAL.survivalProbability(Math.abs(z(part, whole, otherPart, otherWhole)));
    }

    /** The pooled z of two shares; 0 where both are 0 or both are all. */
    public static double z(long part, long whole, long otherPart, long otherWhole) {
        double pooled = (double) (part + otherPart) / (whole + otherWhole);
        double error = Math.sqrt(pooled * (1 - pooled) * (1.0 / whole + 1.0 / otherWhole));
        return error == 0 ? 0 : ((double) part / whole - (double) otherPart / otherWhole) / error;
    }

    /** R. A. Fisher, The Design of Experiments, 1935: all tables with the same margins that are no likelier than this one. */
    public static double fisher(long part, long whole, long otherPart, long otherWhole) {
        if (Math.addExact(whole, otherWhole) > Integer.MAX_VALUE) {
            // So few of so many are as good as events of a Poisson process.
            return ofCosts(part, whole, otherPart, otherWhole);
        }
        int parts = Math.toIntExact(part + otherPart);
        HypergeometricDistribution tables =
                HypergeometricDistribution.of(Math.toIntExact(whole + otherWhole), parts, Math.toIntExact(whole));
        double here = tables.probability(Math.toIntExact(part)) * EQUAL;
        return Math.min(
                1,
                IntStream.rangeClosed(tables.getSupportLowerBound(), tables.getSupportUpperBound())
                        .mapToDouble(tables::probability)
                        .filter(p -> p <= here)
                        .sum());
    }

    /** Two shares of one stratum: 0 to {@code whole} each. */
    public record Stratum(long part, long whole, long otherPart, long otherWhole) {}

    /**
     * Two shares within each of several strata, so that what tells the strata apart takes no part in it (N. Mantel, W. Haenszel,
     * Journal of the National Cancer Institute 22, 1959, without continuity correction).
     */
    public static double ofShares(List<Stratum> strata) {
        double apart = 0;
        double variance = 0;
        for (Stratum s : strata) {
            double all = (double) s.whole() + s.otherWhole();
            double parts = (double) s.part() + s.otherPart();
            if (s.whole() > 0 && s.otherWhole() > 0 && all > 1) {
                apart += s.part() - s.whole() * parts / all;
                variance += s.whole() * (double) s.otherWhole() * parts * (all - parts) / (all * all * (all - 1));
            }
        }
        return variance == 0 ? 1 : twoSided(apart / Math.sqrt(variance));
    }

    /** Likewise how often something came for money, {@code whole} being that: of each stratum's the first is a binomial part. */
    public static double ofCosts(List<Stratum> strata) {
        double apart = 0;
        double variance = 0;
        for (Stratum s : strata) {
            double share = s.whole() / ((double) s.whole() + s.otherWhole());
            double all = (double) s.part() + s.otherPart();
            if (s.whole() > 0 && s.otherWhole() > 0) {
                apart += s.part() - all * share;
                variance += all * share * (1 - share);
            }
        }
        return variance == 0 ? 1 : twoSided(apart / Math.sqrt(variance));
    }

    /**
     * How often something came for two sums of money, exactly: of all that came, those for the first sum are binomial by its
     * share of the money (J. Przyborowski, H. Wilenski, Biometrika 31, 1940; as R's poisson.test). Over a million the normal
     * approximation is as good.
     *
     * @param money over 0, of the same unit as the other
     */
    public static double ofCosts(long results, double money, long otherResults, double otherMoney) {
        long all = Math.addExact(results, otherResults);
        if (all == 0) {
            return 1;
        }
        double part = money / (money + otherMoney);
        double mean = all * part;
        if (all > MANY) {
            return twoSided((results - mean) / Math.sqrt(mean * (1 - part)));
        }
        BinomialDistribution split = BinomialDistribution.of((int) all, part);
        double here = split.probability((int) results) * EQUAL;
        if (results <= mean) {
            int other = first((int) Math.ceil(mean), (int) all + 1, k -> split.probability(k) <= here);
            return Math.min(
                    1,
                    split.cumulativeProbability((int) results)
                            + split.survivalProbability(Math.max(other, (int) results + 1) - 1));
        }
        int other = first(-(int) Math.floor(mean), 1, k -> split.probability(-k) <= here);
        return Math.min(
                1,
                split.survivalProbability((int) results - 1)
                        + split.cumulativeProbability(Math.min(-other, (int) results - 1)));
    }

    /** The first of numbers for which something holds that holds for all after it; {@code to} where it holds for none before. */
    private static int first(int from, int to, IntPredicate holds) {
        int low = from;
        int high = to;
        while (low < high) {
            int middle = low + (high - low) / 2;
            if (holds.test(middle)) {
                high = middle;
            } else {
                low = middle + 1;
            }
        }
        return low;
    }

    /**
     * Whether any of several shares differs: Pearson's chi-square of all together.
     *
     * @param parts 0 to the whole of each
     * @param wholes over 0 each
     */
    public static double ofAllShares(List<Long> parts, List<Long> wholes) {
        double part = parts.stream().mapToLong(Long::longValue).sum();
        double whole = wholes.stream().mapToLong(Long::longValue).sum();
        double pooled = part / whole;
        if (pooled == 0 || pooled == 1) {
            return 1;
        }
        double chi = IntStream.range(0, parts.size())
                .mapToDouble(i ->
                        Math.pow(parts.get(i) - wholes.get(i) * pooled, 2) / (wholes.get(i) * pooled * (1 - pooled)))
                .sum();
        return ChiSquaredDistribution.of(parts.size() - 1.0).survivalProbability(chi);
    }

    /** Whether cells got their shares of people: Pearson's chi-square against the shares that were planned. */
    public static double ofSizes(List<Long> sizes, List<Double> shares) {
        double all = sizes.stream().mapToLong(Long::longValue).sum();
        double whole = shares.stream().mapToDouble(Double::doubleValue).sum();
        if (all == 0) {
            return 1;
        }
        double chi = IntStream.range(0, sizes.size())
                .mapToDouble(i -> {
                    double expected = all * shares.get(i) / whole;
                    return Math.pow(sizes.get(i) - expected, 2) / expected;
                })
                .sum();
        return ChiSquaredDistribution.of(sizes.size() - 1).survivalProbability(chi);
    }

    /** S. Holm, Scandinavian Journal of Statistics 6, 1979: p-values of several tests so that any false call stays under the level. */
    public static List<Double> holm(List<Double> ps) {
        List<Integer> order = IntStream.range(0, ps.size())
                .boxed()
                .sorted(Comparator.comparing(ps::get))
                .toList();
        List<Double> adjusted = new ArrayList<>(Collections.nCopies(ps.size(), 1.0));
        double most = 0;
        for (int rank = 0; rank < order.size(); rank++) {
            most = Math.max(most, Math.min(1, ps.get(order.get(rank)) * (ps.size() - rank)));
            adjusted.set(order.get(rank), most);
        }
        return adjusted;
    }

    /**
     * Y. Benjamini and Y. Hochberg, Journal of the Royal Statistical Society B 57, 1995: p-values of several tests so that of what is
     * called under the level no larger part is false, on average.
     */
    public static List<Double> falseShare(List<Double> ps) {
        List<Integer> order = IntStream.range(0, ps.size())
                .boxed()
                .sorted(Comparator.<Integer, Double>comparing(ps::get).reversed())
                .toList();
        List<Double> adjusted = new ArrayList<>(Collections.nCopies(ps.size(), 1.0));
        double least = 1;
        for (int i = 0; i < order.size(); i++) {
            least = Math.min(least, ps.get(order.get(i)) * ps.size() / (ps.size() - i));
            adjusted.set(order.get(i), least);
        }
        return adjusted;
    }

    public static double twoSided(double z) {
        return 2 * NORMAL.survivalProbability(Math.abs(z));
    }

    /** The |z| of a two-sided p-value; what is too small to be told is 8. */
    public static double deviations(double p) {
        return p < 1e-15 ? 8 : NORMAL.inverseSurvivalProbability(p / 2);
    }
}
