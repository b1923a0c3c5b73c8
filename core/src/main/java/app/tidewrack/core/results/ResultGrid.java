package app.tidewrack.core.results;

import app.tidewrack.core.plan.CellRef;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.TreeMap;
import java.util.function.Function;

/**
 * The same facts summed by cell, row, column, account day and over all, so that every view adds up to one total.
 */
public record ResultGrid(
        Map<CellRef, Counts> cells,
        Map<String, Counts> rows,
        Map<String, Counts> columns,
        Map<LocalDate, Counts> days,
        Counts total) {

    /** What one ad brought in one hour. */
    public record Fact(CellRef cell, Instant hour, Counts counts) {}

    /** @param zone the account's; it decides on which day an hour falls */
    public static ResultGrid of(Collection<Fact> facts, ZoneId zone) {
        return new ResultGrid(
                sum(facts, Fact::cell, new LinkedHashMap<>()),
                sum(facts, f -> f.cell().rowId(), new LinkedHashMap<>()),
                sum(facts, f -> f.cell().columnId(), new LinkedHashMap<>()),
                sum(facts, f -> f.hour().atZone(zone).toLocalDate(), new TreeMap<>()),
                facts.stream().map(Fact::counts).reduce(Counts.NONE, Counts::plus));
    }

    private static <K> Map<K, Counts> sum(Collection<Fact> facts, Function<Fact, K> key, Map<K, Counts> into) {
        facts.forEach(f -> into.merge(key.apply(f), f.counts(), Counts::plus));
        return into;
    }

    /**
     * The rank of each item by a metric in five steps, 0 worst to 4 best; equal values share a step. Items without the
     * number have none; a single value, or all equal, is the middle step, 2.
     */
    public static <K> Map<K, Integer> ranks(Map<K, Counts> items, Metric metric) {
        Map<K, Double> values = new HashMap<>();
        items.forEach((k, c) -> {
            OptionalDouble value = metric.of(c);
            if (value.isPresent()) {
                values.put(k, metric.lowerIsBetter() ? -value.getAsDouble() : value.getAsDouble());
            }
        });
        List<Double> distinct = values.values().stream().distinct().sorted().toList();
        Map<K, Integer> ranks = new HashMap<>();
        values.forEach((k, v) -> ranks.put(
                k, distinct.size() < 2 ? 2 : (int) Math.round(4.0 * distinct.indexOf(v) / (distinct.size() - 1))));
        return ranks;
    }
}
