package app.tidewrack.core.launch;

import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * What launching would do, ordered so that an item comes after the one it belongs to. Comparing a plan with a live state
 * that equals it gives an empty list, so launching twice does nothing the second time.
 */
public record ChangeList(List<Change> changes) {

    /**
     * @param campaign tells what still belongs to the sheet: what is live and not wanted is paused if so, and removed if not
     * @param live what is on the network now
     */
    public static ChangeList between(Campaign campaign, List<WantedItem> wanted, List<LiveItem> live) {
        Map<ItemKey, LiveItem> known = live.stream().collect(Collectors.toMap(LiveItem::key, Function.identity()));
        Set<ItemKey> kept = wanted.stream().map(WantedItem::key).collect(Collectors.toSet());
        List<Change> changes = new ArrayList<>();
        for (WantedItem item : wanted) {
            add(changes, item, known.get(item.key()));
        }
        List<LiveItem> unwanted =
                live.stream().filter(l -> !kept.contains(l.key())).toList();
        Set<ItemKey> removed = unwanted.stream()
                .map(LiveItem::key)
                .filter(k -> !k.in(campaign))
                .collect(Collectors.toSet());
        for (LiveItem item : unwanted) {
            boolean goesAlong = item.key().parent().filter(removed::contains).isPresent();
            if (removed.contains(item.key()) && !goesAlong) {
                changes.add(of(Action.REMOVE, item, belonging(item.key(), live)));
            } else if (!removed.contains(item.key()) && !item.now().paused()) {
                changes.add(of(Action.PAUSE, item, 0));
            }
        }
        changes.sort(Comparator.comparing(Change::level));
        return new ChangeList(List.copyOf(changes));
    }

    private static void add(List<Change> changes, WantedItem item, @Nullable LiveItem now) {
        Settings settings = item.settings();
        if (now == null) {
            changes.add(new Change(Action.CREATE, item.key(), null, null, settings, 0));
            return;
        }
        Settings before = now.now().settings();
        if (!settings.differing(before).isEmpty()) {
            changes.add(new Change(Action.CHANGE, item.key(), now.externalId(), before, settings, 0));
        }
        if (now.now().paused()) {
            changes.add(new Change(Action.RESUME, item.key(), now.externalId(), null, settings, 0));
        }
    }

    private static Change of(Action action, LiveItem item, int belonging) {
        return new Change(
                action, item.key(), item.externalId(), null, item.now().settings(), belonging);
    }

    private static int belonging(ItemKey key, List<LiveItem> live) {
        Optional<ItemKey> self = Optional.of(key);
        return (int) live.stream().filter(l -> l.key().parent().equals(self)).count();
    }

    /**
     * The changes of some items, with the creations that they need.
     *
     * @param keys texts of the items' keys
     * @throws Refusal (field {@code keys}) when nothing changes of one of them, or there is none
     */
    public ChangeList chosen(Set<String> keys) {
        Map<String, ItemKey> known =
                changes.stream().map(Change::key).distinct().collect(Collectors.toMap(ItemKey::text, k -> k));
        Set<ItemKey> created = changes.stream()
                .filter(c -> c.action() == Action.CREATE)
                .map(Change::key)
                .collect(Collectors.toSet());
        Set<ItemKey> taken = new HashSet<>();
        for (String text : keys) {
            ItemKey key = known.get(text);
            if (key == null) {
                throw new Refusal("keys", "Nothing changes of %s.".formatted(text), "Look at the list again.");
            }
            taken.add(key);
            for (Optional<ItemKey> up = key.parent().filter(created::contains);
                    up.isPresent();
                    up = up.get().parent().filter(created::contains)) {
                taken.add(up.get());
            }
        }
        if (taken.isEmpty()) {
            throw new Refusal("keys", "No change was chosen.", "Choose at least one.");
        }
        return new ChangeList(
                changes.stream().filter(c -> taken.contains(c.key())).toList());
    }
}
