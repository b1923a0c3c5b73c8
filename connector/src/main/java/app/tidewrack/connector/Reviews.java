package app.tidewrack.connector;

import app.tidewrack.core.launch.ReviewState;
import app.tidewrack.core.launch.Told;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** How what was set up stands on a network. */
public interface Reviews {
    /**
     * A campaign and all that belongs to it, as they stand on the network now.
     *
     * @param currency of its account
     */
    List<ItemTold> items(String campaignId, String currency);

    List<Review> reviews(String account);

    /**
     * Something on the network as it stands.
     *
     * @param told sources by the network's ids
     */
    record ItemTold(String id, boolean paused, boolean removed, Told told) {}

    record Review(String id, ReviewState state, @Nullable String reason, Instant submittedAt, Instant dueAt) {}
}
