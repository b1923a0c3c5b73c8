package app.tidewrack.core.signoff;

import app.tidewrack.core.launch.Change;
import app.tidewrack.core.launch.ChangeList;
import app.tidewrack.core.launch.Field;
import app.tidewrack.core.launch.Settings;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Whether what launching would do was approved as it is.
 *
 * @param since in what the item differs from what was decided on last; empty where it does not, or nothing was
 */
public record Coverage(Change change, Standing standing, Set<Field> since) {

    /** How one change stands to what approvers said. */
    public enum Standing {
        /** It only stops or takes away: nothing new is seen, and no money more is spent. */
        NEEDS_NONE,
        APPROVED,
        /** Sent as it is now, and not decided on. */
        WAITING,
        /** Approved once, and edited since. */
        CHANGED,
        /** Given back, edited since or not. */
        RETURNED,
        NEVER_SENT;

        /** Whether it may be launched where an approver's yes is demanded. */
        public boolean mayGo() {
            return this == NEEDS_NONE || this == APPROVED;
        }
    }

    /**
     * Of each item the last decision counts, so that whoever returns what was approved before takes the yes back. What is decided on
     * is what people see, who sees it, when, and for how much: an item that only has another name on the network is the same.
     *
     * @param sent all that was sent of the campaign, the oldest first
     * @return one for each change of the list, in its order
     */
    public static List<Coverage> of(ChangeList list, List<Sent> sent) {
        return list.changes().stream().map(c -> of(c, sent)).toList();
    }

    private static Coverage of(Change change, List<Sent> sent) {
        if (change.action() == Change.Action.PAUSE || change.action() == Change.Action.REMOVE) {
            return new Coverage(change, Standing.NEEDS_NONE, Set.of());
        }
        Sent decided = null;
        boolean waits = false;
        for (Sent s : sent) {
            Settings item = s.items().get(change.key());
            if (item == null) {
                continue;
            }
            if (s.state() == SignOffState.APPROVED || s.state() == SignOffState.RETURNED) {
                decided = s;
            } else if (s.state() == SignOffState.WAITING) {
                waits = differing(change.settings(), item).isEmpty();
            }
        }
        Settings last = decided == null ? null : decided.items().get(change.key());
        Set<Field> since = last == null ? Set.of() : differing(change.settings(), last);
        return new Coverage(change, standing(decided, since, waits), since);
    }

    private static Standing standing(@Nullable Sent decided, Set<Field> since, boolean waits) {
        if (decided != null && decided.state() == SignOffState.APPROVED && since.isEmpty()) {
            return Standing.APPROVED;
        } else if (waits) {
            return Standing.WAITING;
        } else if (decided == null) {
            return Standing.NEVER_SENT;
        }
        return decided.state() == SignOffState.APPROVED ? Standing.CHANGED : Standing.RETURNED;
    }

    /** In what an item differs from one that was sent before, as far as an approver cares; without one in all it says. */
    public static Set<Field> differing(Settings now, @Nullable Settings before) {
        Set<Field> fields = now.differing(before);
        fields.remove(Field.NAME);
        return fields;
    }
}
