package app.tidewrack.core.testing;

import app.tidewrack.core.launch.AdSettings;
import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.launch.Field;
import app.tidewrack.core.launch.ItemKey;
import app.tidewrack.core.launch.ItemWords;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.launch.Settings;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What was changed on the network while a test ran, or would be by a launch. A change of some cells and not of others breaks it, since
 * what comes after cannot be put down to the variable; the same change of every cell leaves them as comparable as they were.
 *
 * @param breaking in words, in the order in which it was done
 * @param even likewise, what was done to all cells alike
 */
public record SecondChange(List<String> breaking, List<String> even) {
    /**
     * One thing that was done to an item.
     *
     * @param before what the item was, where it was changed; null otherwise
     * @param after what it became; null where it only ran, was paused or went
     * @param when who did it and when, in words: {@code by Ines Wickham on 18 March}; empty where it is only about to be done
     */
    public record Done(
            Action action,
            ItemKey key,
            @Nullable Settings before,
            @Nullable Settings after,
            String when) {

        /** A change part by part; all else as one. */
        private Stream<Part> parts() {
            if (action != Action.CHANGE || after == null) {
                return Stream.of(new Part(this, null));
            }
            return after.differing(before).stream().filter(this::weighs).map(f -> new Part(this, f));
        }

        /** That ad groups are held apart is how a test begins; names are no part of it, nor the tails of links that follow them. */
        private boolean weighs(Field field) {
            return switch (field) {
                case NAME, APART -> false;
                case LINK -> !place(before).equals(place(after));
                default -> true;
            };
        }

        private static String place(@Nullable Settings settings) {
            return settings instanceof AdSettings ad ? ad.creative().link().split("[?#]", 2)[0] : "";
        }
    }

    private record Part(Done done, @Nullable Field field) {
        List<Object> alike() {
            return Arrays.asList(
                    done.action(),
                    done.key().level(),
                    done.key().columnId(),
                    field,
                    field == null || done.after() == null
                            ? null
                            : done.after().parts().get(field),
                    done.when());
        }

        private boolean ofAd(Action... actions) {
            return done.key().level() == Level.AD && List.of(actions).contains(done.action());
        }

        /** Whether this ad went and the other came in its place. */
        boolean leavesTo(Part came) {
            return ofAd(Action.PAUSE, Action.REMOVE)
                    && came.ofAd(Action.CREATE)
                    && done.key().rowId().equals(came.done.key().rowId())
                    && done.when().equals(came.done.when());
        }

        String replaced(String of, Part came) {
            String when = done.when();
            Settings settings = came.done.after();
            String by = settings == null ? "another" : "“%s”".formatted(settings.name());
            return when.isEmpty()
                    ? "%s is replaced by %s".formatted(of, by)
                    : "%s was replaced by %s, %s".formatted(of, by, when);
        }

        String words(String of, ItemWords words) {
            String when = done.when();
            boolean was = !when.isEmpty();
            String what = switch (done.action()) {
                case PAUSE -> of + (was ? " was paused" : " is paused");
                case RESUME -> of + (was ? " ran on after a pause" : " runs on after a pause");
                case REMOVE -> of + (was ? " was taken out" : " is taken out");
                case CREATE -> of + (was ? " came new" : " comes new");
                case CHANGE ->
                    field == null
                            ? of + (was ? " was changed" : " is changed")
                            : "%s of %s %s from %s to %s"
                                    .formatted(
                                            field.words(),
                                            of,
                                            was ? "went" : "goes",
                                            quoted(words.of(field, done.before())),
                                            quoted(words.of(field, done.after())));
            };
            return was ? what + ", " + when : what;
        }

        private static String quoted(String value) {
            return value.isEmpty() ? "nothing" : "“" + value.replace('\n', ' ') + "”";
        }
    }

    /**
     * @param cells labels of the cells' rows by id
     * @param done since the test began, in order; a new ad group counts whatever row it is, since it takes people from all
     */
    public static SecondChange of(Map<String, String> cells, List<Done> done, ItemWords words) {
        Map<List<Object>, List<Part>> alike = new LinkedHashMap<>();
        for (Done each : done) {
            boolean shares = each.key().level() == Level.AD_GROUP && each.action() == Action.CREATE;
            String rowId = each.key().rowId();
            if (rowId.isEmpty() || cells.containsKey(rowId) || shares) {
                each.parts()
                        .forEach(p -> alike.computeIfAbsent(p.alike(), k -> new ArrayList<>())
                                .add(p));
            }
        }
        List<Part> apart = new ArrayList<>();
        List<String> even = new ArrayList<>();
        for (List<Part> same : alike.values()) {
            Set<String> rows = new HashSet<>();
            same.forEach(p -> rows.add(p.done().key().rowId()));
            if (rows.contains("") || rows.containsAll(cells.keySet())) {
                even.add(same.get(0).words(rows.contains("") ? "the campaign" : "every cell", words));
            } else {
                apart.addAll(same);
            }
        }
        return new SecondChange(breaking(apart, cells, words), List.copyOf(even));
    }

    /** An ad that went and another that came in the same row at once are one change, told by the one that came. */
    private static List<String> breaking(List<Part> apart, Map<String, String> cells, ItemWords words) {
        Map<Part, Part> cameFor = new LinkedHashMap<>();
        for (Part went : apart) {
            apart.stream()
                    .filter(came -> went.leavesTo(came) && !cameFor.containsValue(came))
                    .findFirst()
                    .ifPresent(came -> cameFor.put(went, came));
        }
        return apart.stream()
                .filter(p -> !cameFor.containsValue(p))
                .map(p -> {
                    String of = cellOf(p.done().key(), cells);
                    Part came = cameFor.get(p);
                    return came == null ? p.words(of, words) : p.replaced(of, came);
                })
                .distinct()
                .toList();
    }

    private static String cellOf(ItemKey key, Map<String, String> cells) {
        return (key.level() == Level.AD ? "an ad of " : "") + cells.getOrDefault(key.rowId(), "another row");
    }
}
