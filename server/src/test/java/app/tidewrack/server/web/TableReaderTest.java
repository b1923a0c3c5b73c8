package app.tidewrack.server.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.refusal.Refusal;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.apache.commons.compress.utils.SeekableInMemoryByteChannel;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.json.JsonMapper;

class TableReaderTest {
    private static final JsonMapper JSON = new JsonMapper();
    private static final Set<String> ASKED = Set.of("change", "done");

    private static List<Map<String, String>> read(byte[] content) throws IOException {
        return new TableReader(JSON).read(new ByteArrayInputStream(content), ASKED);
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    private static byte[] written(TableFile.Form form) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        TableFile.write(
                form,
                "Changes",
                List.of("Change ", "what", "done"),
                List.of(List.of("a1", "an ad", "yes"), List.of("120000000000000007", "größer; “so”, \"x\"\nso", "")),
                out,
                JSON);
        return out.toByteArray();
    }

    /** What is written is read back the same in every form, and only what is asked for is kept of it. */
    @ParameterizedTest
    @EnumSource(TableFile.Form.class)
    void theFormsSayTheSame(TableFile.Form form) throws IOException {
        assertThat(read(written(form)))
                .containsExactly(
                        Map.of("change", "a1", "done", "yes"), Map.of("change", "120000000000000007", "done", ""));
    }

    @Test
    void textIsReadHoweverItIsWritten() throws IOException {
        List<Map<String, String>> lines = List.of(Map.of("change", "ä", "done", "1"));
        assertThat(read(bytes("\uFEFFchange;done\r\nä;1"))).isEqualTo(lines);
        assertThat(read("change\tdone\nä\t1\n".getBytes(Charset.forName("windows-1252"))))
                .isEqualTo(lines);
        assertThat(read(bytes(" [{\"Change\": \"ä\", \"done\": 1, \"more\": null}]")))
                .isEqualTo(lines);
        assertThat(read(bytes(""))).isEmpty();
    }

    private static byte[] workbook(UnaryOperator<Map<String, byte[]>> change) {
        try (ZipFile book = ZipFile.builder()
                .setSeekableByteChannel(new SeekableInMemoryByteChannel(written(TableFile.Form.XLSX)))
                .get()) {
            Map<String, byte[]> parts = new LinkedHashMap<>();
            for (ZipArchiveEntry entry : Collections.list(book.getEntries())) {
                parts.put(entry.getName(), book.getInputStream(entry).readAllBytes());
            }
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            try (ZipOutputStream zip = new ZipOutputStream(out)) {
                for (Map.Entry<String, byte[]> part : change.apply(parts).entrySet()) {
                    zip.putNextEntry(new ZipEntry(part.getKey()));
                    zip.write(part.getValue());
                }
            }
            return out.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static byte[] with(String part, String content) {
        return workbook(parts -> {
            parts.put(part, bytes(content));
            return parts;
        });
    }

    private static byte[] without(String part) {
        return workbook(parts -> {
            parts.remove(part);
            return parts;
        });
    }

    private static String sheet(String rows) {
        return "<worksheet xmlns=\"http://schemas.openxmlformats.org/spreadsheetml/2006/main\"><sheetData>" + rows
                + "</sheetData></worksheet>";
    }

    static Stream<Arguments> hostile() {
        String first = "xl/worksheets/sheet1.xml";
        String entity = "<!DOCTYPE x [<!ENTITY a \"b\">]>" + sheet("<row><c t=\"str\"><v>&a;</v></c></row>");
        return Stream.of(
                Arguments.of("a list of nothing", bytes("[null]"), "no list of objects"),
                Arguments.of("an object", bytes("{\"change\": \"a\"}"), "no list of objects"),
                Arguments.of("a list in a line", bytes("[{\"change\": [1]}]"), "no list of objects"),
                Arguments.of("no end", bytes("[{\"change\": \"a\""), "no table"),
                Arguments.of(
                        "a quote that never ends", bytes("change\n\"" + "a".repeat(3_000_000)), "A row of the file"),
                Arguments.of("columns", bytes("a,".repeat(600) + "\n1"), "601 columns"),
                Arguments.of("lines", bytes("change\n" + "1\n".repeat(60_001)), "after 60,000 rows"),
                Arguments.of("30 MB", new byte[30_000_001], "more than 30,000,000 bytes"),
                Arguments.of("no zip", bytes("PK no zip at all"), "no table"),
                Arguments.of("no sheet", without(first), "no"),
                Arguments.of("no book", without("xl/workbook.xml"), "no"),
                Arguments.of("entities", with(first, entity), "no table"),
                Arguments.of("no XML", with(first, "sheet"), "no table"),
                Arguments.of(
                        "a cell",
                        with(first, sheet("<row><c t=\"str\"><v>" + "a".repeat(40_000) + "</v></c></row>")),
                        "32,767"),
                Arguments.of("a far cell", with(first, sheet("<row><c r=\"XFD1\"><v>1</v></c></row>")), "columns"),
                Arguments.of("a sheet of 90 MB in a few kB", with(first, sheet(" ".repeat(90_000_000))), "80,000,000"),
                Arguments.of("texts of 21 MB", with("xl/sharedStrings.xml", " ".repeat(21_000_000)), "20,000,000"),
                Arguments.of("a part of 2 MB", with("[Content_Types].xml", " ".repeat(2_000_000)), "1,000,000"));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("hostile")
    void whatCannotBeReadIsRefused(String what, byte[] content, String says) {
        assertThatThrownBy(() -> read(content))
                .isInstanceOfSatisfying(
                        Refusal.class, r -> assertThat(r.field()).isEqualTo("file"))
                .hasMessageContaining(says);
    }
}
