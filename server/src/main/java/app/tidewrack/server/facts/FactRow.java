package app.tidewrack.server.facts;

import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Measure;
import java.util.Collection;
import java.util.EnumMap;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;

/** Rows that hold all that networks count, a column each. */
public final class FactRow {
    /** Of every table of facts. */
    public static final String COLUMNS = columns(Measure.REPORTED);

    /** Of facts {@code f}, added up. */
    public static final String SUMS = sums(Measure.REPORTED);

    private FactRow() {}

    /** @param measures that networks report */
    public static String columns(Collection<Measure> measures) {
        return measures.stream().map(Measure::code).collect(Collectors.joining(", "));
    }

    /** @param measures likewise, of facts {@code f} */
    public static String sums(Collection<Measure> measures) {
        return measures.stream()
                .map(m -> "sum(f.%s)::bigint as %s".formatted(m.code(), m.code()))
                .collect(Collectors.joining(", "));
    }

    public static Counts counts(Map<String, Object> row) {
        return counts(row, Measure.REPORTED);
    }

    /** @param measures whose columns the row has; all else is 0 */
    public static Counts counts(Map<String, Object> row, Collection<Measure> measures) {
        Map<Measure, Long> counts = new EnumMap<>(Measure.class);
        measures.forEach(m ->
                counts.put(m, Objects.requireNonNull((Number) row.get(m.code())).longValue()));
        return Counts.of(counts);
    }
}
