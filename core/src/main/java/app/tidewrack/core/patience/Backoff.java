package app.tidewrack.core.patience;

import java.time.Duration;
import java.util.random.RandomGenerator;

/**
 * Waits between tries of the same thing: each so many times the one before, up to a longest. A wait is spread by up to a quarter
 * either way, so that those who failed together do not come back together (common practice, "jitter").
 *
 * @param first after the first try; at least a millisecond
 * @param factor of each to the one before; at least 1
 * @param longest none is over this, spread included
 */
public record Backoff(Duration first, double factor, Duration longest) {
    private static final double SPREAD = 0.25;

    /**
     * @param tries so far, at least 1
     * @param random spreads the waits
     * @return rounded down to a millisecond
     */
    public Duration after(int tries, RandomGenerator random) {
        // A double grows to infinity without going round to less, as a long would.
        double millis = first.toMillis() * Math.pow(factor, tries - 1.0);
        double spread = 1 + SPREAD * (2 * random.nextDouble() - 1);
        return Duration.ofMillis((long) Math.min(longest.toMillis(), millis * spread));
    }
}
