package app.tidewrack.core.results;

import java.time.LocalDate;

/**
 * How many results of fresh days are still to come. They come at the rate at which results came for the money of these days, which
 * is drawn towards what is usual the more the less is known of it; with a certainty of 80 % they are between {@code from} and {@code
 * to} (negative binomial: Poisson, of a rate that is itself uncertain).
 *
 * @param about 0 or more
 * @param from 0 or more
 * @param to not under {@code from}
 */
public record Coming(double about, long from, long to) {
    /** Fewer are not told. */
    public static final double LEAST_TOLD = 0.5;

    public static final double CERTAINTY = 0.8;

    /** Results that the rate of all counts for: lines differ by half from one another (common practice). */
    private static final double WEIGHT_OF_ALL = 4;

    /** Far past what is likely. */
    private static final int MOST = 200;

    /**
     * Days of which some are not all in.
     *
     * @param came results that came for them
     * @param had money that has had its time to bring them, in minor units: each day's times what has come of it
     * @param due the rest of that money
     * @param uncertain standard error of {@code due} by what it was learned from
     */
    public record Fresh(double came, double had, double due, double uncertain) {
        public static final Fresh NONE = new Fresh(0, 0, 0, 0);

        /** Both together; what was learned errs for both alike. */
        public Fresh plus(Fresh other) {
            return new Fresh(came + other.came, had + other.had, due + other.due, uncertain + other.uncertain);
        }

        /** Of one day without what it brought: its money that has not had its time. */
        public static Fresh due(long spendMinor, Arrivals arrivals, String counted, LocalDate day) {
            double come = arrivals.come(counted, day);
            return new Fresh(
                    0, -spendMinor * (1 - come), spendMinor * (1 - come), spendMinor * arrivals.error(counted, day));
        }

        /** With all that came, for all that was spent. */
        public Fresh with(double all, long spendMinor) {
            return new Fresh(came + all, had + spendMinor, due, uncertain);
        }
    }

    /** @param usual results for a unit of money at all that is alike, whatever else is looked at; nothing is expected where none come */
    public static Coming of(Fresh fresh, double usual) {
        if (fresh.due() <= 0 || !(usual > 0)) {
            return new Coming(0, 0, 0);
        }
        double shape = WEIGHT_OF_ALL + fresh.came();
        double rate = shape / (WEIGHT_OF_ALL / usual + fresh.had());
        double about = rate * fresh.due();
        double learned = fresh.uncertain() / fresh.due();
        double spread = 1 / (1 / shape + learned * learned);
        return new Coming(
                about, quantile(about, spread, (1 - CERTAINTY) / 2), quantile(about, spread, (1 + CERTAINTY) / 2));
    }

    /** The least count that is not passed with a probability of {@code p}, of a negative binomial distribution. */
    private static long quantile(double mean, double shape, double p) {
        double size = shape / (shape + mean);
        long count = 0;
        double log = shape * Math.log(size);
        double sum = Math.exp(log);
        while (sum < p && count < mean * 20 + MOST) {
            log += Math.log((count + shape) / (count + 1)) + Math.log1p(-size);
            count++;
            sum += Math.exp(log);
        }
        return count;
    }
}
