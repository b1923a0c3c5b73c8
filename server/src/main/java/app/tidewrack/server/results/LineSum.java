package app.tidewrack.server.results;

import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.results.Coming;
import app.tidewrack.core.results.Coming.Fresh;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Difference;
import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.core.results.Metric;
import app.tidewrack.core.splittest.Verdict.Kind;
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
    private final Set<Measure> known;
    private Counts counts = Counts.NONE;
    private final Set<Temperature> temperatures = EnumSet.noneOf(Temperature.class);

    /** Money that has not had its time, by the code of what is still to come for it. */
    private final Map<String, Fresh> due = new HashMap<>();

    private final Map<Measure, Fresh> dueSought = new HashMap<>();

    /** What is usually brought by that money, by the same code. */
    private final Map<String, Double> usual = new HashMap<>();

    /** What ads brought that seek the same; of those of which that is not known, under nothing. */
    private final Map<Optional<Measure>, Counts> bySought = new HashMap<>();

    /** @param known of what ads brought; of other counts nothing is told */
    LineSum(Set<Measure> known) {
        this.known = known;
    }

    /** Of the same counts, with nothing in it yet. */
    LineSum empty() {
        return new LineSum(known);
    }

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
        other.due.forEach((code, fresh) -> due.merge(code, fresh, Fresh::plus));
        other.usual.forEach((code, expected) -> usual.merge(code, expected, Double::sum));
        other.dueSought.forEach((sought, fresh) -> dueSought.merge(sought, fresh, Fresh::plus));
    }

    /** @param rate of what is counted for a minor unit, usually */
    void due(String counted, Fresh fresh, double rate, By.Group group) {
        due.merge(counted, fresh, Fresh::plus);
        usual.merge(counted, rate * fresh.due(), Double::sum);
        Measure sought = group.result();
        if (sought != null && sought.code().equals(counted)) {
            dueSought.merge(sought, fresh, Fresh::plus);
        }
    }

    /** Codes of what is still to come. */
    Set<String> late() {
        return due.keySet();
    }

    /** Whether more is still to come of what a number counts, which {@link #ripe} does not take off. */
    boolean late(Metric metric) {
        if (metric.amounts() != null) {
            return !due.isEmpty();
        }
        boolean cost = Difference.kind(metric) == Kind.COST && !metric.rests().isEmpty();
        List<String> counted = List.of(metric.code(), metric.counted());
        return !cost
                && (counted.stream().anyMatch(due::containsKey)
                        || counted.contains(Measure.RESULTS.code()) && !dueSought.isEmpty());
    }

    /** What a count will be once all has come in. */
    double once(Metric counted) {
        return counted.of(counts).orElse(0)
                + Coming.of(fresh(counted.code()), usual(counted.code())).about();
    }

    private double usual(String counted) {
        double money = due.getOrDefault(counted, Fresh.NONE).due();
        return money > 0 ? usual.getOrDefault(counted, 0.0) / money : 0;
    }

    /** With as much of the money as has had its time to bring what a cost is of. */
    Facts ripe(Metric metric, double margin) {
        Facts facts = facts(margin);
        if (Difference.kind(metric) != Kind.COST || metric.rests().isEmpty()) {
            return facts;
        }
        Fresh late = metric.rests().equals(Measure.RESULTS.code())
                ? one().map(m -> dueSought.getOrDefault(m, Fresh.NONE)).orElse(Fresh.NONE)
                : due.getOrDefault(metric.rests(), Fresh.NONE);
        return new Facts(
                facts.counts().with(Measure.SPEND, Math.round(facts.counts().spendMinor() - late.due())), margin);
    }

    private Fresh fresh(String counted) {
        double came = Metric.usual(counted).of(counts).orElse(0);
        return due.getOrDefault(counted, Fresh.NONE).with(came, counts.spendMinor());
    }

    private Fresh freshSought(Measure sought) {
        Counts of = bySought.getOrDefault(Optional.of(sought), Counts.NONE);
        return dueSought.getOrDefault(sought, Fresh.NONE).with(of.get(sought), of.spendMinor());
    }

    /** What is still to come of each count, by the rate of this line and what is usual on its accounts. */
    private Map<String, Coming> coming() {
        Map<String, Coming> coming = new HashMap<>();
        due.keySet().stream()
                .filter(code -> known.containsAll(Metric.usual(code).reads()))
                .forEach(code -> told(coming, code, Coming.of(fresh(code), usual(code))));
        one().ifPresent(m -> told(coming, Measure.RESULTS.code(), Coming.of(freshSought(m), usual(m.code()))));
        return coming;
    }

    private static void told(Map<String, Coming> into, String code, Coming coming) {
        if (coming.about() >= Coming.LEAST_TOLD) {
            into.put(code, coming);
        }
    }

    /** What all ads seek, where that is the same. */
    private Optional<Measure> one() {
        return bySought.size() == 1 ? bySought.keySet().iterator().next() : Optional.empty();
    }

    /** Results only where all ads seek the same: only like is added to like. */
    Facts facts(double margin) {
        return new Facts(
                one().map(m -> counts.with(Measure.RESULTS, counts.get(m))).orElse(counts), margin);
    }

    ResultTables.Line line(List<String> keys, List<Metric> metrics, double margin) {
        Map<String, Double> values = Metric.all(metrics, facts(margin));
        // Where no sale is sought and none came there is no profit to speak of.
        if (counts.get(Measure.VALUE) == 0 && !bySought.containsKey(Optional.of(Measure.PURCHASES))) {
            values.keySet().removeAll(Set.of("profit", "return"));
        }
        if (one().isEmpty()) {
            values.keySet().removeAll(Set.of("results", "result_rate", "cost_per_result"));
        }
        return new ResultTables.Line(
                keys.subList(1, keys.size()), keys.get(0), values, Set.copyOf(temperatures), sought(), coming());
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
                                e.getValue().spendMinor(),
                                Optional.of(Coming.of(freshSought(m), usual(m.code())))
                                        .filter(c -> c.about() >= Coming.LEAST_TOLD)
                                        .orElse(null)))
                        .stream())
                .sorted(Comparator.comparing(Sought::spendMinor).reversed().thenComparing(Sought::code))
                .toList();
    }
}
