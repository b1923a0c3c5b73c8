package app.tidewrack.server.source;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.source.Contact;
import app.tidewrack.server.web.TextEncoding;
import java.io.IOException;
import java.io.Reader;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/**
 * How a customer list is written: guessed from its beginning, and confirmed by a person.
 *
 * @param encoding a name that Java knows
 * @param header whether the first row names the columns
 * @param email which column holds e-mail addresses, from 0; −1 for none
 * @param phone likewise
 */
record ListFormat(String encoding, String delimiter, boolean header, int email, int phone) {
    private static final List<String> ENCODINGS = List.of(
            "UTF-8",
            "UTF-16LE",
            "UTF-16BE",
            "windows-1250",
            "windows-1251",
            "windows-1252",
            "windows-1253",
            "windows-1254");
    private static final List<Character> DELIMITERS = List.of(',', ';', '\t', '|');
    private static final int ROWS_SHOWN = 6;
    private static final int ROWS_GUESSED = 60;
    private static final int MOST_COLUMNS = 200;

    /** @param rows the first few, as they are read */
    record Guess(ListFormat format, List<List<String>> rows) {}

    /**
     * @param beginning first bytes of the file; the last row may be cut
     * @throws Refusal when it is no text, or no column holds addresses or numbers
     */
    static Guess guess(byte[] beginning, String country) {
        Charset charset = charset(beginning);
        String text = text(beginning, charset);
        if (text.chars().anyMatch(c -> c < ' ' && c != '\n' && c != '\r' && c != '\t')) {
            throw new Refusal(
                    "file", "The file is no text: it holds control characters.", "Save it as CSV and send that.");
        }
        List<List<String>> best = List.of();
        char delimiter = ',';
        for (char candidate : DELIMITERS) {
            List<List<String>> rows = rows(text, candidate);
            if (score(rows) > score(best)) {
                best = rows;
                delimiter = candidate;
            }
        }
        if (best.isEmpty()) {
            throw new Refusal("file", "The file holds no rows.", "Choose another.");
        }
        ListFormat format = columns(best, charset, delimiter, country);
        return new Guess(format, best.stream().limit(ROWS_SHOWN).toList());
    }

    /** By its byte order mark or its empty bytes, else UTF-8 where it is that, else by its letters. */
    private static Charset charset(byte[] b) {
        if (b.length >= 2 && (b[0] & 0xff) == 0xff && (b[1] & 0xff) == 0xfe) {
            return StandardCharsets.UTF_16LE;
        }
        if (b.length >= 2 && (b[0] & 0xff) == 0xfe && (b[1] & 0xff) == 0xff) {
            return StandardCharsets.UTF_16BE;
        }
        int even = 0;
        int odd = 0;
        for (int i = 0; i < b.length; i++) {
            if (b[i] == 0) {
                even += 1 - i % 2;
                odd += i % 2;
            }
        }
        if (odd > b.length / 4) {
            return StandardCharsets.UTF_16LE;
        }
        if (even > b.length / 4) {
            return StandardCharsets.UTF_16BE;
        }
        return isUtf8(b) ? StandardCharsets.UTF_8 : TextEncoding.ofOneByte(b);
    }

    private static boolean isUtf8(byte[] b) {
        var decoder = StandardCharsets.UTF_8.newDecoder();
        // The last character may be cut: underflow is no fault, as the input is not said to end.
        CharBuffer out = CharBuffer.allocate(b.length + 1);
        return !decoder.decode(ByteBuffer.wrap(b), out, false).isError();
    }

    private static String text(byte[] b, Charset charset) {
        String text = new String(b, charset);
        int cut = text.lastIndexOf('\n');
        String whole = cut > 0 ? text.substring(0, cut) : text;
        return whole.startsWith("\ufeff") ? whole.substring(1) : whole;
    }

    private static List<List<String>> rows(String text, char delimiter) {
        List<List<String>> rows = new ArrayList<>();
        try (CSVParser parser = csv(delimiter).parse(new StringReader(text))) {
            for (CSVRecord row : parser) {
                if (rows.size() == ROWS_GUESSED) {
                    break;
                }
                rows.add(row.stream().limit(MOST_COLUMNS).toList());
            }
        } catch (IOException | UncheckedIOException e) {
            // A quote left open by the cut, or by another delimiter: what was read before it serves.
        }
        return rows;
    }

    /** Rows as wide as the first, times how wide they are: the right delimiter makes them many and even. */
    private static long score(List<List<String>> rows) {
        int width = rows.isEmpty() ? 0 : rows.get(0).size();
        return rows.stream().filter(r -> r.size() == width).count() * width;
    }

    private static ListFormat columns(List<List<String>> rows, Charset charset, char delimiter, String country) {
        int width = rows.stream().mapToInt(List::size).max().orElse(0);
        int email = -1;
        int phone = -1;
        double emails = 0.3;
        double phones = 0.3;
        for (int c = 0; c < width; c++) {
            int column = c;
            List<String> cells = rows.stream()
                    .filter(r -> column < r.size() && !r.get(column).isBlank())
                    .map(r -> r.get(column))
                    .toList();
            double asEmail = share(cells, Contact::email);
            double asPhone = share(cells, v -> Contact.phone(v, country));
            if (asEmail > emails) {
                emails = asEmail;
                email = column;
            }
            if (asPhone > phones) {
                phones = asPhone;
                phone = column;
            }
        }
        List<String> first = rows.get(0);
        boolean header = first.stream()
                .noneMatch(v -> Contact.email(v).isPresent()
                        || Contact.phone(v, country).isPresent());
        return new ListFormat(charset.name(), String.valueOf(delimiter), header, email, phone);
    }

    private static double share(
            List<String> cells, java.util.function.Function<String, java.util.Optional<String>> as) {
        return cells.isEmpty()
                ? 0
                : (double) cells.stream().filter(v -> as.apply(v).isPresent()).count() / cells.size();
    }

    /** Every row of a list, read as it comes; a byte order mark is passed over. */
    CSVParser parse(Reader reader) throws IOException {
        return csv(delimiter.charAt(0)).parse(reader);
    }

    private static CSVFormat csv(char delimiter) {
        return CSVFormat.DEFAULT
                .builder()
                .setDelimiter(delimiter)
                .setIgnoreEmptyLines(true)
                .setTrim(true)
                .setLenientEof(true)
                .setTrailingData(true)
                .get();
    }

    /** @throws Refusal when the format names no column, or what Java does not know */
    void require() {
        if (email < 0 && phone < 0) {
            throw new Refusal(
                    "columns",
                    "No column is chosen for e-mail addresses or phone numbers.",
                    "Choose one, or another file.");
        }
        if (delimiter.length() != 1 || !DELIMITERS.contains(delimiter.charAt(0))) {
            throw new Refusal("delimiter", "“%s” parts no columns.".formatted(delimiter), "Choose , ; | or a tab.");
        }
        if (!ENCODINGS.contains(encoding)) {
            throw new Refusal(
                    "encoding",
                    "“%s” is no encoding that is read.".formatted(encoding),
                    "Choose one of %s.".formatted(String.join(", ", ENCODINGS)));
        }
    }

    Charset charset() {
        return Charset.forName(encoding.toUpperCase(Locale.ROOT));
    }

    /** Refuses bytes that are none of the encoding's characters. */
    static Refusal undecodable(CharacterCodingException e, String encoding) {
        return new Refusal(
                "encoding",
                "The file holds bytes that are no %s.".formatted(encoding),
                "Choose another encoding, or save the file as UTF-8.");
    }
}
