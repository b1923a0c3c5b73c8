package app.tidewrack.core.forecast;

import java.util.stream.IntStream;
import org.apache.commons.numbers.gamma.LogBeta;

/**
 * How many people see an ad how often: beta-binomial, so that some people are easier to meet than others (C. Chatfield and G. Goodhardt,
 * "The Beta-Binomial Model for Consumer Purchasing Behaviour", Applied Statistics 19, 1970, by means and zeros).
 *
 * @param chances to see it that everyone has, 1 or more
 * @param a over 0
 * @param b over 0
 */
public record Frequencies(int chances, double a, double b) {
    /** Nobody has fewer chances, and on average they see it in one of five at most. */
    private static final int LEAST_CHANCES = 10;

    private static final int CHANCES_EACH = 5;
    private static final double FURTHEST = 20;
    private static final int BISECTIONS = 80;

    /**
     * The one of which the mean and the share of people who never see it are as told.
     *
     * @param impressions over 0, at least as many as were reached
     * @param reached over 0, at most all people
     */
    public static Frequencies of(double people, double impressions, double reached) {
        double mean = impressions / people;
        int chances = Math.max(LEAST_CHANCES, (int) Math.ceil(CHANCES_EACH * mean));
        double never = 1 - reached / people;
        double low = -FURTHEST;
        double high = FURTHEST;
        for (int i = 0; i < BISECTIONS; i++) {
            double middle = (low + high) / 2;
            if (alike(chances, mean, middle).share(0) > never) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return alike(chances, mean, high);
    }

    /** @param alike logarithm of how alike people are; the more, the fewer never see it */
    private static Frequencies alike(int chances, double mean, double alike) {
        double sum = Math.exp(alike);
        double part = mean / chances;
        return new Frequencies(chances, sum * part, sum * (1 - part));
    }

    /** The share of people who see it just so often, 0 to 1. */
    public double share(int times) {
        if (times < 0 || times > chances) {
            return 0;
        }
        double ways = -Math.log1p(chances) - LogBeta.value(times + 1.0, chances - times + 1.0);
        return Math.exp(ways + LogBeta.value(times + a, chances - times + b) - LogBeta.value(a, b));
    }

    /** The share of people who see it so often or more. */
    public double atLeast(int times) {
        return 1 - IntStream.range(0, times).mapToDouble(this::share).sum();
    }
}
