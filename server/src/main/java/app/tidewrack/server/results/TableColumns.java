package app.tidewrack.server.results;

import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.results.Coming;
import app.tidewrack.core.results.Metric;
import app.tidewrack.server.results.ResultTables.Line;
import app.tidewrack.server.results.ResultTables.Ranked;
import app.tidewrack.server.results.ResultTables.Sought;
import app.tidewrack.server.results.ResultTables.Table;
import java.math.BigDecimal;
import java.math.MathContext;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * A table as columns: what repeats is said once, and numbers stand without their names, so that thousands of lines are few bytes. A line
 * is known by its place, from 0.
 *
 * @param by what lines are made by, as it was asked
 * @param lines how many there are
 * @param keys one for each that was asked by
 * @param ranked null where nothing is
 * @param totals one for each currency, whole
 */
record TableColumns(
        @Nullable LocalDate from,
        @Nullable LocalDate to,
        List<String> by,
        int lines,
        WordColumn currency,
        List<WordColumn> keys,
        List<NumberColumn> numbers,
        @Nullable Ranked ranked,
        TemperatureColumn temperatures,
        List<SoughtColumn> sought,
        List<ComingColumn> coming,
        List<Line> totals,
        boolean mixed) {
    /** Digits of a number that is not whole. */
    private static final MathContext DIGITS = new MathContext(7);

    /** Whole numbers over it are written with an exponent. */
    private static final double MOST_WHOLE = 1e15;

    /** @param of the place among the words, for each line */
    record WordColumn(List<String> words, List<Integer> of) {
        static <T> WordColumn of(List<T> lines, Function<T, String> word) {
            Distinct<String> words = new Distinct<>();
            List<Integer> of =
                    lines.stream().map(l -> words.place(word.apply(l))).toList();
            return new WordColumn(words.all(), of);
        }
    }

    /** @param of the place among the sets, for each line */
    record TemperatureColumn(List<Set<Temperature>> sets, List<Integer> of) {}

    /**
     * A number of the lines that have it.
     *
     * @param at their places; null where all have it
     * @param values whole ones exactly, others to seven digits
     */
    record NumberColumn(String code, @Nullable List<Integer> at, List<Number> values) {
        /** @param value of a line; null where it has none */
        static <T> NumberColumn of(String code, List<T> lines, Function<T, @Nullable Double> value) {
            List<Integer> at = new ArrayList<>();
            List<Number> values = new ArrayList<>();
            for (int i = 0; i < lines.size(); i++) {
                Double it = value.apply(lines.get(i));
                if (it != null) {
                    at.add(i);
                    values.add(written(it));
                }
            }
            return new NumberColumn(code, unlessAll(at, lines), values);
        }
    }

    /**
     * A kind of result that ads of some lines seek.
     *
     * @param at their places; null where those of all seek it
     * @param coming what is still to come of it; null where nothing is
     */
    record SoughtColumn(
            String code,
            String words,
            @Nullable List<Integer> at,
            List<Long> counts,
            List<Long> spendMinor,
            @Nullable ComingColumn coming) {}

    /** What is still to come of a count, of the lines at some places. */
    record ComingColumn(String code, List<Integer> at, List<Number> about, List<Long> from, List<Long> to) {
        static ComingColumn of(String code, Map<Integer, Coming> byPlace) {
            return new ComingColumn(
                    code,
                    List.copyOf(byPlace.keySet()),
                    byPlace.values().stream().map(c -> written(c.about())).toList(),
                    byPlace.values().stream().map(Coming::from).toList(),
                    byPlace.values().stream().map(Coming::to).toList());
        }
    }

    /** Each value once, in the order in which they came. */
    private static final class Distinct<T> {
        private final Map<T, Integer> places = new LinkedHashMap<>();

        int place(T value) {
            return places.computeIfAbsent(value, v -> places.size());
        }

        List<T> all() {
            return List.copyOf(places.keySet());
        }
    }

    static TableColumns of(List<String> by, Table table, List<Metric> metrics) {
        List<Line> lines = table.lines();
        Distinct<Set<Temperature>> sets = new Distinct<>();
        List<Integer> temperatures =
                lines.stream().map(l -> sets.place(l.temperatures())).toList();
        int keys = lines.isEmpty() ? 0 : lines.get(0).keys().size();
        return new TableColumns(
                table.from(),
                table.to(),
                by,
                lines.size(),
                WordColumn.of(lines, Line::currency),
                IntStream.range(0, keys)
                        .mapToObj(i -> WordColumn.of(lines, l -> l.keys().get(i)))
                        .toList(),
                metrics.stream()
                        .map(m ->
                                NumberColumn.of(m.code(), lines, l -> l.values().get(m.code())))
                        .toList(),
                table.ranked(),
                new TemperatureColumn(sets.all(), temperatures),
                sought(lines),
                coming(lines, metrics),
                table.totals(),
                table.mixed());
    }

    private static @Nullable List<Integer> unlessAll(List<Integer> at, List<?> lines) {
        return at.size() == lines.size() ? null : at;
    }

    private static Number written(double value) {
        if (value == Math.rint(value) && Math.abs(value) < MOST_WHOLE) {
            return (long) value;
        }
        return new BigDecimal(value).round(DIGITS).doubleValue();
    }

    private static List<SoughtColumn> sought(List<Line> lines) {
        Map<String, Map<Integer, Sought>> byCode = new LinkedHashMap<>();
        for (int i = 0; i < lines.size(); i++) {
            for (Sought sought : lines.get(i).sought()) {
                byCode.computeIfAbsent(sought.code(), c -> new LinkedHashMap<>())
                        .put(i, sought);
            }
        }
        List<SoughtColumn> columns = new ArrayList<>();
        byCode.forEach((code, byPlace) -> {
            Map<Integer, Coming> coming = new LinkedHashMap<>();
            byPlace.forEach((place, sought) -> {
                if (sought.coming() != null) {
                    coming.put(place, sought.coming());
                }
            });
            columns.add(new SoughtColumn(
                    code,
                    byPlace.values().iterator().next().words(),
                    unlessAll(List.copyOf(byPlace.keySet()), lines),
                    byPlace.values().stream().map(Sought::count).toList(),
                    byPlace.values().stream().map(Sought::spendMinor).toList(),
                    coming.isEmpty() ? null : ComingColumn.of(code, coming)));
        });
        return columns;
    }

    /** Of the counts that are told, and those that a number that is told rests on. */
    private static List<ComingColumn> coming(List<Line> lines, List<Metric> metrics) {
        Map<String, Map<Integer, Coming>> byCode = new LinkedHashMap<>();
        for (Metric metric : metrics) {
            String code = metric.rests().isEmpty() ? metric.code() : metric.rests();
            for (int i = 0; i < lines.size(); i++) {
                Coming coming = lines.get(i).coming().get(code);
                if (coming != null) {
                    byCode.computeIfAbsent(code, c -> new LinkedHashMap<>()).put(i, coming);
                }
            }
        }
        return byCode.entrySet().stream()
                .map(e -> ComingColumn.of(e.getKey(), e.getValue()))
                .toList();
    }
}
