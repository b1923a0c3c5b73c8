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
import tools.jackson.databind.SequenceWriter;
import tools.jackson.databind.json.JsonMapper;

/**
 * A table with named columns, written line by line as CSV (RFC 4180), XLSX or JSON for a person, so that it may be as long as it likes. It is
 * whole once it is closed.
 */
public abstract sealed class TableFile implements AutoCloseable {
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

    /** @param title of the sheet in a workbook */
    public static TableFile begin(Form form, String title, List<String> columns, OutputStream out, JsonMapper json)
            throws IOException {
        return switch (form) {
            case CSV -> new Csv(columns, out);
            case XLSX -> new Xlsx(title, columns, out);
            case JSON -> new Json(columns, out, json);
        };
    }

    /** All of a table at once; see {@link #begin} and {@link #line}. */
    public static void write(
            Form form, String title, List<String> columns, List<List<Object>> lines, OutputStream out, JsonMapper json)
            throws IOException {
        try (TableFile file = begin(form, title, columns, out, json)) {
            for (List<Object> line : lines) {
                file.line(line);
            }
        }
    }

    /** @param cells one for each column: a text, or a number, which stays one */
    public abstract void line(List<Object> cells) throws IOException;

    @Override
    public abstract void close() throws IOException;

    private static final class Csv extends TableFile {
        private final CSVPrinter printer;

        Csv(List<String> columns, OutputStream out) throws IOException {
            BufferedWriter writer = new BufferedWriter(new OutputStreamWriter(out, StandardCharsets.UTF_8));
            writer.write(MARK);
            printer = new CSVPrinter(writer, CSVFormat.RFC4180);
            printer.printRecord(columns.stream().map(TextCell::safe).toList());
        }

        @Override
        public void line(List<Object> cells) throws IOException {
            printer.printRecord(cells.stream()
                    .map(c -> c instanceof BigDecimal number ? number.toPlainString() : TextCell.safe(c.toString()))
                    .toList());
        }

        @Override
        public void close() throws IOException {
            printer.flush();
        }
    }

    private static final class Json extends TableFile {
        private final List<String> columns;
        private final SequenceWriter writer;

        Json(List<String> columns, OutputStream out, JsonMapper json) {
            this.columns = columns;
            this.writer = json.writerWithDefaultPrettyPrinter().writeValuesAsArray(out);
        }

        @Override
        public void line(List<Object> cells) {
            Map<String, Object> named = new LinkedHashMap<>();
            for (int i = 0; i < columns.size(); i++) {
                named.put(columns.get(i), cells.get(i));
            }
            writer.write(named);
        }

        @Override
        public void close() {
            writer.close();
        }
    }

    private static final class Xlsx extends TableFile {
        private final OutputStream out;

        /** With shared strings, as other programs write them: cells with a text of their own are not taken everywhere. */
        private final SXSSFWorkbook book = new SXSSFWorkbook(null, ROWS_HELD, false, true);

        private final Sheet sheet;
        private int rows;

        Xlsx(String title, List<String> columns, OutputStream out) {
            this.out = out;
            sheet = book.createSheet(title);
            sheet.createFreezePane(0, 1);
            fill(sheet.createRow(rows++), columns);
        }

        @Override
        public void line(List<Object> cells) {
            fill(sheet.createRow(rows++), cells);
        }

        @Override
        public void close() throws IOException {
            try (book) {
                book.write(out);
            }
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
