package app.tidewrack.core.evidence;

import java.util.List;

/**
 * How what belongs to a day comes in bit by bit over the days after it, learned from days that are older: chain ladder with the
 * errors of T. Mack (ASTIN Bulletin 23, 1993, 213–225).
 */
public final class ChainLadder {
    /** Of age to the next: how many times as much there is then. */
    final double[] factors;

    /** Mack's σ², in the units of what comes. */
    final double[] variances;

    /** What the factor was seen on. */
    final double[] seen;

    /**
     * What came to belong to one day, summed from the start.
     *
     * @param first age in days at which it was first seen, 0 or more
     * @param came by age from there on; at least one
     */
    public record Cohort(int first, double[] came) {
        int last() {
            return first + came.length - 1;
        }

        double now() {
            return came[came.length - 1];
        }

        double at(int age) {
            return came[age - first];
        }
    }

    private ChainLadder(double[] factors, double[] variances, double[] seen) {
        this.factors = factors;
        this.variances = variances;
        this.seen = seen;
    }

    /** @param cohorts from which it is learned; beyond the age of the oldest nothing is expected */
    public static ChainLadder of(List<Cohort> cohorts) {
        int ages = cohorts.stream().mapToInt(Cohort::last).max().orElse(0);
        double[] factors = new double[ages];
        double[] variances = new double[ages];
        double[] seen = new double[ages];
        for (int age = 0; age < ages; age++) {
            double next = 0;
            int of = 0;
            for (Cohort c : cohorts) {
                if (c.first() <= age && c.last() > age) {
                    seen[age] += c.at(age);
                    next += c.at(age + 1);
                    of += c.at(age) > 0 ? 1 : 0;
                }
            }
            factors[age] = seen[age] > 0 ? next / seen[age] : 1;
            variances[age] = of > 1 ? variance(cohorts, age, factors[age], of) : Double.NaN;
        }
        for (int age = 0; age < ages; age++) {
            variances[age] = Double.isNaN(variances[age]) ? beyond(variances, age) : variances[age];
        }
        return new ChainLadder(factors, variances, seen);
    }

    private static double variance(List<Cohort> cohorts, int age, double factor, int of) {
        double sum = 0;
        for (Cohort c : cohorts) {
            if (c.first() <= age && c.last() > age && c.at(age) > 0) {
                sum += c.at(age) * Math.pow(c.at(age + 1) / c.at(age) - factor, 2);
            }
        }
        return sum / (of - 1);
    }

    /** Where a single day is left to learn from, the two ages before go on (Mack, page 217). */
    private static double beyond(double[] variances, int age) {
        if (age < 2) {
            return 0;
        }
        double before = variances[age - 1];
        double earlier = variances[age - 2];
        return earlier > 0 ? Math.min(before * before / earlier, Math.min(earlier, before)) : 0;
    }

    /** The age from which nothing more is expected. */
    public int ages() {
        return factors.length;
    }

    /**
     * The part of all that has come at an age, between whole ages in proportion; over 1 where some is taken back later.
     *
     * @param age in days, 0 or more
     */
    public double come(double age) {
        int whole = (int) Math.min(age, factors.length);
        double at = 1 / toEnd(whole);
        return whole >= factors.length ? 1 : at + (age - whole) * (1 / toEnd(whole + 1) - at);
    }

    double toEnd(int age) {
        double times = 1;
        for (int k = age; k < factors.length; k++) {
            times *= factors[k];
        }
        return times > 0 ? times : 1;
    }

    /** Standard error of {@link #come} by what it was learned from. */
    public double error(double age) {
        double relative = 0;
        for (int k = (int) Math.min(age, factors.length); k < factors.length; k++) {
            relative += seen[k] > 0 ? square(variances[k], factors[k]) / seen[k] : 0;
        }
        return come(age) * Math.sqrt(relative);
    }

    static double square(double variance, double factor) {
        return factor == 0 ? 0 : variance / (factor * factor);
    }
}
