package app.tidewrack.core.launch;

import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * One thing launch would do.
 *
 * @param externalId the network's id of the item; null when it is created
 * @param before how the item stands where it is changed; null otherwise
 * @param settings what it is to be, or is where nothing in it changes
 * @param belonging for a removal, how many items go with it
 */
public record Change(
        Action action,
        ItemKey key,
        @Nullable String externalId,
        @Nullable Settings before,
        Settings settings,
        int belonging) {

    /** What is done to the item. Stored by name. */
    public enum Action {
        CREATE,
        CHANGE,
        PAUSE,
        RESUME,
        /** For good; what belongs to it goes with it. */
        REMOVE;

        /** Whether what is done has a content that is sent; otherwise the item runs, stands still or goes as it is. */
        public boolean hasContent() {
            return this == CREATE || this == CHANGE;
        }

        /** Whether it is a switch: what the item is stays, and money stops or goes on. */
        public boolean standsOrRuns() {
            return this == PAUSE || this == RESUME;
        }
    }

    public Level level() {
        return key.level();
    }

    /** What of the item is new or changes; nothing where it only runs, stands still or goes. */
    public Set<Field> fields() {
        return action.hasContent() ? settings.differing(before) : Set.of();
    }
}
