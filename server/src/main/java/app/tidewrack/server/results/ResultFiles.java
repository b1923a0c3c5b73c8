package app.tidewrack.server.results;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.results.Measure;
import app.tidewrack.core.results.Metric;
import app.tidewrack.server.results.ResultPeople.ReachLine;
import app.tidewrack.server.results.ResultTables.Ended;
import app.tidewrack.server.results.ResultTables.Line;
import app.tidewrack.server.results.ResultTables.Question;
import app.tidewrack.server.web.TableFile;
import app.tidewrack.server.web.TableFile.Form;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
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
import org.springframework.core.io.InputStreamResource;
import org.springframework.core.io.Resource;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;
import org.springframework.util.FileSystemUtils;
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
    private final ClientNumbers numbers;
    private final ResultPeople reached;
    private final JsonMapper json;

    private record Column(String words, Function<Line, Object> cell) {}

    /**
     * A file that is whole: what cannot be told is refused before anything of it is sent.
     *
     * @param from first day that is told of; likewise the last
     * @param at where it lies until it is sent
     */
    record Written(LocalDate from, LocalDate to, Path at) {
        /** Answers with it; it is gone once that is done. */
        ResponseEntity<Resource> sent(Form form, HttpHeaders headers) {
            try {
                return ResponseEntity.ok()
                        .headers(headers)
                        .header(HttpHeaders.CONTENT_TYPE, form.mediaType())
                        .contentLength(Files.size(at))
                        .body(new InputStreamResource(Files.newInputStream(at, StandardOpenOption.DELETE_ON_CLOSE)));
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }

    /**
     * @param codes of its columns
     * @throws Refusal when a code is none of a number, networks do not tell people by what is asked, or it has too many lines
     */
    Written of(String clientId, Form form, Question question, List<String> codes) {
        List<String> counted = codes.stream()
                .filter(code -> !code.equals(REACH))
                .map(code -> code.equals(FREQUENCY) ? IMPRESSIONS : code)
                .toList();
        List<Metric> metrics = numbers.of(clientId, "metrics", counted);
        List<Column> columns = columns(clientId, question, codes, metrics);
        List<String> headings = Stream.of(
                        question.by().stream(),
                        Stream.of("currency"),
                        columns.stream().map(Column::words))
                .flatMap(s -> s)
                .toList();
        Path at = null;
        try {
            at = Files.createTempFile("tidewrack-results", "");
            try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(at));
                    TableFile file = TableFile.begin(form, "Results", headings, out, json)) {
                Ended ended = tables.lines(clientId, question, metrics, lines -> {
                    // By nothing, the one line is the total.
                    if (!question.by().isEmpty()) {
                        write(file, lines, Line::keys, columns);
                    }
                });
                List<String> all = Collections.nCopies(question.by().size(), "all");
                write(file, ended.totals(), total -> all, columns);
                return new Written(ended.from(), ended.to(), at);
            }
        } catch (IOException e) {
            delete(at);
            throw new UncheckedIOException(e);
        } catch (RuntimeException e) {
            delete(at);
            throw e;
        }
    }

    private static void delete(@Nullable Path file) {
        if (file != null) {
            FileSystemUtils.deleteRecursively(file.toFile());
        }
    }

    private static void write(
            TableFile file, List<Line> lines, Function<Line, List<String>> keys, List<Column> columns) {
        try {
            for (Line line : lines) {
                file.line(cells(keys.apply(line), line, columns));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static List<Object> cells(List<String> keys, Line line, List<Column> columns) {
        List<Object> cells = new ArrayList<>(keys);
        cells.add(line.currency());
        columns.forEach(c -> cells.add(c.cell().apply(line)));
        return cells;
    }

    private List<Column> columns(String clientId, Question question, List<String> codes, List<Metric> metrics) {
        Map<String, Metric> byCode = metrics.stream().collect(Collectors.toMap(Metric::code, m -> m));
        Map<List<String>, Long> people =
                codes.contains(REACH) || codes.contains(FREQUENCY) ? people(reached.of(clientId, question)) : Map.of();
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
