package app.tidewrack.server.network;

import app.tidewrack.core.patience.Backoff;
import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * How a network that does not answer is waited for.
 *
 * @param firstWait before what was asked is asked again, the first time
 * @param longestWait before it is asked again for the tenth time and later
 * @param longestRest in which nobody asks it anything but one call
 */
@ConfigurationProperties("tidewrack.patience")
public record PatienceSettings(
        @DefaultValue("1s") Duration firstWait,
        @DefaultValue("30s") Duration longestWait,
        @DefaultValue("20s") Duration longestRest) {
    /** A pause is waited for a third as long: money may be running. */
    private static final int URGENT = 3;

    /** Before a change is sent again. */
    public Backoff waits() {
        return new Backoff(firstWait, 2, longestWait);
    }

    /** Before a pause is sent again. */
    public Backoff waitsOfPauses() {
        return new Backoff(firstWait, 2, longestWait.dividedBy(URGENT));
    }

    Backoff rests() {
        return new Backoff(firstWait, 2, longestRest);
    }
}
