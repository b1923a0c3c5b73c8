package app.tidewrack.server.launch;

import app.tidewrack.core.launch.Change;
import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.launch.ChangeList;
import app.tidewrack.core.launch.ChangeState;
import app.tidewrack.core.launch.Field;
import app.tidewrack.core.launch.ItemKey;
import app.tidewrack.server.launch.kept.LaunchMapper.StoredChange;
import app.tidewrack.server.web.Ids;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * The changes of one launch as they are kept: in order, each waiting for what it belongs to, where that is created or given its
 * money another way.
 */
final class Dispatch {
    /** Ids of changes that others wait for, by their item. */
    private final Map<ItemKey, String> first = new HashMap<>();

    private final List<StoredChange> stored = new ArrayList<>();

    private Dispatch() {}

    /** @param paused what is created stands still at first */
    static List<StoredChange> of(ChangeList list, boolean paused) {
        Dispatch dispatch = new Dispatch();
        list.changes().forEach(c -> dispatch.add(c, paused));
        return dispatch.stored;
    }

    private void add(Change change, boolean paused) {
        String waitsFor = change.key().parent().map(first::get).orElse(null);
        String id = store(change, change.action(), waitsFor);
        if (change.action() == Action.CHANGE && change.fields().stream().anyMatch(Field::isMoney)) {
            first.put(change.key(), id);
        }
        if (change.action() != Action.CREATE) {
            return;
        }
        // What belongs to it waits until it stands still.
        boolean stills = paused && waitsFor == null;
        first.put(change.key(), stills ? store(change, Action.PAUSE, id) : id);
    }

    private String store(Change change, Action action, @Nullable String waitsFor) {
        String id = Ids.fresh();
        stored.add(new StoredChange(
                id,
                stored.size(),
                action,
                change.level(),
                change.key().text(),
                waitsFor,
                change.settings().name(),
                change.externalId(),
                change.before(),
                action.hasContent() ? change.settings() : null,
                ChangeState.WAITING,
                0,
                null));
        return id;
    }
}
