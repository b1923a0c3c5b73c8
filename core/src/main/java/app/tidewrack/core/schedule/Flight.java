package app.tidewrack.core.schedule;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.text.DayWords;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;

/**
 * When a campaign runs: whole account days from {@code start} up to but not including {@code end}, in the account's IANA
 * zone. A day has 23, 24 or 25 hours.
 */
public record Flight(LocalDate start, LocalDate end, ZoneId zone) {
    /** The longest flight, in days. */
    public static final int LONGEST_DAYS = 366;

    /** @throws Refusal (field {@code lastDay}) when it ends before it starts or lasts over {@link #LONGEST_DAYS} days */
    public Flight {
        LocalDate lastDay = end.minusDays(1);
        if (!end.isAfter(start)) {
            throw new Refusal(
                    "lastDay",
                    "The last day, %s, is before the first, %s.".formatted(DayWords.of(lastDay), DayWords.of(start)),
                    "Choose a last day on or after the first.");
        }
        long days = ChronoUnit.DAYS.between(start, end);
        if (days > LONGEST_DAYS) {
            throw new Refusal(
                    "lastDay",
                    "%s to %s is %d days; the longest is %d."
                            .formatted(DayWords.of(start), DayWords.of(lastDay), days, LONGEST_DAYS),
                    "Choose an earlier last day.");
        }
    }

    /** @param lastDay the last day on which ads run, as the screen shows it */
    public static Flight through(LocalDate start, LocalDate lastDay, ZoneId zone) {
        return new Flight(start, lastDay.plusDays(1), zone);
    }

    public LocalDate lastDay() {
        return end.minusDays(1);
    }

    public int days() {
        return (int) ChronoUnit.DAYS.between(start, end);
    }

    /** Hours of the whole flight as clocks really run, so a flight over a spring change has one less. */
    public long hours() {
        return Duration.between(startsAt(), endsAt()).toHours();
    }

    public Instant startsAt() {
        return start.atStartOfDay(zone).toInstant();
    }

    public Instant endsAt() {
        return end.atStartOfDay(zone).toInstant();
    }

    public boolean contains(Instant instant) {
        return !instant.isBefore(startsAt()) && instant.isBefore(endsAt());
    }
}
