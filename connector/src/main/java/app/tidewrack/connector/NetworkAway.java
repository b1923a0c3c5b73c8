package app.tidewrack.connector;

import java.time.Duration;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** The network does not answer, or asks to wait; what was asked may be asked again. */
public final class NetworkAway extends RuntimeException {
    private final @Nullable Duration wait;

    public NetworkAway(String network, Throwable cause) {
        super("%s does not answer. Nothing was changed; try again in a moment.".formatted(network), cause);
        wait = null;
    }

    /** @param wait how long the network asks to be left alone */
    public NetworkAway(String network, Duration wait, Throwable cause) {
        super("%s takes no more calls for %d s.".formatted(network, wait.toSeconds()), cause);
        this.wait = wait;
    }

    /** How long the network asked to be left alone; null when it only does not answer. */
    public @Nullable Duration asksToWait() {
        return wait;
    }

    @Override
    public String getMessage() {
        return Objects.requireNonNull(super.getMessage());
    }
}
