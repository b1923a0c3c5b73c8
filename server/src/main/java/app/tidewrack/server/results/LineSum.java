package app.tidewrack.server.results;

import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.core.results.Metric;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What a line adds up. */
final class LineSum {
    private Counts counts = Counts.NONE;
    private final Set<Temperature> temperatures = EnumSet.noneOf(Temperature.class);
    private final Set<Object> sought = new HashSet<>();

    void add(Counts more, By.Group group) {
        counts = counts.plus(more);
        if (group.temperature() != null) {
            temperatures.add(group.temperature());
        }
        sought.add(group.result() == null ? "unknown" : group.result());
    }

    void add(LineSum other) {
        counts = counts.plus(other.counts);
        temperatures.addAll(other.temperatures);
        sought.addAll(other.sought);
    }

    /** Results only where all ads seek the same: only like is added to like. */
    Facts facts(double margin) {
        Object one = sought.size() == 1 ? sought.iterator().next() : null;
        return new Facts(one instanceof Measure m ? counts.with(Measure.RESULTS, counts.get(m)) : counts, margin);
    }

    ResultTables.Line line(
            List<String> keys, List<Metric> metrics, double margin, Map<String, Integer> ranks, Set<String> few) {
        boolean mixed = sought.size() > 1 || sought.contains("unknown");
        Map<String, Double> values = Metric.all(metrics, facts(margin));
        if (mixed) {
            values.keySet().removeAll(Set.of("results", "result_rate", "cost_per_result"));
        }
        return new ResultTables.Line(
                keys.subList(1, keys.size()), keys.get(0), values, ranks, few, Set.copyOf(temperatures), mixed);
    }
}
