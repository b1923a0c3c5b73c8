package app.tidewrack.core.launch;

import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * One item as it was last known on the network.
 *
 * @param parentKey key of the item it belongs to; null for a campaign
 * @param externalId the network's id
 * @param fields what was last sent
 */
public record LiveItem(
        Level level,
        String key,
        @Nullable String parentKey,
        String name,
        String externalId,
        Map<String, String> fields,
        boolean paused) {}
