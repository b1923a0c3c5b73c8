package app.tidewrack.core.launch;

import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.launch.Change.FieldChange;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * What launching would do, ordered so that an item comes after the one it belongs to. Comparing a plan with a live state
 * that equals it gives an empty list, so launching twice does nothing the second time.
 */
public record ChangeList(List<Change> changes) {

    /**
     * @param inSheet whether a key still belongs to the sheet: what is live and not wanted is paused if so, and removed if not
     */
    public static ChangeList between(List<WantedItem> wanted, List<LiveItem> live, Predicate<String> inSheet) {
        Map<String, LiveItem> known = live.stream().collect(Collectors.toMap(LiveItem::key, Function.identity()));
        Map<String, WantedItem> kept = wanted.stream().collect(Collectors.toMap(WantedItem::key, Function.identity()));
        List<Change> changes = new ArrayList<>();
        for (WantedItem item : wanted) {
            LiveItem now = known.get(item.key());
            if (now == null) {
                changes.add(change(Action.CREATE, item, null, differences(Map.of(), item.fields())));
                continue;
            }
            List<FieldChange> differences = differences(now.fields(), item.fields());
            if (!differences.isEmpty()) {
                changes.add(change(Action.CHANGE, item, now.externalId(), differences));
            }
            if (now.paused()) {
                changes.add(change(Action.RESUME, item, now.externalId(), List.of()));
            }
        }
        Set<String> removed = live.stream()
                .map(LiveItem::key)
                .filter(k -> !kept.containsKey(k) && !inSheet.test(k))
                .collect(Collectors.toSet());
        for (LiveItem item : live) {
            if (kept.containsKey(item.key()) || removed.contains(item.parentKey())) {
                continue;
            }
            if (removed.contains(item.key())) {
                changes.add(change(Action.REMOVE, item, belonging(item, live)));
            } else if (!item.paused()) {
                changes.add(change(Action.PAUSE, item, List.of()));
            }
        }
        changes.sort(Comparator.comparing(Change::level));
        return new ChangeList(List.copyOf(changes));
    }

    private static Change change(
            Action action, WantedItem item, @Nullable String externalId, List<FieldChange> fields) {
        return new Change(action, item.level(), item.key(), item.parentKey(), item.name(), externalId, fields);
    }

    private static Change change(Action action, LiveItem item, List<FieldChange> fields) {
        return new Change(action, item.level(), item.key(), null, item.name(), item.externalId(), fields);
    }

    private static List<FieldChange> belonging(LiveItem item, List<LiveItem> live) {
        long ads = live.stream().filter(l -> item.key().equals(l.parentKey())).count();
        return ads == 0 ? List.of() : List.of(new FieldChange("ads in it", String.valueOf(ads), ""));
    }

    private static List<FieldChange> differences(Map<String, String> before, Map<String, String> after) {
        TreeSet<String> fields = new TreeSet<>(before.keySet());
        fields.addAll(after.keySet());
        return fields.stream()
                .filter(f -> !Objects.equals(before.get(f), after.get(f)))
                .map(f -> new FieldChange(f, before.getOrDefault(f, ""), after.getOrDefault(f, "")))
                .toList();
    }

    public long count(Action action, Level level) {
        return changes.stream()
                .filter(c -> c.action() == action && c.level() == level)
                .count();
    }
}
