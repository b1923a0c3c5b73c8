package app.tidewrack.server.source;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.source.Contact;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringReader;
import java.io.StringWriter;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

class ListReadingTest {
    private static final ListFormat COMMA = new ListFormat("UTF-8", ",", true, 0, -1);

    private record Read(ListReader reader, List<String> hashes) {}

    private static Read read(ListFormat format, byte[] content) throws IOException {
        StringWriter out = new StringWriter();
        ListReader reader = new ListReader(format, "DE", out, rows -> {});
        reader.read(new ByteArrayInputStream(content));
        return new Read(reader, out.toString().lines().toList());
    }

    /** One cell of 299 MB, behind a quote that is never closed: given up after a few. */
    @Test
    void aCellThatGoesOnForEverIsGivenUp() {
        long[] read = new long[1];
        InputStream cell = new InputStream() {
            @Override
            public int read() {
                read[0]++;
                return read[0] == 1 ? '"' : read[0] < 299_000_000 ? 'a' : -1;
            }

            @Override
            public int read(byte[] into, int from, int length) {
                for (int i = 0; i < length; i++) {
                    into[from + i] = (byte) read();
                }
                return length;
            }
        };
        ListReader reader = new ListReader(COMMA, "DE", new StringWriter(), rows -> {});
        assertThatThrownBy(() -> reader.read(cell))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("A row of the file goes on after 1,000,000 characters");
        assertThat(read[0]).isLessThan(2_000_000);
    }

    /** npm csv-spectrum 2.0.0, which says in JSON what each of its CSV files holds. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "comma_in_quotes",
                "empty",
                "empty_crlf",
                "escaped_quotes",
                "json",
                "newlines",
                "newlines_crlf",
                "quotes_and_newlines",
                "simple",
                "simple_crlf",
                "utf8"
            })
    void cellsAreReadAsTheSpectrumSays(String name) throws IOException {
        Path folder = Path.of("src/test/resources/csv-spectrum");
        List<Map<String, String>> expected =
                new JsonMapper().readValue(Files.readString(folder.resolve(name + ".json")), new TypeReference<>() {});
        List<Map<String, String>> rows = new ArrayList<>();
        try (CSVParser parser = COMMA.parse(new StringReader(Files.readString(folder.resolve(name + ".csv"))))) {
            List<String> names = null;
            for (CSVRecord record : parser) {
                if (names == null) {
                    names = record.toList();
                    continue;
                }
                Map<String, String> row = new LinkedHashMap<>();
                for (int c = 0; c < names.size(); c++) {
                    row.put(names.get(c), record.get(c));
                }
                rows.add(row);
            }
        }
        assertThat(rows).isEqualTo(expected);
    }

    /** The same rows in each encoding and delimiter give the same guess of columns and the same hashes. */
    @ParameterizedTest
    @CsvSource(
            delimiter = ' ',
            value = {
                "UTF-8 ,",
                "UTF-8 ;",
                "UTF-8 |",
                "UTF-8 TAB",
                "UTF-16LE ;",
                "UTF-16BE ,",
                "windows-1252 ;",
                "windows-1252 TAB"
            })
    void encodingsAndDelimitersAreGuessed(String encoding, String delimiter) throws IOException {
        String d = delimiter.equals("TAB") ? "\t" : delimiter;
        StringBuilder text = new StringBuilder(encoding.startsWith("UTF-16") ? "\ufeff" : "");
        text.append(String.join(d, "Kundin", "Telefon", "E-Mail")).append("\r\n");
        for (int i = 0; i < 40; i++) {
            text.append(String.join(
                            d, "Jörg Müller " + i, "030 90182" + i, i % 4 == 0 ? "" : "Kunde" + i + "@Example.com "))
                    .append("\r\n");
        }
        byte[] bytes = text.toString().getBytes(Charset.forName(encoding));
        ListFormat.Guess guess = ListFormat.guess(bytes, "DE");
        assertThat(guess.format()).isEqualTo(new ListFormat(encoding, d, true, 2, 1));
        assertThat(guess.rows().get(1).get(0)).isEqualTo("Jörg Müller 0");
        Read read = read(guess.format(), bytes);
        assertThat(read.reader().rows()).isEqualTo(40);
        assertThat(read.hashes()).hasSize(40).contains(Contact.hash("kunde1@example.com"), Contact.hash("+4930901820"));
    }

    /** Names as they are common in each language; a Turkish list was taken for a western one. */
    @ParameterizedTest
    @CsvSource({
        "windows-1254, Ayşe Yıldız; Mehmet Öztürk; Gülşah Çağlayan; İbrahim Doğan; Işıl Güneş; Şükrü Aydın",
        "windows-1252, Jörg Müller; Bjørn Åkesson; Françoise Lefèvre; Íñigo Núñez; Søren Ødegård; Günther Weiß",
        "windows-1250, Łukasz Wiśniewski; Jiří Dvořák; Želimir Kovačić; Gábor Szőke; Małgorzata Dąbrowska; Žaneta Křížová",
        "windows-1251, Алексей Иванов; Мария Смирнова; Ольга Кузнецова; Дмитрий Попов; Наталья Васильева; Игорь Соколов",
        "windows-1253, Γιώργος Παπαδόπουλος; Μαρία Οικονόμου; Νίκος Δημητρίου; Ελένη Γεωργίου; Κώστας Νικολάου; Σοφία Ιωάννου"
    })
    void theLettersTellTheEncoding(String encoding, String names) {
        String[] all = names.split("; ");
        StringBuilder text = new StringBuilder("name,mail\n");
        for (int i = 0; i < 30; i++) {
            text.append("%s,customer%d@example.com\n".formatted(all[i % all.length], i));
        }
        ListFormat.Guess guess = ListFormat.guess(text.toString().getBytes(Charset.forName(encoding)), "DE");
        assertThat(guess.format().encoding()).isEqualTo(encoding);
        assertThat(guess.rows().get(1).get(0)).isEqualTo(all[0]);
    }

    @Test
    void duplicatesAndUnusableRowsAreCounted() throws IOException {
        String text = "mail,phone\na@example.com,\nA@EXAMPLE.com ,\nnonsense,\n,12\n,\n,030 901820\n";
        Read read = read(new ListFormat("UTF-8", ",", true, 0, 1), text.getBytes(StandardCharsets.UTF_8));
        assertThat(read.reader().rows()).isEqualTo(6);
        assertThat(read.reader().duplicates()).isEqualTo(1);
        assertThat(read.reader().unusable())
                .isEqualTo(Map.of("no e-mail address", 1L, "no phone number", 1L, "nothing in it", 1L));
        assertThat(read.hashes()).hasSize(3);
    }

    @Test
    void refusalsNameValueLimitAndRemedy() {
        byte[] binary = {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10, 0, 0, 0, 13};
        assertThatThrownBy(() -> ListFormat.guess(binary, "DE"))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("no text");
        assertThatThrownBy(() -> ListFormat.guess(new byte[0], "DE")).hasMessageContaining("no rows");
        byte[] noColumn = "a,b\n1,2\n".getBytes(StandardCharsets.UTF_8);
        assertThatThrownBy(() -> read(COMMA, noColumn)).hasMessageContaining("None of the 1 rows");
        assertThatThrownBy(() -> new ListFormat("UTF-8", ",", true, -1, -1).require())
                .hasMessageContaining("No column is chosen");
        assertThatThrownBy(() -> new ListFormat("KOI8-R", ",", true, 0, -1).require())
                .hasMessageContaining("KOI8-R");
        byte[] notUtf8 = "mail\nj\u00fcrgen@example.com\n".getBytes(Charset.forName("windows-1252"));
        assertThatThrownBy(() -> read(COMMA, notUtf8)).hasMessageContaining("bytes that are no UTF-8");
    }

    /** A row more than a million, and a file that goes on for ever, are refused while they come. */
    @Test
    void listsAreLimitedWhileTheyCome() {
        assertThatThrownBy(() -> read(
                        COMMA,
                        ("a@example.com\n").repeat(ListReader.MOST_ROWS + 2).getBytes(StandardCharsets.UTF_8)))
                .hasMessageContaining("1,000,000 rows; this one goes on");
        InputStream endless = new InputStream() {
            @Override
            public int read() {
                return 'x';
            }

            @Override
            public int read(byte[] into, int from, int length) {
                // A row for each buffer of a thousand and more.
                Arrays.fill(into, from, from + length, (byte) ' ');
                into[from] = '\n';
                return length;
            }
        };
        assertThatThrownBy(() -> new ListReader(COMMA, "DE", new StringWriter(), rows -> {}).read(endless))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("300,000,000 bytes");
    }
}
