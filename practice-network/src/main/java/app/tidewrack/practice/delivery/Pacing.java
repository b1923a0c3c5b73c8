package app.tidewrack.practice.delivery;

import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.practice.network.Market;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import org.jspecify.annotations.Nullable;

/** How a day's money is spread over its hours, which are 23, 24 or 25. */
final class Pacing {
    private static final Duration HOUR = Duration.ofHours(1);
    private static final double FRONT = 3;
    private static final int HOURS_OF_DAY = 24;

    private Pacing() {}

    /** True when the hours chosen include this one. */
    static boolean runs(@Nullable String hours, Instant hour, ZoneId zone) {
        ZonedDateTime local = hour.atZone(zone);
        return hours == null
                || hours.charAt((local.getDayOfWeek().getValue() - 1) * HOURS_OF_DAY + local.getHour()) == '1';
    }

    /**
     * The part of a day's money that may have been spent by the end of an hour: even pace follows how busy the hours are,
     * front-loaded pace runs three times as fast.
     */
    static double dueBy(Market market, @Nullable String hours, Pace pace, Instant hour, ZoneId zone) {
        LocalDate day = hour.atZone(zone).toLocalDate();
        double until = 0;
        double all = 0;
        for (Instant h = day.atStartOfDay(zone).toInstant();
                h.isBefore(day.plusDays(1).atStartOfDay(zone).toInstant());
                h = h.plus(HOUR)) {
            double busy = runs(hours, h, zone) ? market.share(h.atZone(zone).getHour()) : 0;
            all += busy;
            until += h.isAfter(hour) ? 0 : busy;
        }
        double share = all == 0 ? 0 : until / all;
        return pace == Pace.FRONT ? Math.min(1, FRONT * share) : share;
    }
}
