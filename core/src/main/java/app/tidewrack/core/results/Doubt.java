package app.tidewrack.core.results;

import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Why a line of a network's report is not believed. Such a line is put aside, and told to people; the others count.
 *
 * @param field what of the line, such as {@code clicks}, {@code hour} or {@code adId}
 * @param told what stands there, as the network told it; empty where nothing does
 * @param bound the least or most that is believed, in counts, minor units or, for {@link Kind#TOO_EARLY}, days back; null where there is none
 */
public record Doubt(
        Kind kind, String field, String told, @Nullable Long bound) {
    /** Of one ad in an hour, but for money; so that a month of them stays within the whole numbers that facts are kept in. */
    public static final long MOST_AN_HOUR = 2_000_000;

    /** Of one ad in an hour, in minor units: a hundred million of the currency. */
    public static final long MOST_MONEY_AN_HOUR = 10_000_000_000L;

    /** Hours of the longest day there is. */
    public static final long HOURS_OF_A_DAY = 25;

    /** 37 months, which is how far back networks tell at most (common practice, from memory). */
    public static final Duration FURTHEST_BACK = Duration.ofDays(1127);

    /** How far a network may be ahead of us: a clock that is set wrong is still believed, another year is not. */
    private static final Duration AHEAD = Duration.ofDays(31);

    /** Clicks beyond impressions that some hours may have: who sees an ad before the hour ends may click after. */
    private static final long CLICKS_AFTERWARDS = 100;

    private static final int LONGEST_TOLD = 60;

    /** What kind of doubt, for words. */
    public enum Kind {
        UNREADABLE,
        TOO_LITTLE,
        TOO_MUCH,
        TOO_EARLY,
        TO_COME
    }

    public Doubt {
        told = told.length() <= LONGEST_TOLD ? told : told.substring(0, LONGEST_TOLD - 1) + "…";
    }

    /** Of what cannot be read as what stands in that place. */
    public static Doubt unreadable(String field, @Nullable Object told) {
        return new Doubt(Kind.UNREADABLE, field, told == null ? "" : told.toString(), null);
    }

    /**
     * Whether one ad can have brought so much. Nothing is counted below zero but the worth of sales, of which some are sent back.
     *
     * @param hours that it is told of, 1 for a line of hours, {@link #HOURS_OF_A_DAY} for one of a day
     */
    public static Optional<Doubt> of(Counts counts, long hours) {
        for (Measure measure : Measure.REPORTED) {
            long count = counts.get(measure);
            long most = hours * (measure.unit() == Unit.MONEY ? MOST_MONEY_AN_HOUR : MOST_AN_HOUR);
            long least = measure == Measure.VALUE ? -most : 0;
            if (count < least || count > most) {
                boolean little = count < least;
                return Optional.of(new Doubt(
                        little ? Kind.TOO_LITTLE : Kind.TOO_MUCH,
                        measure.code(),
                        Long.toString(count),
                        little ? least : most));
            }
        }
        return Optional.empty();
    }

    /** Whether something can be known of an hour. */
    public static Optional<Doubt> of(Instant hour, Instant now) {
        if (hour.isBefore(now.minus(FURTHEST_BACK))) {
            return Optional.of(new Doubt(Kind.TOO_EARLY, "hour", hour.toString(), FURTHEST_BACK.toDays()));
        }
        return hour.isAfter(now.plus(AHEAD))
                ? Optional.of(new Doubt(Kind.TO_COME, "hour", hour.toString(), null))
                : Optional.empty();
    }

    /** Whether lines together look as if their columns were swapped: who clicks on an ad was shown it (common practice). */
    public static Optional<Doubt> of(Collection<Counts> lines) {
        long impressions =
                lines.stream().mapToLong(c -> c.get(Measure.IMPRESSIONS)).sum();
        long clicks = lines.stream().mapToLong(c -> c.get(Measure.CLICKS)).sum();
        return clicks > impressions + CLICKS_AFTERWARDS
                ? Optional.of(new Doubt(Kind.TOO_MUCH, Measure.CLICKS.code(), Long.toString(clicks), impressions))
                : Optional.empty();
    }
}
