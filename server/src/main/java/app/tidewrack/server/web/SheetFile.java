package app.tidewrack.server.web;

import app.tidewrack.core.refusal.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Iterator;
import java.util.List;
import java.util.function.Consumer;
import javax.xml.parsers.ParserConfigurationException;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.apache.poi.openxml4j.exceptions.OpenXML4JException;
import org.apache.poi.openxml4j.opc.OPCPackage;
import org.apache.poi.openxml4j.opc.PackageAccess;
import org.apache.poi.ss.util.CellReference;
import org.apache.poi.util.XMLHelper;
import org.apache.poi.xssf.eventusermodel.ReadOnlySharedStringsTable;
import org.apache.poi.xssf.eventusermodel.XSSFReader;
import org.apache.poi.xssf.eventusermodel.XSSFSheetXMLHandler;
import org.apache.poi.xssf.eventusermodel.XSSFSheetXMLHandler.SheetContentsHandler;
import org.apache.poi.xssf.usermodel.XSSFComment;
import org.jspecify.annotations.Nullable;
import org.xml.sax.Attributes;
import org.xml.sax.InputSource;
import org.xml.sax.SAXException;
import org.xml.sax.XMLReader;
import org.xml.sax.helpers.XMLFilterImpl;

/**
 * The first sheet of a workbook, row by row. How large its parts are is found out before any of it is read into memory, since a few
 * bytes can be told to grow to any number.
 */
final class SheetFile {
    private static final int MOST_PARTS = 500;

    /** Bytes of a sheet, which is read as it comes; of its texts, which are held; and of any other part. */
    private static final long LARGEST_SHEET = 80_000_000;

    private static final long LARGEST_TEXTS = 20_000_000;
    private static final long LARGEST_PART = 1_000_000;

    private SheetFile() {}

    /** @throws Refusal (field {@code file}) when it is too large, or holds no sheet */
    static void read(Path file, Consumer<List<String>> rows) throws IOException, OpenXML4JException, SAXException {
        requireSmall(file);
        try (OPCPackage parts = OPCPackage.open(file.toFile(), PackageAccess.READ)) {
            XSSFReader book = new XSSFReader(parts);
            ReadOnlySharedStringsTable texts = new ReadOnlySharedStringsTable(parts);
            Iterator<InputStream> sheets = book.getSheetsData();
            if (!sheets.hasNext()) {
                throw new Refusal("file", "The workbook has no sheet.", "Fill in the file that was handed over.");
            }
            try (InputStream sheet = sheets.next()) {
                // Without styles a number stays as it was typed; with them a long id would be rounded to be shown.
                XSSFSheetXMLHandler handler = new XSSFSheetXMLHandler(null, texts, new Rows(rows), false);
                CellLimit limit = new CellLimit(XMLHelper.newXMLReader());
                limit.setContentHandler(handler);
                limit.parse(new InputSource(sheet));
            }
        } catch (ParserConfigurationException e) {
            throw new IllegalStateException("Every Java platform has a SAX parser", e);
        } catch (Refusal refusal) {
            throw refusal;
        } catch (RuntimeException broken) {
            // Of a broken workbook the library says whatever it stumbles over.
            throw new IOException(broken);
        }
    }

    private static void requireSmall(Path file) throws IOException {
        try (ZipFile zip = ZipFile.builder().setPath(file).get()) {
            List<ZipArchiveEntry> entries = Collections.list(zip.getEntries());
            if (entries.size() > MOST_PARTS) {
                throw tooLarge("more than %d parts".formatted(MOST_PARTS));
            }
            for (ZipArchiveEntry entry : entries) {
                String name = entry.getName();
                if (name.startsWith("xl/media/")) {
                    continue;
                }
                long most = name.startsWith("xl/worksheets/")
                        ? LARGEST_SHEET
                        : name.equals("xl/sharedStrings.xml") ? LARGEST_TEXTS : LARGEST_PART;
                try (InputStream in = new Bounded(
                        zip.getInputStream(entry),
                        most,
                        () -> tooLarge("“%s” with more than %,d bytes".formatted(name, most)))) {
                    in.transferTo(OutputStream.nullOutputStream());
                }
            }
        }
    }

    private static Refusal tooLarge(String part) {
        return new Refusal("file", "The workbook holds %s.".formatted(part), "Leave out what was not asked for.");
    }

    /** Refuses a cell that goes on for ever. */
    private static final class CellLimit extends XMLFilterImpl {
        private int text;

        CellLimit(XMLReader parent) {
            super(parent);
        }

        @Override
        public void startElement(String uri, String local, String name, Attributes attributes) throws SAXException {
            text = 0;
            super.startElement(uri, local, name, attributes);
        }

        @Override
        public void characters(char[] signs, int from, int length) throws SAXException {
            text += length;
            if (text > TableFile.LONGEST_CELL) {
                throw tooLarge("a cell of more than %,d characters".formatted(TableFile.LONGEST_CELL));
            }
            super.characters(signs, from, length);
        }
    }

    /** Puts cells, of which empty ones are not told, in their places. */
    private static final class Rows implements SheetContentsHandler {
        private static final int MOST_COLUMNS = 1_000;

        private final Consumer<List<String>> rows;
        private List<String> cells = new ArrayList<>();

        Rows(Consumer<List<String>> rows) {
            this.rows = rows;
        }

        @Override
        public void startRow(int number) {
            cells = new ArrayList<>();
        }

        @Override
        public void cell(@Nullable String at, @Nullable String value, @Nullable XSSFComment comment) {
            int column = at == null ? cells.size() : new CellReference(at).getCol();
            if (column >= MOST_COLUMNS) {
                throw tooLarge("more than %,d columns".formatted(MOST_COLUMNS));
            }
            while (cells.size() < column) {
                cells.add("");
            }
            cells.add(value == null ? "" : value);
        }

        @Override
        public void endRow(int number) {
            rows.accept(List.copyOf(cells));
        }
    }
}
