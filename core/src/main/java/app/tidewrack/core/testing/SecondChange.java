package app.tidewrack.core.testing;

import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.launch.Level;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What was changed on the network while a test ran, or would be by a launch. A change of some cells and not of others breaks it, since
 * what comes after cannot be put down to the variable; the same change of every cell leaves them as comparable as they were.
 *
 * @param breaking in words, in the order in which it was done
 * @param even likewise, what was done to all cells alike
 */
public record SecondChange(List<String> breaking, List<String> even) {
    private static final Set<String> OF_NO_WEIGHT = Set.of("name");
    private static final String LINK = "link";

    /**
     * One thing that was done.
     *
     * @param rowId of an ad group or of what an ad belongs to; empty for the campaign
     * @param columnId of an ad; empty otherwise
     * @param field that was changed; empty where all of it came, went or was paused
     * @param when who did it and when, in words: {@code by Ines Wickham on 18 March}; empty where it is only about to be done
     */
    public record Done(
            Action action,
            Level level,
            String rowId,
            String columnId,
            String field,
            String before,
            String after,
            String when) {
        boolean ofNoWeight() {
            return OF_NO_WEIGHT.contains(field)
                    || field.equals(LINK) && place(before).equals(place(after));
        }

        /** Names of ads stand in the tails of links, and change with them. */
        private static String place(String link) {
            return link.split("[?#]", 2)[0];
        }

        private List<Object> alike() {
            return List.of(action, level, columnId, field, after, when);
        }

        private String words(String of) {
            boolean was = !when.isEmpty();
            String what = switch (action) {
                case PAUSE -> of + (was ? " was paused" : " is paused");
                case RESUME -> of + (was ? " ran on after a pause" : " runs on after a pause");
                case REMOVE -> of + (was ? " was taken out" : " is taken out");
                case CREATE -> of + (was ? " came new" : " comes new");
                case CHANGE ->
                    "%s of %s %s from %s to %s"
                            .formatted(field, of, was ? "went" : "goes", quoted(before), quoted(after));
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
    public static SecondChange of(Map<String, String> cells, List<Done> done) {
        Map<List<Object>, List<Done>> alike = new LinkedHashMap<>();
        for (Done each : done) {
            boolean shares = each.level() == Level.AD_GROUP && each.action() == Action.CREATE;
            boolean ofTest = each.rowId().isEmpty() || cells.containsKey(each.rowId());
            if ((ofTest || shares) && !each.ofNoWeight()) {
                alike.computeIfAbsent(each.alike(), k -> new ArrayList<>()).add(each);
            }
        }
        List<String> breaking = new ArrayList<>();
        List<String> even = new ArrayList<>();
        for (List<Done> same : alike.values()) {
            Set<String> rows = new HashSet<>();
            same.forEach(d -> rows.add(d.rowId()));
            if (rows.contains("") || rows.containsAll(cells.keySet())) {
                even.add(same.get(0).words(rows.contains("") ? "the campaign" : "every cell"));
            } else {
                same.forEach(d -> breaking.add(d.words(
                        (d.level() == Level.AD ? "an ad of " : "") + cells.getOrDefault(d.rowId(), "another row"))));
            }
        }
        return new SecondChange(breaking.stream().distinct().toList(), List.copyOf(even));
    }
}
