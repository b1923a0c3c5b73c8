package app.tidewrack.core.results;

import app.tidewrack.core.evidence.Weekdays;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.schedule.Flight;
import app.tidewrack.core.schedule.Hours;
import java.time.Duration;
import java.time.Instant;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.util.List;

/**
 * What was spent beside what was planned, as if the plan were spent evenly over the hours of the flight in which ads run, but for what
 * the account usually spends on each day of the week.
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

    /**
     * @param hours of the week in which ads run
     * @param week what is spent on its days
     * @param until up to when what was spent is known, which is some hours ago
     */
    public static SpendingPace of(
            Flight flight, Hours hours, Money planned, Money spent, Instant until, Weekdays week) {
        return together(flight, List.of(new Part(hours, planned)), spent, until, week);
    }

    /** Money that is planned for some hours of the week. */
    public record Part(Hours hours, Money planned) {}

    /**
     * The same of several parts that were spent together, as the rows of a campaign.
     *
     * @param parts one or more, of one currency
     */
    public static SpendingPace together(Flight flight, List<Part> parts, Money spent, Instant until, Weekdays week) {
        Money planned = parts.stream().map(Part::planned).reduce(Money::plus).orElseThrow();
        double due = due(flight, parts, until, week);
        double share = planned.minor() == 0 ? 0 : due / planned.minor();
        Money atEnd = share == 0 ? spent : new Money(Math.round(spent.minor() / share), planned.currency());
        ZonedDateTime day = until.atZone(flight.zone()).truncatedTo(ChronoUnit.DAYS);
        double most = due(flight, parts, day.plusDays(1).toInstant(), week);
        // Once its hours are over a day is judged whole.
        double least = due == most ? due : due(flight, parts, day.toInstant(), week);
        boolean early = Duration.between(flight.startsAt(), until).compareTo(LEAST) < 0;
        return new SpendingPace(
                planned,
                new Money(Math.round(due), planned.currency()),
                spent,
                atEnd,
                early ? Stand.TOO_EARLY : stand(spent.minor(), least, most));
    }

    private static double due(Flight flight, List<Part> parts, Instant until, Weekdays week) {
        return parts.stream()
                .mapToDouble(p -> {
                    double whole = p.hours().weighed(flight, flight.endsAt(), week::of);
                    return whole == 0 ? 0 : p.planned().minor() * p.hours().weighed(flight, until, week::of) / whole;
                })
                .sum();
    }

    /**
     * Networks spend a day's money when people are there, so within the day at hand anything from none to all of it is as planned.
     *
     * @param least due when the day began
     * @param most due when it ends
     */
    private static Stand stand(long spent, double least, double most) {
        if (spent < least * (100 - APART_PERCENT) / 100) {
            return Stand.SLOW;
        }
        return spent > most * (100 + APART_PERCENT) / 100 ? Stand.FAST : Stand.ON_PACE;
    }
}
