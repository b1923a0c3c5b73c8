package app.tidewrack.server.web;

import app.tidewrack.core.refusal.Refusal;
import java.io.BufferedWriter;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVPrinter;
import org.apache.commons.csv.CSVRecord;
import org.apache.poi.openxml4j.exceptions.OpenXML4JRuntimeException;
import org.apache.poi.ss.usermodel.DataFormatter;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.ss.usermodel.Workbook;
import org.apache.poi.ss.usermodel.WorkbookFactory;
import org.apache.poi.xssf.streaming.SXSSFWorkbook;
import tools.jackson.core.JacksonException;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** A table with named columns as CSV (RFC 4180), XLSX or JSON, written for a person and read back as it comes. */
public final class TableFile {
    public static final int MOST_BYTES = 30_000_000;
    private static final int ROWS_HELD = 100;
    private static final int MOST_ROWS = 60_000;
    private static final int LONGEST_CELL = 32_767;
    private static final char MARK = '\uFEFF';
    private static final String DELIMITERS = ",;\t";

    private TableFile() {}

    /** How it is written. */
    public enum Form {
        CSV("text/csv;charset=UTF-8"),
        XLSX("application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"),
        JSON("application/json");

        private final String mediaType;

        Form(String mediaType) {
            this.mediaType = mediaType;
        }

        public String mediaType() {
            return mediaType;
        }
    }

    /**
     * @param title of the sheet in a workbook
     * @param lines one cell for each column: a text, or a number, which stays one
     */
    public static void write(
            Form form, String title, List<String> columns, List<List<Object>> lines, OutputStream out, JsonMapper json)
            throws IOException {
        switch (form) {
            case CSV -> writeCsv(columns, lines, out);
            case XLSX -> writeXlsx(title, columns, lines, out);
            case JSON ->
                json.writerWithDefaultPrettyPrinter()
                        .writeValue(
                                out, lines.stream().map(l -> named(columns, l)).toList());
        }
    }

    private static Map<String, Object> named(List<String> columns, List<Object> line) {
        Map<String, Object> named = new LinkedHashMap<>();
        for (int i = 0; i < columns.size(); i++) {
            named.put(columns.get(i), line.get(i));
        }
        return named;
    }

    private static void writeCsv(List<String> columns, List<List<Object>> lines, OutputStream out) throws IOException {
        BufferedWriter writer = new BufferedWriter(new OutputStreamWriter(out, StandardCharsets.UTF_8));
        writer.write(MARK);
        CSVPrinter printer = new CSVPrinter(writer, CSVFormat.RFC4180);
        printer.printRecord(columns);
        for (List<Object> line : lines) {
            printer.printRecord(line.stream()
                    .map(c -> c instanceof BigDecimal number ? number.toPlainString() : TextCell.safe(c.toString()))
                    .toList());
        }
        printer.flush();
    }

    private static void writeXlsx(String title, List<String> columns, List<List<Object>> lines, OutputStream out)
            throws IOException {
        // With shared strings, as other programs write them: cells with a text of their own are not taken everywhere.
        try (SXSSFWorkbook book = new SXSSFWorkbook(null, ROWS_HELD, false, true)) {
            Sheet sheet = book.createSheet(title);
            sheet.createFreezePane(0, 1);
            fill(sheet.createRow(0), columns);
            for (int i = 0; i < lines.size(); i++) {
                fill(sheet.createRow(i + 1), lines.get(i));
            }
            book.write(out);
        }
    }

    private static void fill(Row row, List<?> cells) {
        for (int i = 0; i < cells.size(); i++) {
            if (cells.get(i) instanceof BigDecimal number) {
                row.createCell(i).setCellValue(number.doubleValue());
            } else {
                String cell = cells.get(i).toString();
                row.createCell(i).setCellValue(cell.length() > LONGEST_CELL ? cell.substring(0, LONGEST_CELL) : cell);
            }
        }
    }

    /**
     * The lines of a table by column, whichever of the forms it has. Names of columns are taken in small letters.
     *
     * @throws Refusal (field {@code file}) when it is none of them, or too large
     */
    public static List<Map<String, String>> read(byte[] file, JsonMapper json) {
        if (file.length > MOST_BYTES) {
            throw new Refusal(
                    "file",
                    "The file has more than %,d bytes.".formatted(MOST_BYTES),
                    "Leave out what was not asked for.");
        }
        try {
            if (file.length > 1 && file[0] == 'P' && file[1] == 'K') {
                return readXlsx(file);
            }
            String text = text(file);
            return text.startsWith("[") || text.startsWith("{") ? readJson(text, json) : readCsv(text);
        } catch (IOException | UncheckedIOException | JacksonException | OpenXML4JRuntimeException e) {
            throw new Refusal(
                    "file",
                    "The file is no table: it cannot be read as CSV, XLSX or JSON.",
                    "Fill in the file that was handed over, and save it as one of these.");
        }
    }

    private static String text(byte[] file) {
        String text;
        try {
            text = StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(file))
                    .toString();
        } catch (CharacterCodingException e) {
            text = new String(file, Charset.forName("windows-1252"));
        }
        return (text.indexOf(MARK) == 0 ? text.substring(1) : text).strip();
    }

    private static List<Map<String, String>> readJson(String text, JsonMapper json) {
        return json.readValue(text, new TypeReference<List<Map<String, Object>>>() {}).stream()
                .map(m -> {
                    Map<String, String> line = new TreeMap<>();
                    m.forEach((k, v) -> line.put(
                            k.strip().toLowerCase(Locale.ROOT),
                            v == null ? "" : v.toString().strip()));
                    return line;
                })
                .toList();
    }

    private static List<Map<String, String>> readCsv(String text) throws IOException {
        String head = text.lines().findFirst().orElse("");
        char delimiter = ',';
        for (int i = 0; i < DELIMITERS.length(); i++) {
            char d = DELIMITERS.charAt(i);
            delimiter = count(head, d) > count(head, delimiter) ? d : delimiter;
        }
        List<List<String>> rows = new ArrayList<>();
        CSVFormat format = CSVFormat.RFC4180.builder().setDelimiter(delimiter).get();
        try (CSVParser parser = CSVParser.parse(new StringReader(text), format)) {
            for (CSVRecord row : parser) {
                require(rows.size());
                rows.add(row.toList());
            }
        }
        return lines(rows);
    }

    private static long count(String text, char sign) {
        return text.chars().filter(c -> c == sign).count();
    }

    private static List<Map<String, String>> readXlsx(byte[] file) throws IOException {
        List<List<String>> rows = new ArrayList<>();
        DataFormatter formatter = new DataFormatter();
        try (Workbook book = WorkbookFactory.create(new ByteArrayInputStream(file))) {
            for (Row row : book.getSheetAt(0)) {
                require(rows.size());
                List<String> cells = new ArrayList<>();
                for (int i = 0; i < row.getLastCellNum(); i++) {
                    cells.add(formatter.formatCellValue(row.getCell(i)));
                }
                rows.add(cells);
            }
        }
        return lines(rows);
    }

    private static void require(int rows) {
        if (rows > MOST_ROWS) {
            throw new Refusal("file", "The table goes on after %,d rows.".formatted(MOST_ROWS), "Send it in parts.");
        }
    }

    private static List<Map<String, String>> lines(List<List<String>> rows) {
        List<Map<String, String>> lines = new ArrayList<>();
        for (int r = 1; r < rows.size(); r++) {
            Map<String, String> line = new TreeMap<>();
            List<String> head = rows.get(0);
            for (int i = 0; i < Math.min(head.size(), rows.get(r).size()); i++) {
                line.put(
                        head.get(i).strip().toLowerCase(Locale.ROOT),
                        rows.get(r).get(i).strip());
            }
            lines.add(line);
        }
        return lines;
    }
}
