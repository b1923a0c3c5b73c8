package app.tidewrack.server.launch;

import app.tidewrack.core.launch.Change;
import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.launch.LaunchDesk.Choice;
import app.tidewrack.server.launch.LaunchMapper.StoredChange;
import app.tidewrack.server.launch.LaunchWishes.Wish;
import app.tidewrack.server.network.NetworkConnector.ItemTold;
import app.tidewrack.server.web.Ids;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.json.JsonMapper;

/**
 * The changes of one launch as they are kept: those chosen, in order, each waiting for what it belongs to, where that is created
 * or given its money another way.
 */
final class Dispatch {
    private final Map<String, Wish> wishes;
    private final JsonMapper json;
    /** Ids of changes that others wait for, by the key of their item. */
    private final Map<String, String> first = new HashMap<>();

    private final List<StoredChange> stored = new ArrayList<>();

    private Dispatch(Map<String, Wish> wishes, JsonMapper json) {
        this.wishes = wishes;
        this.json = json;
    }

    /** @throws Refusal when a key is not in the list */
    static List<StoredChange> of(List<Change> changes, Map<String, Wish> wishes, Choice choice, JsonMapper json) {
        Dispatch dispatch = new Dispatch(wishes, json);
        List<Change> taken = choice.keys() == null ? changes : chosen(changes, choice.keys());
        taken.forEach(c -> dispatch.add(c, choice.paused()));
        return dispatch.stored;
    }

    private static List<Change> chosen(List<Change> changes, Set<String> keys) {
        Map<String, Change> created = changes.stream()
                .filter(c -> c.action() == Action.CREATE)
                .collect(Collectors.toMap(Change::key, c -> c));
        Set<String> taken = new HashSet<>(keys);
        for (String key : keys) {
            for (Change c = created.get(key); c != null; c = created.get(c.parentKey())) {
                taken.add(c.key());
            }
        }
        List<Change> chosen =
                changes.stream().filter(c -> taken.contains(c.key())).toList();
        Set<String> known = changes.stream().map(Change::key).collect(Collectors.toSet());
        keys.stream().filter(k -> !known.contains(k)).findFirst().ifPresent(k -> {
            throw new Refusal("keys", "Nothing changes of %s.".formatted(k), "Look at the list again.");
        });
        if (chosen.isEmpty()) {
            throw new Refusal("keys", "No change was chosen.", "Choose at least one.");
        }
        return chosen;
    }

    private void add(Change change, boolean paused) {
        String parent = change.parentKey();
        String waitsFor = parent == null ? null : first.get(parent);
        String id = store(change, change.action(), waitsFor);
        if (change.action() == Action.CHANGE && change.changes(ItemTold.MONEY, ItemTold.LIFETIME)) {
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
        Wish wish = wishes.get(change.key());
        boolean content = action == Action.CREATE || action == Action.CHANGE;
        String id = Ids.fresh();
        stored.add(new StoredChange(
                id,
                stored.size(),
                action.name(),
                change.level().name(),
                change.key(),
                waitsFor,
                change.parentKey(),
                change.name(),
                change.externalId(),
                json.writeValueAsString(content ? change.fields() : List.of()),
                json.writeValueAsString(wish == null ? Map.of() : wish.item().fields()),
                wish == null ? "{}" : json.writeValueAsString(wish.order()),
                "WAITING",
                0,
                null));
        return id;
    }
}
