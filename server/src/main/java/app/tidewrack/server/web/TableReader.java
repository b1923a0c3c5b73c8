package app.tidewrack.server.web;

import app.tidewrack.core.refusal.Refusal;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import lombok.RequiredArgsConstructor;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.apache.poi.openxml4j.exceptions.OpenXML4JException;
import org.springframework.stereotype.Component;
import org.xml.sax.SAXException;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.databind.json.JsonMapper;

/**
 * Reads tables that people send, in whichever of the forms of {@link TableFile}. A file is read as it comes, one at a time, and only
 * the columns that are asked for are kept: what it costs does not grow with what else stands in it.
 */
@Component
@RequiredArgsConstructor
public class TableReader {
    private static final long MOST_BYTES = 30_000_000;
    private static final int MOST_ROWS = 60_000;
    private static final int MOST_COLUMNS = 500;
    private static final String DELIMITERS = ",;\t";

    private final JsonMapper json;

    /**
     * The lines of a table by column; names of columns are taken in small letters.
     *
     * @param columns that are kept
     * @throws Refusal (field {@code file}) when it is no table, or too large
     */
    public List<Map<String, String>> read(InputStream content, Set<String> columns) throws IOException {
        return spooled(content, file -> {
            Lines lines = new Lines(columns::contains, MOST_ROWS);
            read(file, lines);
            return lines.lines;
        });
    }

    /**
     * What a file holds, to be looked at.
     *
     * @param columns in their order
     * @param rows the first few
     * @param even whether each of these has as many cells as there are columns; text that is no table seldom has
     */
    public record Beginning(List<String> columns, List<Map<String, String>> rows, boolean even) {}

    /** @see #read */
    public Beginning beginning(InputStream content, int rows) throws IOException {
        return spooled(content, file -> {
            Lines lines = new Lines(column -> true, rows);
            read(file, lines);
            return new Beginning(List.copyOf(lines.columns), lines.lines, lines.even);
        });
    }

    /**
     * A text, line by line.
     *
     * @throws Refusal (field {@code file}) when it is too large or has too many lines
     */
    public List<String> lines(InputStream content) throws IOException {
        return spooled(content, file -> {
            try (BufferedReader text = new BufferedReader(new CellReader(open(file, charset(file))))) {
                List<String> lines = text.lines().limit(MOST_ROWS + 1L).toList();
                if (lines.size() > MOST_ROWS) {
                    throw tooManyRows();
                }
                return lines;
            }
        });
    }

    private interface Reading<T> {
        T of(Path file) throws IOException, OpenXML4JException, SAXException;
    }

    private synchronized <T> T spooled(InputStream content, Reading<T> reading) throws IOException {
        Path file = Files.createTempFile("tidewrack-table", "");
        try {
            Bounded bounded = new Bounded(
                    content,
                    MOST_BYTES,
                    () -> new Refusal(
                            "file",
                            "The file has more than %,d bytes.".formatted(MOST_BYTES),
                            "Leave out what was not asked for."));
            Files.copy(bounded, file, StandardCopyOption.REPLACE_EXISTING);
            return reading.of(file);
        } catch (UncheckedIOException | JacksonException | OpenXML4JException | SAXException | IOException e) {
            throw new Refusal(
                    "file",
                    "The file is no table: it cannot be read as CSV, XLSX or JSON.",
                    "Save it as one of these.");
        } finally {
            Files.delete(file);
        }
    }

    private static Refusal tooManyRows() {
        return new Refusal("file", "The table goes on after %,d rows.".formatted(MOST_ROWS), "Send it in parts.");
    }

    private void read(Path file, Lines lines) throws IOException, OpenXML4JException, SAXException {
        byte[] head = new byte[2];
        try (InputStream in = Files.newInputStream(file)) {
            in.readNBytes(head, 0, head.length);
        }
        if (head[0] == 'P' && head[1] == 'K') {
            SheetFile.read(file, lines::add);
            return;
        }
        Charset charset = charset(file);
        try (BufferedReader text = open(file, charset)) {
            int first = text.read();
            while (first == TableFile.MARK || Character.isWhitespace(first)) {
                text.mark(1);
                first = text.read();
            }
            text.reset();
            if (first == '[' || first == '{') {
                readJson(text, lines);
            } else {
                readCsv(text, lines);
            }
        }
    }

    private static final int GUESSED_BYTES = 1 << 18;

    private static BufferedReader open(Path file, Charset charset) throws IOException {
        BufferedReader reader = Files.newBufferedReader(file, charset);
        reader.mark(1);
        return reader;
    }

    /** UTF-8 where it is that, else by its letters. */
    private static Charset charset(Path file) throws IOException {
        var strict = StandardCharsets.UTF_8
                .newDecoder()
                .onMalformedInput(CodingErrorAction.REPORT)
                .onUnmappableCharacter(CodingErrorAction.REPORT);
        try (InputStreamReader reader = new InputStreamReader(Files.newInputStream(file), strict)) {
            char[] buffer = new char[1 << 14];
            int read = 0;
            while (read >= 0) {
                read = reader.read(buffer);
            }
            return StandardCharsets.UTF_8;
        } catch (CharacterCodingException e) {
            try (InputStream beginning = Files.newInputStream(file)) {
                return TextEncoding.ofOneByte(beginning.readNBytes(GUESSED_BYTES));
            }
        }
    }

    /** A list of objects, each a line. */
    private void readJson(BufferedReader text, Lines lines) {
        try (JsonParser parser = json.createParser(text)) {
            require(parser.nextToken() == JsonToken.START_ARRAY);
            while (parser.nextToken() != JsonToken.END_ARRAY) {
                require(parser.currentToken() == JsonToken.START_OBJECT);
                Map<String, String> line = new HashMap<>();
                while (parser.nextToken() != JsonToken.END_OBJECT) {
                    String name = parser.currentName();
                    JsonToken value = parser.nextToken();
                    require(value.isScalarValue());
                    line.put(name, value == JsonToken.VALUE_NULL ? "" : parser.getString());
                }
                lines.add(line);
            }
        }
    }

    private static void require(boolean so) {
        if (!so) {
            throw new Refusal(
                    "file", "The file is no list of objects with texts and numbers.", "Send one object for each line.");
        }
    }

    private static void readCsv(BufferedReader text, Lines lines) throws IOException {
        CellReader cells = new CellReader(text);
        String head = cells.firstLine();
        char delimiter = ',';
        for (int i = 0; i < DELIMITERS.length(); i++) {
            char d = DELIMITERS.charAt(i);
            delimiter = count(head, d) > count(head, delimiter) ? d : delimiter;
        }
        CSVFormat format = CSVFormat.RFC4180.builder().setDelimiter(delimiter).get();
        try (CSVParser parser = CSVParser.parse(cells, format)) {
            for (CSVRecord row : parser) {
                cells.nextRow();
                lines.add(row.toList());
            }
        }
    }

    private static long count(String text, char sign) {
        return text.chars().filter(c -> c == sign).count();
    }

    /** What is kept of a table. */
    private static final class Lines {
        private final Predicate<String> wanted;
        private final int kept;
        private final Set<String> columns = new LinkedHashSet<>();
        private final List<Map<String, String>> lines = new ArrayList<>();
        private List<String> head = List.of();
        private int rows;
        private boolean even = true;

        /** @param kept rows that are kept, the first ones */
        Lines(Predicate<String> wanted, int kept) {
            this.wanted = wanted;
            this.kept = kept;
        }

        /** A row of cells, the first of which name the columns. */
        void add(List<String> cells) {
            if (cells.size() > MOST_COLUMNS) {
                throw new Refusal(
                        "file",
                        "Line %d has %,d columns; the most is %d.".formatted(rows + 1, cells.size(), MOST_COLUMNS),
                        "Leave out what was not asked for.");
            }
            if (rows++ == 0) {
                head = cells.stream().map(Lines::name).toList();
                columns.addAll(head);
                return;
            }
            even &= cells.size() == head.size() || lines.size() >= kept;
            Map<String, String> line = new HashMap<>();
            for (int i = 0; i < Math.min(head.size(), cells.size()); i++) {
                keep(line, head.get(i), cells.get(i));
            }
            append(line);
        }

        /** A line by the names of its columns. */
        void add(Map<String, String> named) {
            rows++;
            Map<String, String> line = new HashMap<>();
            named.forEach((column, cell) -> keep(line, name(column), cell));
            if (lines.size() < kept) {
                columns.addAll(line.keySet());
            }
            append(line);
        }

        private void keep(Map<String, String> line, String column, String cell) {
            if (wanted.test(column)) {
                line.put(column, cell.strip());
            }
        }

        private void append(Map<String, String> line) {
            if (rows > MOST_ROWS + 1) {
                throw tooManyRows();
            }
            if (lines.size() < kept) {
                lines.add(line);
            }
        }

        private static String name(String column) {
            return column.strip().toLowerCase(Locale.ROOT);
        }
    }
}
