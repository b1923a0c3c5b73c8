package app.tidewrack.core.forecast;

import java.util.List;
import org.apache.commons.statistics.distribution.TDistribution;

/**
 * What is believed of the price of an impression in one ad group: log-normal. The range of a rulebook is what ad groups of all
 * accounts pay; ad groups that an account had move it to what that account pays (normal mean with a normal prior, Gelman et al.,
 * Bayesian Data Analysis, 3rd edition, 2.5, with the variance between ad groups put in from the data).
 *
 * @param middle logarithm of the price, on average
 * @param spread standard deviation of the logarithm of the next ad group's, 0 or more
 */
public record ImpressionPrice(double middle, double spread) {
    /** Quantile of the normal distribution that leaves a tenth over it. */
    private static final double TENTH = 1.2815515655446004;

    /** How much of a rulebook's variance is between ad groups of one account; the rest is between accounts. A guess. */
    private static final double WITHIN = 0.2;

    /** As many ad groups the guess of the variance between them counts for. */
    private static final double GUESS = 1;

    private static final double ENOUGH = 1000;

    /**
     * What an ad group paid for its impressions.
     *
     * @param spent in the money of the price
     */
    public record Paid(double impressions, double spent) {}

    /** The belief that puts a tenth under a range and a tenth over it; both ends over 0. */
    public static ImpressionPrice usually(Range price) {
        double from = Math.log(price.from());
        double to = Math.log(price.to());
        return new ImpressionPrice((from + to) / 2, (to - from) / 2 / TENTH);
    }

    /**
     * This belief, which is of any account, once an account's ad groups paid so much.
     *
     * @param groups each ad group; those with under {@value #ENOUGH} impressions tell nothing of the price
     */
    public ImpressionPrice seen(List<Paid> groups) {
        List<Double> prices = groups.stream()
                .filter(p -> p.impressions() >= ENOUGH && p.spent() > 0)
                .map(p -> p.spent() / p.impressions())
                .toList();
        int count = prices.size();
        if (count == 0 || spread == 0) {
            return this;
        }
        double mean = prices.stream().mapToDouble(Math::log).sum() / count;
        double squares = prices.stream()
                .mapToDouble(p -> Math.pow(Math.log(p) - mean, 2))
                .sum();
        double guessed = spread * spread * WITHIN;
        double between = (GUESS * guessed + squares) / (GUESS + count - 1);
        double ofAccounts = 1 / (spread * spread * (1 - WITHIN));
        double ofGroups = count / between;
        return new ImpressionPrice(
                (middle * ofAccounts + mean * ofGroups) / (ofAccounts + ofGroups),
                Math.sqrt(between + 1 / (ofAccounts + ofGroups)) * uncertain(count + GUESS));
    }

    /** By how much a spread that is known by so few is widened for a tenth to lie on either side (Student's t). */
    private static double uncertain(double known) {
        return TDistribution.of(known).inverseSurvivalProbability(0.1) / TENTH;
    }

    /** Between which prices the next ad group's lies, with a chance of four in five. */
    public Range range() {
        return new Range(Math.exp(middle - TENTH * spread), Math.exp(middle + TENTH * spread));
    }
}
