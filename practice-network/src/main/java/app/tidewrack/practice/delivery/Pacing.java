package app.tidewrack.practice.delivery;

import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.practice.network.Market;
import app.tidewrack.practice.world.Chance;
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

    private static final double SHY = 0.08;
    private static final double SHY_AT_FIRST = 0.25;
    private static final double LEAST_GRIP = 0.6;

    private Pacing() {}

    /**
     * The part of a day's money that delivery means to spend: nearly all, less on some days, and on the first day it feels its way. Our
     * own figures; networks promise only not to go over.
     *
     * @param owner of the money
     */
    static double aim(String owner, LocalDate day, boolean first) {
        long seed = Chance.seed("aim of " + owner);
        double low = Chance.unit(seed, day.toEpochDay());
        return (1 - SHY * low * low) * (first ? 1 - SHY_AT_FIRST * Chance.unit(seed, 0) : 1);
    }

    /** The part of what is due by an hour's end that is bought in it; the rest is caught up with later. */
    static double grip(String owner, Instant hour) {
        double firm = Chance.unit(Chance.seed("grip of " + owner), hour.getEpochSecond());
        return LEAST_GRIP + (1 - LEAST_GRIP) * firm;
    }

    /** True when the hours chosen include this one. */
    static boolean runs(@Nullable String hours, Instant hour, ZoneId zone) {
        ZonedDateTime local = hour.atZone(zone);
        return hours == null
                || hours.charAt((local.getDayOfWeek().getValue() - 1) * HOURS_OF_DAY + local.getHour()) == '1';
    }

    /**
     * Parts of a day's money, 0 to 1.
     *
     * @param byEnd that may have been spent by the end of an hour
     * @param inHour that falls due in the hour
     */
    record Due(double byEnd, double inHour) {}

    /**
     * The part of a day's money that may have been spent by the end of an hour: even pace follows how busy the hours are,
     * front-loaded pace runs three times as fast.
     */
    static Due due(Market market, @Nullable String hours, Pace pace, Instant hour, ZoneId zone) {
        LocalDate day = hour.atZone(zone).toLocalDate();
        double before = 0;
        double until = 0;
        double all = 0;
        for (Instant h = day.atStartOfDay(zone).toInstant();
                h.isBefore(day.plusDays(1).atStartOfDay(zone).toInstant());
                h = h.plus(HOUR)) {
            double busy = runs(hours, h, zone) ? market.share(h.atZone(zone).getHour()) : 0;
            all += busy;
            before += h.isBefore(hour) ? busy : 0;
            until += h.isAfter(hour) ? 0 : busy;
        }
        if (all == 0) {
            return new Due(0, 0);
        }
        double faster = pace == Pace.FRONT ? FRONT : 1;
        double byEnd = Math.min(1, faster * until / all);
        return new Due(byEnd, byEnd - Math.min(1, faster * before / all));
    }
}
