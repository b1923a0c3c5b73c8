package app.tidewrack.server.web;

import java.io.BufferedWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.xssf.streaming.SXSSFWorkbook;
import tools.jackson.databind.json.JsonMapper;

/** Writes a table with named columns as CSV (RFC 4180), XLSX or JSON for a person. */
public final class TableFile {
    /** Longest text of a cell, in signs, as spreadsheets have it. */
    static final int LONGEST_CELL = 32_767;

    static final char MARK = '\uFEFF';
    private static final int ROWS_HELD = 100;

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
        printer.printRecord(columns.stream().map(TextCell::safe).toList());
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
}
