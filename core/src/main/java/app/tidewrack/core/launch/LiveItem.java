package app.tidewrack.core.launch;

import java.util.Map;

/**
 * One item as it was last known on the network.
 *
 * @param externalId the network's id
 * @param fields what was last sent
 */
public record LiveItem(
        Level level, String key, String name, String externalId, Map<String, String> fields, boolean paused) {}
