package app.tidewrack.server.results;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.results.Measure;
import app.tidewrack.core.results.Metric;
import app.tidewrack.server.results.ResultTables.Line;
import app.tidewrack.server.results.ResultTables.Question;
import app.tidewrack.server.results.ResultTables.ReachLine;
import app.tidewrack.server.results.ResultTables.Table;
import app.tidewrack.server.web.TableFile;
import app.tidewrack.server.web.TableFile.Form;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Tables of results as files, totals at the foot; people are as networks count them, so totals have none. */
@Component
@RequiredArgsConstructor
class ResultFiles {
    /** Different people, and how often each saw it; numbers that are not made of counts. */
    private static final String REACH = "reach";

    private static final String FREQUENCY = "frequency";
    private static final String IMPRESSIONS = Measure.IMPRESSIONS.code();

    private final ResultTables tables;
    private final JsonMapper json;

    private record Column(String words, Function<Line, Object> cell) {}

    /**
     * @param from first day that is told of; likewise the last
     */
    record Written(@Nullable LocalDate from, @Nullable LocalDate to, byte[] content) {}

    /**
     * @param codes of its columns
     * @throws Refusal when a code is none of a number, or networks do not tell people by what is asked
     */
    Written of(String clientId, Form form, Question question, List<String> codes) {
        List<String> numbers = codes.stream()
                .filter(code -> !code.equals(REACH))
                .map(code -> code.equals(FREQUENCY) ? IMPRESSIONS : code)
                .toList();
        List<Metric> metrics = tables.metrics(clientId, "metrics", numbers);
        Table table = tables.table(clientId, question, metrics, null);
        List<Column> columns = columns(clientId, question, codes, metrics);
        List<String> headings = Stream.of(
                        question.by().stream(),
                        Stream.of("currency"),
                        columns.stream().map(Column::words))
                .flatMap(s -> s)
                .toList();
        List<String> all = Collections.nCopies(question.by().size(), "all");
        // By nothing, the one line is the total.
        List<Line> apart = question.by().isEmpty() ? List.of() : table.lines();
        List<List<Object>> lines = Stream.concat(
                        apart.stream().map(l -> cells(l.keys(), l, columns)),
                        table.totals().stream().map(t -> cells(all, t, columns)))
                .toList();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            TableFile.write(form, "Results", headings, lines, out, json);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return new Written(table.from(), table.to(), out.toByteArray());
    }

    private static List<Object> cells(List<String> keys, Line line, List<Column> columns) {
        List<Object> cells = new ArrayList<>(keys);
        cells.add(line.currency());
        columns.forEach(c -> cells.add(c.cell().apply(line)));
        return cells;
    }

    private List<Column> columns(String clientId, Question question, List<String> codes, List<Metric> metrics) {
        Map<String, Metric> byCode = metrics.stream().collect(Collectors.toMap(Metric::code, m -> m));
        Map<List<String>, Long> people = codes.contains(REACH) || codes.contains(FREQUENCY)
                ? people(tables.reach(clientId, question))
                : Map.of();
        return codes.stream()
                .map(code -> switch (code) {
                    case REACH ->
                        new Column("people reached", l -> ResultText.people(people.get(key(l.currency(), l.keys()))));
                    case FREQUENCY ->
                        new Column(
                                FREQUENCY,
                                l -> ResultText.frequency(
                                        l.values().get(IMPRESSIONS), people.get(key(l.currency(), l.keys()))));
                    default -> {
                        Metric metric = Objects.requireNonNull(byCode.get(code));
                        yield new Column(
                                metric.words(),
                                l -> ResultText.cell(metric, l.values().get(code), l.currency()));
                    }
                })
                .toList();
    }

    private static Map<List<String>, Long> people(List<ReachLine> told) {
        Map<List<String>, Long> people = new HashMap<>();
        for (ReachLine line : told) {
            if (line.people() != null) {
                people.put(key(line.currency(), line.keys()), line.people());
            }
        }
        return people;
    }

    private static List<String> key(String currency, List<String> keys) {
        return Stream.concat(Stream.of(currency), keys.stream()).toList();
    }
}
