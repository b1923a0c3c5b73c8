package app.tidewrack.practice.delivery;

import app.tidewrack.practice.network.Market;
import app.tidewrack.practice.world.Chance;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;

/** How dear a network is at an hour: by the season, the day of the week, and as days and hours happen to be. */
final class HourPrice {
    /** Rivals offer most in the weeks before the end of the year (common practice: the last quarter is the dearest). */
    private static final int DEAREST_DAY = 340;

    private static final double SEASON = 0.15;
    private static final double DAYS = 0.07;
    private static final double HOURS = 0.05;
    private static final double DAYS_OF_YEAR = 365.25;

    private HourPrice() {}

    /** About 0.65 to 1.5, and 1 over a year. */
    static double of(String network, Market market, Instant hour) {
        ZonedDateTime at = hour.atZone(ZoneOffset.UTC);
        long hours = Duration.between(Instant.EPOCH, hour).toHours();
        double season = Math.cos(2 * Math.PI * (at.getDayOfYear() - DEAREST_DAY) / DAYS_OF_YEAR);
        double day = Chance.normal(Chance.seed("price of " + network), hours / 24);
        double now = Chance.normal(Chance.seed("hour price of " + network), hours);
        return market.bidding(at.getDayOfWeek()) * Math.exp(SEASON * season + DAYS * day + HOURS * now);
    }
}
