package app.tidewrack.connector;

import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** The network understood and said no; asking the same again gets the same answer. */
public final class NetworkRefused extends RuntimeException {
    private final @Nullable String field;

    /**
     * @param reason what is wrong, with the value, and the way out
     * @param field what the network refused, as it calls it; null where it does not say
     */
    public NetworkRefused(String network, String reason, @Nullable String field) {
        super("%s refused: %s".formatted(network, reason));
        this.field = field;
    }

    /** What the network refused, as it calls it; null where it does not say. */
    public @Nullable String field() {
        return field;
    }

    @Override
    public String getMessage() {
        return Objects.requireNonNull(super.getMessage());
    }
}
