package app.tidewrack.core.schedule;

import app.tidewrack.core.refusal.Refusal;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.format.TextStyle;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.ToDoubleFunction;

/**
 * The hours of a week in which ads run, in the account's zone.
 *
 * @param week {@value #LENGTH} signs, 1 where ads run and 0 where not, from Monday 0 o'clock
 */
public record Hours(String week) {
    public static final int LENGTH = 168;

    private static final int OF_DAY = 24;

    public static final Hours ALL = new Hours("1".repeat(LENGTH));

    /** @throws Refusal (field {@code hours}) when the week is no such row of signs */
    public Hours {
        if (week.length() != LENGTH || !week.chars().allMatch(c -> c == '0' || c == '1')) {
            throw new Refusal(
                    "hours",
                    "The hours have %d signs; a week has %d, each 0 or 1.".formatted(week.length(), LENGTH),
                    "Choose hours on the grid.");
        }
    }

    /**
     * The same hours every day.
     *
     * @param from first hour, 0 to 23
     * @param to the hour at which it ends, over {@code from}, at most 24
     */
    public static Hours daily(int from, int to) {
        String day = "0".repeat(from) + "1".repeat(to - from) + "0".repeat(OF_DAY - to);
        return new Hours(day.repeat(7));
    }

    public boolean all() {
        return equals(ALL);
    }

    public boolean none() {
        return week.indexOf('1') < 0;
    }

    /** True when ads run at this hour, 0 to 23, of this day. */
    public boolean runs(DayOfWeek day, int hour) {
        return week.charAt((day.getValue() - 1) * OF_DAY + hour) == '1';
    }

    /**
     * How long ads run in a flight as clocks really go: an hour that a spring change leaves out is not run, one that an autumn
     * change repeats is run twice, and a zone that moves by half an hour counts so.
     */
    public Duration within(Flight flight) {
        return within(flight, flight.endsAt());
    }

    /** Likewise of the part of a flight that is before a moment. */
    public Duration within(Flight flight, Instant until) {
        return Duration.ofSeconds(Math.round(weighed(flight, until, d -> 1)));
    }

    /**
     * The same in seconds, each counted as much as its day of the week weighs.
     *
     * @param weight 0 or more
     */
    public double weighed(Flight flight, Instant until, ToDoubleFunction<DayOfWeek> weight) {
        double seconds = 0;
        for (LocalDate day = flight.start(); day.isBefore(flight.end()); day = day.plusDays(1)) {
            Instant start = day.atStartOfDay(flight.zone()).toInstant();
            if (!start.isBefore(until)) {
                break;
            }
            Instant end = day.plusDays(1).atStartOfDay(flight.zone()).toInstant();
            long run = end.isAfter(until) ? seconds(start, until, flight.zone()) : seconds(day, flight.zone());
            seconds += run * weight.applyAsDouble(day.getDayOfWeek());
        }
        return seconds;
    }

    private long seconds(LocalDate day, ZoneId zone) {
        Instant start = day.atStartOfDay(zone).toInstant();
        Instant end = day.plusDays(1).atStartOfDay(zone).toInstant();
        if (Duration.between(start, end).toHours() == OF_DAY
                && Duration.between(start, end).toMinutesPart() == 0) {
            int from = (day.getDayOfWeek().getValue() - 1) * OF_DAY;
            return week.substring(from, from + OF_DAY)
                            .chars()
                            .filter(c -> c == '1')
                            .count()
                    * 3600;
        }
        return seconds(start, end, zone);
    }

    private long seconds(Instant start, Instant end, ZoneId zone) {
        long seconds = 0;
        Instant now = start;
        while (now.isBefore(end)) {
            ZonedDateTime local = now.atZone(zone);
            Instant next = next(local, zone, end);
            if (runs(local.getDayOfWeek(), local.getHour())) {
                seconds += Duration.between(now, next).toSeconds();
            }
            now = next;
        }
        return seconds;
    }

    /** The end of the local hour, or the change of clocks within it. */
    private static Instant next(ZonedDateTime local, ZoneId zone, Instant end) {
        Instant hour = local.toInstant()
                .plus(Duration.between(
                        local.toLocalDateTime(),
                        local.toLocalDateTime().truncatedTo(ChronoUnit.HOURS).plusHours(1)));
        var change = zone.getRules().nextTransition(local.toInstant());
        Instant next = change != null && change.getInstant().isBefore(hour) ? change.getInstant() : hour;
        return next.isBefore(end) ? next : end;
    }

    /** {@code all hours}, {@code daily 7 to 23}, or each day's hours: {@code Mon 9 to 12, 14 to 18; Tue 9 to 12}. */
    public String words() {
        if (all()) {
            return "all hours";
        }
        if (none()) {
            return "no hours";
        }
        List<String> days = new ArrayList<>();
        for (DayOfWeek day : DayOfWeek.values()) {
            days.add(words(day));
        }
        if (days.stream().distinct().count() == 1) {
            return "daily " + days.get(0);
        }
        List<String> told = new ArrayList<>();
        for (DayOfWeek day : DayOfWeek.values()) {
            String hours = days.get(day.getValue() - 1);
            if (!hours.isEmpty()) {
                told.add(day.getDisplayName(TextStyle.SHORT, Locale.UK) + " " + hours);
            }
        }
        return String.join("; ", told);
    }

    private String words(DayOfWeek day) {
        List<String> spans = new ArrayList<>();
        for (int hour = 0; hour < OF_DAY; hour++) {
            if (!runs(day, hour)) {
                continue;
            }
            int from = hour;
            while (hour + 1 < OF_DAY && runs(day, hour + 1)) {
                hour++;
            }
            spans.add(from + " to " + (hour + 1));
        }
        return String.join(", ", spans);
    }
}
