package app.tidewrack.core.evidence;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/**
 * Rates drawn towards their mean by as much as they are uncertain, so that the few of whom little is known are neither best nor
 * worst by luck: empirical Bayes by C. Morris (JASA 78, 1983, 47–55), with the variance between rates by R. Paule and J. Mandel
 * (Journal of Research of the NBS 87, 1982). For rates of equal certainty it is the estimator of B. Efron and C. Morris (JASA 70,
 * 1975, 311–319).
 *
 * @param mean of all rates
 * @param between variance between rates beyond chance, 0 or more
 * @param rates in the order in which they were given
 */
public record Shrunken(double mean, double between, double[] rates) {
    private static final double CLOSE = 1e-6;

    /** The estimate of the variance between few rates is uncertain itself; they are drawn at least by this part of what it says. */
    private static final double LEAST = 0.8;

    /**
     * @param came 0 or more
     * @param of trials or money, over 0 each
     * @param share whether what came is a part of what it came of (binomial) or events (Poisson)
     * @return null where nothing came at all
     */
    public static @Nullable Shrunken of(double[] came, double[] of, boolean share) {
        double all = 0;
        double whole = 0;
        for (int i = 0; i < came.length; i++) {
            all += came[i];
            whole += of[i];
        }
        if (!(all > 0)) {
            return null;
        }
        double overall = all / whole;
        double unit = share ? overall * (1 - overall) : overall;
        double[] rates = new double[came.length];
        double[] variances = new double[came.length];
        for (int i = 0; i < came.length; i++) {
            rates[i] = came[i] / of[i];
            variances[i] = unit / of[i];
        }
        double between = between(rates, variances);
        double mean = mean(rates, variances, between);
        int count = rates.length;
        double part = Math.max(LEAST, (count - 3.0) / (count - 1.0));
        double[] drawn = new double[count];
        for (int i = 0; i < count; i++) {
            double by = between == 0 ? 1 : part * variances[i] / (variances[i] + between);
            drawn[i] = mean + (1 - by) * (rates[i] - mean);
        }
        return new Shrunken(mean, between, drawn);
    }

    /** The variance between rates at which their weighted squares are what they are expected to be; 0 where chance explains all. */
    private static double between(double[] rates, double[] variances) {
        if (rates.length < 2 || squares(rates, variances, 0) <= rates.length - 1) {
            return 0;
        }
        double low = 0;
        double high = Arrays.stream(variances).max().orElseThrow();
        while (squares(rates, variances, high) > rates.length - 1) {
            high *= 2;
        }
        while (high - low > CLOSE * high) {
            double middle = (low + high) / 2;
            if (squares(rates, variances, middle) > rates.length - 1) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return high;
    }

    private static double squares(double[] rates, double[] variances, double between) {
        double mean = mean(rates, variances, between);
        double sum = 0;
        for (int i = 0; i < rates.length; i++) {
            sum += (rates[i] - mean) * (rates[i] - mean) / (variances[i] + between);
        }
        return sum;
    }

    private static double mean(double[] rates, double[] variances, double between) {
        double sum = 0;
        double weights = 0;
        for (int i = 0; i < rates.length; i++) {
            sum += rates[i] / (variances[i] + between);
            weights += 1 / (variances[i] + between);
        }
        return sum / weights;
    }
}
