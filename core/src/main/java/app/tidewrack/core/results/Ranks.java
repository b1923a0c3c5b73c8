package app.tidewrack.core.results;

import app.tidewrack.core.evidence.Interval;
import app.tidewrack.core.evidence.Shrunken;
import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.results.Metric.Better;
import app.tidewrack.core.splittest.Verdict.Cell;
import app.tidewrack.core.splittest.Verdict.Kind;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.TreeMap;

/**
 * How items stand to one another, for colours: by one rule for a table, a field and the lens of a sheet. Numbers that rest on counts
 * are ranked by what is left of them when luck is taken off ({@link Shrunken}); of which too little is known have no rank.
 *
 * @param steps five, 0 worst to 4 best; equal values share a step; a single value, or all equal, is the middle step, 2
 * @param few items that may as well be half or twice as good as all together: there is too little to say
 */
public record Ranks<K>(Map<K, Integer> steps, Set<K> few) {
    private static final double TWICE = 2;

    /** Of so many no interval goes from half to twice of anything. */
    private static final double ENOUGH = 20;

    public Ranks {
        steps = Map.copyOf(steps);
        few = Set.copyOf(few);
    }

    public static <K> Ranks<K> of(Map<K, Facts> items, Metric metric) {
        Map<K, Cell> cells = new HashMap<>();
        items.forEach((k, facts) ->
                Difference.cell(metric, facts).filter(c -> of(c, metric) > 0).ifPresent(c -> cells.put(k, c)));
        if (!metric.rests().isEmpty()) {
            return ofCounts(cells, metric);
        }
        Map<K, Double> values = new HashMap<>();
        items.forEach((k, facts) -> {
            OptionalDouble value = metric.of(facts);
            if (value.isPresent()) {
                values.put(k, value.getAsDouble());
            }
        });
        return ofValues(values, metric.better());
    }

    /** Of numbers that rest on nothing but themselves. */
    public static <K> Ranks<K> ofValues(Map<K, Double> values, Better better) {
        Map<K, Double> good = new HashMap<>(values);
        good.replaceAll((k, value) -> better == Better.LOW ? -value : value);
        return new Ranks<>(steps(good), Set.of());
    }

    private static double of(Cell cell, Metric metric) {
        return Difference.kind(metric) == Kind.COST ? cell.money() : cell.trials();
    }

    /** More results for the same money, and a greater share, are better; a low share is good where the number says so. */
    private static <K> Ranks<K> ofCounts(Map<K, Cell> cells, Metric metric) {
        boolean share = Difference.kind(metric) == Kind.SHARE;
        boolean less = share && metric.better() == Better.LOW;
        List<K> keys = new ArrayList<>(cells.keySet());
        double[] came = new double[keys.size()];
        double[] whole = new double[keys.size()];
        for (int i = 0; i < came.length; i++) {
            Cell cell = Objects.requireNonNull(cells.get(keys.get(i)));
            came[i] = cell.successes();
            whole[i] = of(cell, metric);
        }
        Shrunken drawn = Shrunken.of(came, whole, share);
        if (drawn == null) {
            return new Ranks<>(Map.of(), Set.copyOf(keys));
        }
        Set<K> few = new HashSet<>();
        Map<K, Double> values = new HashMap<>();
        for (int i = 0; i < came.length; i++) {
            if (little(came[i], whole[i], drawn.mean(), share)) {
                few.add(keys.get(i));
            } else {
                values.put(keys.get(i), less ? -drawn.rates()[i] : drawn.rates()[i]);
            }
        }
        return new Ranks<>(steps(values), few);
    }

    private static boolean little(double came, double whole, double mean, boolean share) {
        if (came > ENOUGH) {
            return false;
        }
        Interval often = share
                ? Interval.ofShare(came, whole, Metric.CERTAINTY)
                : Interval.ofCount(came, Metric.CERTAINTY).times(1 / whole);
        return often.from() <= mean / TWICE && often.to() >= Math.min(1, mean * TWICE);
    }

    private static <K> Map<K, Integer> steps(Map<K, Double> values) {
        Map<Double, Integer> places = new TreeMap<>();
        values.values().forEach(v -> places.put(v, 0));
        int place = 0;
        for (Map.Entry<Double, Integer> each : places.entrySet()) {
            each.setValue(place++);
        }
        Map<K, Integer> steps = new HashMap<>();
        int last = places.size() - 1;
        values.forEach((k, v) ->
                steps.put(k, last < 1 ? 2 : (int) Math.round(4.0 * Objects.requireNonNull(places.get(v)) / last)));
        return steps;
    }
}
