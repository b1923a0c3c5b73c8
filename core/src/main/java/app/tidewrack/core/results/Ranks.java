package app.tidewrack.core.results;

import app.tidewrack.core.results.Metric.Better;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import java.util.OptionalDouble;
import java.util.TreeMap;

/** How items stand to one another. */
public final class Ranks {
    private Ranks() {}

    /**
     * The rank of each item by a metric in five steps, 0 worst to 4 best; equal values share a step. Items without the
     * number have none; a single value, or all equal, is the middle step, 2.
     */
    public static <K> Map<K, Integer> of(Map<K, Formula.Facts> items, Metric metric) {
        Map<K, Double> values = new HashMap<>();
        items.forEach((k, c) -> {
            OptionalDouble value = metric.of(c);
            if (value.isPresent()) {
                values.put(k, metric.better() == Better.LOW ? -value.getAsDouble() : value.getAsDouble());
            }
        });
        Map<Double, Integer> places = new TreeMap<>();
        values.values().forEach(v -> places.put(v, 0));
        int place = 0;
        for (Map.Entry<Double, Integer> each : places.entrySet()) {
            each.setValue(place++);
        }
        Map<K, Integer> ranks = new HashMap<>();
        int last = places.size() - 1;
        values.forEach((k, v) ->
                ranks.put(k, last < 1 ? 2 : (int) Math.round(4.0 * Objects.requireNonNull(places.get(v)) / last)));
        return ranks;
    }
}
