package app.tidewrack.core.evidence;

import java.util.stream.DoubleStream;

/**
 * How likely it is that luck alone ever shows as much, in spite of a look every day: the inverse of a likelihood ratio that is mixed
 * over how many times as often something may come. Under no difference such a ratio is a martingale of mean 1, so that it ever
 * reaches {@code 1 / p} with a probability of at most p (H. Robbins, Annals of Mathematical Statistics 41, 1970; R. Johari, P.
 * Koomen, L. Pekelis and D. Walsh, KDD 2017; S. Howard, A. Ramdas, J. McAuliffe and J. Sekhon, Annals of Statistics 49, 2021).
 *
 * <p>Days that vary by more than chance weaken it: the log-likelihood is divided by their {@link Dispersion} (quasi-likelihood,
 * P. McCullagh and J. Nelder, Generalized Linear Models, 2nd edition, 1989, chapter 9).
 *
 * @param p two-sided, 0 to 1, good for a look at any time
 * @param ratio how many times as often it came as was to be expected; 1 where nothing was
 */
public record DailyBound(double p, double ratio) {
    /** Nothing is known. */
    public static final DailyBound UNKNOWN = new DailyBound(1, 1);

    /** Logs of the ratios that are mixed: from 3 % to 6 times, most weight where a buyer would act, from 1.2 to 2.7 times. */
    private static final double[] LOGS = DoubleStream.of(0.03, 0.05, 0.08, 0.13, 0.2, 0.32, 0.5, 0.7, 1.0, 1.8)
            .flatMap(log -> DoubleStream.of(-log, log))
            .toArray();

    private static final double[] WEIGHTS = DoubleStream.of(1, 1, 1, 1, 3, 4, 5, 5, 3, 1)
            .flatMap(weight -> DoubleStream.of(weight / 50, weight / 50))
            .toArray();

    /**
     * What came against what would come at a known rate (Poisson).
     *
     * @param came 0 or more
     * @param expected at that rate, of the same days
     * @param dispersion 1 or more
     */
    public static DailyBound ofRate(double came, double expected, double dispersion) {
        if (!(expected > 0)) {
            return UNKNOWN;
        }
        double[] logs = new double[LOGS.length];
        for (int i = 0; i < logs.length; i++) {
            logs[i] = came * LOGS[i] - expected * Math.expm1(LOGS[i]);
        }
        return of(logs, dispersion, came / expected);
    }

    /**
     * What came to one of all, day by day, against its part of what makes it come (binomial, given each day's sum): what all have in
     * common, as a weekend, takes no part.
     *
     * @param came to this one by day, 0 to {@code all} of that day
     * @param all that came to all of them, by day
     * @param parts by day, 0 to 1; days on which it is neither over 0 nor under 1 tell nothing
     * @param dispersion 1 or more
     */
    public static DailyBound ofPart(double[] came, double[] all, double[] parts, double dispersion) {
        double[] logs = new double[LOGS.length];
        double sum = 0;
        double expected = 0;
        for (int day = 0; day < came.length; day++) {
            double part = parts[day];
            if (!(part > 0 && part < 1) || all[day] <= 0) {
                continue;
            }
            sum += came[day];
            expected += all[day] * part;
            for (int i = 0; i < logs.length; i++) {
                logs[i] += came[day] * LOGS[i] - all[day] * Math.log1p(part * Math.expm1(LOGS[i]));
            }
        }
        return expected > 0 ? of(logs, dispersion, sum / expected) : UNKNOWN;
    }

    private static DailyBound of(double[] logs, double dispersion, double ratio) {
        double most = Double.NEGATIVE_INFINITY;
        for (double log : logs) {
            most = Math.max(most, log);
        }
        double sum = 0;
        for (int i = 0; i < logs.length; i++) {
            sum += WEIGHTS[i] * Math.exp((logs[i] - most) / dispersion);
        }
        return new DailyBound(Math.min(1, Math.exp(-most / dispersion) / sum), ratio);
    }
}
