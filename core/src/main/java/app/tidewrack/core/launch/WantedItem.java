package app.tidewrack.core.launch;

import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * One item as the plan wants it on the network.
 *
 * @param key our own id of it, stable over its life
 * @param parentKey key of the item it belongs to; null for a campaign
 * @param fields what is sent, by field, in a stable order
 */
public record WantedItem(
        Level level, String key, @Nullable String parentKey, String name, Map<String, String> fields) {}
