package app.tidewrack.core.launch;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * One thing launch would do.
 *
 * @param externalId the network's id of the item; null when it is created
 * @param fields what changes, with before and after; for a creation before is empty
 */
public record Change(
        Action action,
        Level level,
        String key,
        @Nullable String parentKey,
        String name,
        @Nullable String externalId,
        List<FieldChange> fields) {

    /** What is done to the item. */
    public enum Action {
        CREATE,
        CHANGE,
        PAUSE,
        RESUME,
        /** For good; what belongs to it goes with it. */
        REMOVE
    }

    /** Whether one of some fields changes. */
    public boolean changes(String... names) {
        return fields.stream().anyMatch(f -> List.of(names).contains(f.field()));
    }

    /** One field before and after. */
    public record FieldChange(String field, String before, String after) {}
}
