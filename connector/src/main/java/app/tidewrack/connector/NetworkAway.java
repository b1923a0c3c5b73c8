package app.tidewrack.connector;

import java.time.Duration;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** The network does not answer, or asks to wait; what was asked may be asked again. */
public final class NetworkAway extends RuntimeException {
    private final String network;
    private final @Nullable Duration wait;

    public NetworkAway(String network, Throwable cause) {
        super("%s does not answer. Nothing was changed; try again in a moment.".formatted(network), cause);
        this.network = network;
        wait = null;
    }

    /** @param wait how long the network asks to be left alone */
    public NetworkAway(String network, Duration wait, Throwable cause) {
        super("%s takes no more calls for %d s.".formatted(network, wait.toSeconds()), cause);
        this.network = network;
        this.wait = wait;
    }

    /** It lately did not answer and was not asked. */
    private NetworkAway(NetworkAway lately, Duration wait) {
        super(
                "%s does not answer. Nothing was changed; it is asked again in %d s."
                        .formatted(lately.network, wait.toSeconds() + 1),
                lately);
        network = lately.network;
        this.wait = wait;
    }

    /** The same, told without asking again. */
    public NetworkAway stillFor(Duration wait) {
        return new NetworkAway(this, wait);
    }

    /** What is so, for whoever goes on asking: the sentence without what a person could do. */
    public String fact() {
        String all = getMessage();
        int end = all.indexOf(". ");
        return end < 0 ? all : all.substring(0, end + 1);
    }

    /** How long the network asked to be left alone, or is left alone; null when it was asked and did not answer. */
    public @Nullable Duration asksToWait() {
        return wait;
    }

    @Override
    public String getMessage() {
        return Objects.requireNonNull(super.getMessage());
    }
}
