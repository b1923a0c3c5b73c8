package app.tidewrack.server.facts;

import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Measure;
import java.util.EnumMap;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;

/** Rows that hold all that networks count, a column each. */
public final class FactRow {
    /** Of every table of facts. */
    public static final String COLUMNS =
            Measure.REPORTED.stream().map(Measure::code).collect(Collectors.joining(", "));

    /** Of facts {@code f}, added up. */
    public static final String SUMS = Measure.REPORTED.stream()
            .map(m -> "sum(f.%s)::bigint as %s".formatted(m.code(), m.code()))
            .collect(Collectors.joining(", "));

    private FactRow() {}

    public static Counts counts(Map<String, Object> row) {
        Map<Measure, Long> counts = new EnumMap<>(Measure.class);
        Measure.REPORTED.forEach(m ->
                counts.put(m, Objects.requireNonNull((Number) row.get(m.code())).longValue()));
        return Counts.of(counts);
    }
}
