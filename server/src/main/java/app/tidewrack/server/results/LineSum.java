package app.tidewrack.server.results;

import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.core.results.Metric;
import app.tidewrack.server.results.ResultTables.Sought;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What a line adds up. */
final class LineSum {
    private Counts counts = Counts.NONE;
    private final Set<Temperature> temperatures = EnumSet.noneOf(Temperature.class);

    /** What ads brought that seek the same; of those of which that is not known, under nothing. */
    private final Map<Optional<Measure>, Counts> bySought = new HashMap<>();

    void add(Counts more, By.Group group) {
        counts = counts.plus(more);
        if (group.temperature() != null) {
            temperatures.add(group.temperature());
        }
        bySought.merge(Optional.ofNullable(group.result()), more, Counts::plus);
    }

    void add(LineSum other) {
        counts = counts.plus(other.counts);
        temperatures.addAll(other.temperatures);
        other.bySought.forEach((sought, brought) -> bySought.merge(sought, brought, Counts::plus));
    }

    /** Results only where all ads seek the same: only like is added to like. */
    Facts facts(double margin) {
        Optional<Measure> one =
                bySought.size() == 1 ? bySought.keySet().iterator().next() : Optional.empty();
        return new Facts(
                one.map(m -> counts.with(Measure.RESULTS, counts.get(m))).orElse(counts), margin);
    }

    ResultTables.Line line(
            List<String> keys, List<Metric> metrics, double margin, Map<String, Integer> ranks, Set<String> few) {
        Map<String, Double> values = Metric.all(metrics, facts(margin));
        if (bySought.size() != 1 || bySought.containsKey(Optional.<Measure>empty())) {
            values.keySet().removeAll(Set.of("results", "result_rate", "cost_per_result"));
        }
        return new ResultTables.Line(
                keys.subList(1, keys.size()), keys.get(0), values, ranks, few, Set.copyOf(temperatures), sought());
    }

    /** Each kind of result that ads of the line seek, that for which most was spent first. */
    private List<Sought> sought() {
        return bySought.entrySet().stream()
                .flatMap(e -> e
                        .getKey()
                        .map(m -> new Sought(
                                m.code(),
                                m.words(),
                                e.getValue().get(m),
                                e.getValue().spendMinor()))
                        .stream())
                .sorted(Comparator.comparing(Sought::spendMinor).reversed().thenComparing(Sought::code))
                .toList();
    }
}
