package app.tidewrack.core.splittest;

import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * In what the cells of a test differ. One variable at a time tells its effect (common practice); several that are fully crossed
 * are a factorial, whose main effects can be told apart; several that are not crossed cannot.
 *
 * @param variables that differ, with the value of each cell, in the order of the cells
 */
public record Differing(Shape shape, Map<String, List<String>> variables) {
    /** What can be told from the cells. */
    public enum Shape {
        /** Nothing differs: there is nothing to learn. */
        NOTHING,
        ONE,
        /** Every value of each stands with every value of the others, as often. */
        FACTORIAL,
        /** Several differ at once: which one it was cannot be told. */
        MIXED
    }

    /** @param cells what each is, by variable; all name the same variables */
    public static Differing of(List<Map<String, String>> cells) {
        Set<String> all = new LinkedHashSet<>();
        cells.forEach(c -> all.addAll(c.keySet()));
        Map<String, List<String>> differing = new LinkedHashMap<>();
        for (String variable : all) {
            List<String> values =
                    cells.stream().map(c -> c.getOrDefault(variable, "")).toList();
            if (new HashSet<>(values).size() > 1) {
                differing.put(variable, values);
            }
        }
        return new Differing(shape(differing, cells.size()), differing);
    }

    private static Shape shape(Map<String, List<String>> differing, int cells) {
        if (differing.size() < 2) {
            return differing.isEmpty() ? Shape.NOTHING : Shape.ONE;
        }
        long crossings = differing.values().stream()
                .mapToLong(v -> v.stream().distinct().count())
                .reduce(1, (a, b) -> a * b);
        Map<List<String>, Integer> often = new HashMap<>();
        for (int i = 0; i < cells; i++) {
            int cell = i;
            often.merge(differing.values().stream().map(v -> v.get(cell)).toList(), 1, Integer::sum);
        }
        return often.size() == crossings && new HashSet<>(often.values()).size() == 1 ? Shape.FACTORIAL : Shape.MIXED;
    }
}
