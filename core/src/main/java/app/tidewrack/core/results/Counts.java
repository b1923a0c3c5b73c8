package app.tidewrack.core.results;

import java.util.Arrays;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** What an ad, or a sum of ads, brought, by {@link Measure}; never changed once made. Reach is not here: people are never added. */
public final class Counts {
    public static final Counts NONE = new Counts(new long[Measure.values().length]);

    private final long[] byMeasure;

    private Counts(long[] byMeasure) {
        this.byMeasure = byMeasure;
    }

    /** What is not named is 0. */
    public static Counts of(Map<Measure, Long> counts) {
        long[] made = new long[NONE.byMeasure.length];
        counts.forEach((measure, count) -> made[measure.ordinal()] = count);
        return new Counts(made);
    }

    public Counts with(Measure measure, long count) {
        long[] made = byMeasure.clone();
        made[measure.ordinal()] = count;
        return new Counts(made);
    }

    public long get(Measure measure) {
        return byMeasure[measure.ordinal()];
    }

    /** @throws ArithmeticException when a sum is past 2⁶³ */
    public Counts plus(Counts other) {
        long[] sum = byMeasure.clone();
        for (int i = 0; i < sum.length; i++) {
            sum[i] = Math.addExact(sum[i], other.byMeasure[i]);
        }
        return new Counts(sum);
    }

    /** @throws ArithmeticException when a difference is past 2⁶³ */
    public Counts minus(Counts other) {
        long[] rest = byMeasure.clone();
        for (int i = 0; i < rest.length; i++) {
            rest[i] = Math.subtractExact(rest[i], other.byMeasure[i]);
        }
        return new Counts(rest);
    }

    public long spendMinor() {
        return get(Measure.SPEND);
    }

    @Override
    public boolean equals(@Nullable Object other) {
        return other instanceof Counts c && Arrays.equals(byMeasure, c.byMeasure);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(byMeasure);
    }

    @Override
    public String toString() {
        return Arrays.toString(byMeasure);
    }
}
