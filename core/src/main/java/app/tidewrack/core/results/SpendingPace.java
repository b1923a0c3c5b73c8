package app.tidewrack.core.results;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.schedule.Flight;
import java.time.Duration;
import java.time.Instant;

/**
 * What was spent beside what was planned, as if the plan were spent evenly over the hours of the flight.
 *
 * @param planned for the whole flight
 * @param due what of it should be spent by now, rounded to a minor unit
 * @param spent by now
 * @param atEnd what will be spent in the whole flight when it goes on like this, rounded; what was spent once it is over
 */
public record SpendingPace(Money planned, Money due, Money spent, Money atEnd, Stand stand) {
    /** How it stands. */
    public enum Stand {
        /** Less than a day was told of, which says nothing yet. */
        TOO_EARLY,
        ON_PACE,
        /** More than {@value #APART_PERCENT} % under what is due. */
        SLOW,
        /** More than {@value #APART_PERCENT} % over it. */
        FAST
    }

    static final int APART_PERCENT = 15;
    private static final Duration LEAST = Duration.ofDays(1);

    /** @param until up to when what was spent is known, which is some hours ago */
    public static SpendingPace of(Flight flight, Money planned, Money spent, Instant until) {
        Duration whole = Duration.between(flight.startsAt(), flight.endsAt());
        Duration gone = Duration.between(flight.startsAt(), until);
        if (gone.compareTo(whole) > 0) {
            gone = whole;
        }
        double share = Math.max(0, (double) gone.toSeconds() / whole.toSeconds());
        Money due = new Money(Math.round(planned.minor() * share), planned.currency());
        Money atEnd = share == 0 ? spent : new Money(Math.round(spent.minor() / share), planned.currency());
        return new SpendingPace(planned, due, spent, atEnd, stand(due, spent, gone));
    }

    private static Stand stand(Money due, Money spent, Duration gone) {
        if (gone.compareTo(LEAST) < 0) {
            return Stand.TOO_EARLY;
        }
        double apart = due.minor() == 0 ? 0 : 100.0 * (spent.minor() - due.minor()) / due.minor();
        if (Math.abs(apart) <= APART_PERCENT) {
            return Stand.ON_PACE;
        }
        return apart < 0 ? Stand.SLOW : Stand.FAST;
    }
}
