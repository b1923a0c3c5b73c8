package app.tidewrack.core.splittest;

import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * In what the cells of a test differ. One variable at a time tells its effect (common practice); several that are fully crossed
 * are a factorial, whose main effects can be told apart; several that are not crossed cannot.
 *
 * @param variables that differ, with the value of each cell, in the order of the cells
 */
public record Differing(Shape shape, Map<String, List<String>> variables) {
    /** The most cells that a test may tell apart. */
    public static final int MOST_CELLS = 24;

    /**
     * Why these cells are no test, with the way out; nothing when they are one.
     *
     * @param cells how many there are
     */
    public Optional<String> stops(int cells) {
        if (cells < 2) {
            return Optional.of(
                    "One row is no test. Choose two rows or more, or put each creative in a row of its own.");
        } else if (cells > MOST_CELLS) {
            return Optional.of("%d rows are too many to tell apart; the most is %d.".formatted(cells, MOST_CELLS));
        }
        return switch (shape) {
            case NOTHING -> Optional.of("The rows do not differ in anything. Change one thing in one of them.");
            case MIXED ->
                Optional.of(
                        "The rows differ in %s at once, and not in every crossing, so which of them it was could not be told. Make all but one alike."
                                .formatted(String.join(" and ", variables.keySet())));
            case ONE, FACTORIAL -> Optional.empty();
        };
    }

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
