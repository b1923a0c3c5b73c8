package app.tidewrack.core.evidence;

import app.tidewrack.core.evidence.Comparison.Stratum;
import java.util.List;
import java.util.Optional;
import java.util.function.DoublePredicate;
import org.apache.commons.statistics.distribution.HypergeometricDistribution;

/**
 * How many times the odds of one part are those of another within each of some strata: the conditional estimate and its exact interval
 * (D. R. Cox, Analysis of Binary Data, 1970, 4; as R's fisher.test of one table and mantelhaen.test with {@code exact} of several).
 * Of very many that of Mantel and Haenszel, with the variance of J. Robins, N. Breslow and S. Greenland (Biometrics 42, 1986).
 *
 * @param ratio 0 or more; infinite where the other never came
 */
public record Odds(double ratio, Interval between) {
    /** With more tables than these the exact interval takes long, and differs from the other in the third digit only. */
    private static final int MOST = 6000;

    private static final double FURTHEST = 40;
    private static final double CLOSE = 1e-12;

    /**
     * @param certainty of the interval, (0, 1)
     * @return empty where no stratum has both
     */
    public static Optional<Odds> of(List<Stratum> strata, double certainty) {
        List<Stratum> both = strata.stream()
                .filter(s -> s.whole() > 0 && s.otherWhole() > 0)
                .filter(s -> s.part() + s.otherPart() > 0 && s.part() + s.otherPart() < s.whole() + s.otherWhole())
                .toList();
        if (both.isEmpty()) {
            return Optional.empty();
        }
        long tables = both.stream()
                .mapToLong(s -> Math.min(s.part() + s.otherPart(), s.whole()) + 1)
                .sum();
        boolean large = both.stream().anyMatch(s -> s.whole() + s.otherWhole() > Integer.MAX_VALUE);
        return Optional.of(tables > MOST || large ? common(both, certainty) : exact(both, certainty));
    }

    private static Odds exact(List<Stratum> strata, double certainty) {
        long least = 0;
        long came = 0;
        double[] tables = {1};
        for (Stratum s : strata) {
            HypergeometricDistribution even = HypergeometricDistribution.of(
                    Math.toIntExact(s.whole() + s.otherWhole()),
                    Math.toIntExact(s.part() + s.otherPart()),
                    Math.toIntExact(s.whole()));
            least += even.getSupportLowerBound();
            came += s.part();
            double[] own = new double[even.getSupportUpperBound() - even.getSupportLowerBound() + 1];
            for (int i = 0; i < own.length; i++) {
                own[i] = even.probability(even.getSupportLowerBound() + i);
            }
            tables = folded(tables, own);
        }
        int at = Math.toIntExact(came - least);
        double tail = (1 - certainty) / 2;
        double[] all = tables;
        double from = at == 0 ? 0 : solve(odds -> tail(all, odds, at, all.length - 1) > tail);
        double to = at == all.length - 1 ? Double.POSITIVE_INFINITY : solve(odds -> tail(all, odds, 0, at) < tail);
        double ratio =
                at == 0 ? 0 : at == all.length - 1 ? Double.POSITIVE_INFINITY : solve(odds -> mean(all, odds) > at);
        return new Odds(ratio, new Interval(from, to));
    }

    private static double[] folded(double[] one, double[] other) {
        double[] sum = new double[one.length + other.length - 1];
        for (int i = 0; i < one.length; i++) {
            for (int k = 0; k < other.length; k++) {
                sum[i + k] += one[i] * other[k];
            }
        }
        return sum;
    }

    /** The odds at which something that grows with them comes true. */
    private static double solve(DoublePredicate over) {
        double low = -FURTHEST;
        double high = FURTHEST;
        while (high - low > CLOSE) {
            double middle = (low + high) / 2;
            if (over.test(Math.exp(middle))) {
                high = middle;
            } else {
                low = middle;
            }
        }
        return Math.exp(high);
    }

    /** Chance of tables from one to another when the odds are so many times even ones. */
    private static double tail(double[] tables, double odds, int from, int to) {
        double[] tilted = tilted(tables, odds);
        double part = 0;
        double all = 0;
        for (int i = 0; i < tilted.length; i++) {
            all += tilted[i];
            part += i >= from && i <= to ? tilted[i] : 0;
        }
        return part / all;
    }

    private static double mean(double[] tables, double odds) {
        double[] tilted = tilted(tables, odds);
        double sum = 0;
        double all = 0;
        for (int i = 0; i < tilted.length; i++) {
            all += tilted[i];
            sum += i * tilted[i];
        }
        return sum / all;
    }

    private static double[] tilted(double[] tables, double odds) {
        double step = Math.log(odds);
        double[] logs = new double[tables.length];
        double most = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < logs.length; i++) {
            logs[i] = Math.log(tables[i]) + i * step;
            most = Math.max(most, logs[i]);
        }
        for (int i = 0; i < logs.length; i++) {
            logs[i] = Math.exp(logs[i] - most);
        }
        return logs;
    }

    private static Odds common(List<Stratum> strata, double certainty) {
        double r = 0;
        double s = 0;
        double pr = 0;
        double mixed = 0;
        double qs = 0;
        for (Stratum t : strata) {
            double all = (double) t.whole() + t.otherWhole();
            double ad = t.part() * (double) (t.otherWhole() - t.otherPart()) / all;
            double bc = (t.whole() - t.part()) * (double) t.otherPart() / all;
            double p = (t.part() + t.otherWhole() - t.otherPart()) / all;
            r += ad;
            s += bc;
            pr += p * ad;
            mixed += p * bc + (1 - p) * ad;
            qs += (1 - p) * bc;
        }
        double ratio = r / s;
        double error = Math.sqrt(pr / (2 * r * r) + mixed / (2 * r * s) + qs / (2 * s * s));
        double by = Interval.z(certainty) * error;
        return new Odds(ratio, new Interval(ratio * Math.exp(-by), ratio * Math.exp(by)));
    }
}
