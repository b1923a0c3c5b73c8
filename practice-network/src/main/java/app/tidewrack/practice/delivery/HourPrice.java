package app.tidewrack.practice.delivery;

import app.tidewrack.practice.world.Chance;
import java.time.Duration;
import java.time.Instant;

/** How dear a network is at an hour: it drifts over days and weeks, and wavers from hour to hour. */
final class HourPrice {
    private HourPrice() {}

    /** About 0.8 to 1.25. */
    static double of(String network, Instant hour) {
        long hours = Duration.between(Instant.EPOCH, hour).toHours();
        double week = Math.sin(2 * Math.PI * hours / (24 * 7));
        double day = Chance.unit(Chance.seed("price of " + network), hours / 24) - 0.5;
        double now = Chance.unit(Chance.seed("hour price of " + network), hours) - 0.5;
        return Math.exp(0.06 * week + 0.2 * day + 0.12 * now);
    }
}
