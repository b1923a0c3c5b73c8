package app.tidewrack.core.forecast;

import java.util.Map;
import org.apache.commons.statistics.distribution.BetaDistribution;
import org.apache.commons.statistics.distribution.GammaDistribution;

/**
 * What is believed of the results that one unit of money brings: a gamma distribution, so that results seen for money spent
 * move it by plain sums and the results of money to come are negative binomial (Gelman et al., Bayesian Data Analysis, 3rd
 * edition, 2.6). Any unit of money will do, as long as it stays the same.
 *
 * @param shape over 0; the larger, the surer
 * @param money over 0; as if so much had been spent already
 */
public record ResultRate(double shape, double money) {
    private static final double TAIL = 0.1;
    private static final double LEAST_SHAPE = 0.01;
    private static final double MOST_SHAPE = 1e6;

    /** Past so many results the interval is no wider than the rate's own, to a part in ten thousand. */
    private static final double MANY = 1e8;

    /**
     * The belief that puts a tenth under a range and a tenth over it.
     *
     * @param perUnit results of one unit of money, usually; from over 0
     */
    public static ResultRate usually(Range perUnit) {
        double ratio = perUnit.to() / perUnit.from();
        double low = Math.log(LEAST_SHAPE);
        double high = Math.log(MOST_SHAPE);
        for (int i = 0; i < 80; i++) {
            double middle = (low + high) / 2;
            if (spread(Math.exp(middle)) > ratio) {
                low = middle;
            } else {
                high = middle;
            }
        }
        double shape = Math.exp(high);
        return new ResultRate(shape, quantile(shape, 1 - TAIL) / perUnit.to());
    }

    private static double spread(double shape) {
        double low = quantile(shape, TAIL);
        return low == 0 ? Double.POSITIVE_INFINITY : quantile(shape, 1 - TAIL) / low;
    }

    private static double quantile(double shape, double p) {
        return GammaDistribution.of(shape, 1).inverseCumulativeProbability(p);
    }

    /** So many results for so much money that has had its time to bring them. */
    public record Seen(double results, double spent) {
        public static final Seen NOTHING = new Seen(0, 0);

        public Seen plus(Seen other) {
            return new Seen(results + other.results, spent + other.spent);
        }
    }

    /**
     * This belief, which is of anything, once so much was seen near and far; each is seen once, where it is nearest. It is never surer
     * than those that are alike are, and never less sure than before anything was seen.
     */
    public ResultRate seen(Map<Likeness, Seen> seen) {
        ResultRate belief = this;
        for (Likeness like : Likeness.values()) {
            Seen more = seen.getOrDefault(like, Seen.NOTHING);
            ResultRate learned = new ResultRate(belief.shape + more.results(), belief.money + more.spent());
            double sure = Math.max(shape, 1 / (1 / learned.shape + like.apart()));
            belief = learned.shape <= sure ? learned : new ResultRate(sure, sure / learned.mean());
        }
        return belief;
    }

    /** Results of one unit of money, on average. */
    public double mean() {
        return shape / money;
    }

    /**
     * The results that money to come brings, with a chance of four in five; whole numbers.
     *
     * @param spending 0 or more, in the unit of this belief
     */
    public Range results(double spending) {
        if (spending <= 0) {
            return new Range(0, 0);
        }
        return new Range(atLeast(spending, TAIL), atLeast(spending, 1 - TAIL));
    }

    /** The least number of results whose chance not to be passed is {@code p} or more. */
    private double atLeast(double spending, double p) {
        if (mean() * spending > MANY) {
            return Math.rint(GammaDistribution.of(shape, spending / money).inverseCumulativeProbability(p));
        }
        double low = -1;
        double high = 1;
        while (atMost(spending, high) < p) {
            low = high;
            high *= 2;
        }
        while (high - low > 1) {
            double middle = Math.floor((low + high) / 2);
            if (atMost(spending, middle) >= p) {
                high = middle;
            } else {
                low = middle;
            }
        }
        return high;
    }

    /** Chance of {@code results} or fewer: the negative binomial as an incomplete beta function. */
    double atMost(double spending, double results) {
        return BetaDistribution.of(shape, results + 1).cumulativeProbability(money / (money + spending));
    }
}
