package app.tidewrack.server.source;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.source.Contact;
import app.tidewrack.server.web.Bounded;
import app.tidewrack.server.web.CellReader;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.util.Arrays;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.LongConsumer;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/**
 * Reads a customer list as it comes, and writes one hash a usable row: of the e-mail address where there is one, else of the
 * phone number. Nothing of a row is kept. Memory is eight bytes a row.
 */
final class ListReader {
    static final int MOST_ROWS = 1_000_000;
    static final long MOST_BYTES = 300_000_000;
    private static final int TOLD_EVERY = 20_000;

    private final ListFormat format;
    private final String country;
    private final Writer hashes;
    private final LongConsumer progress;
    private final Map<String, Long> unusable = new TreeMap<>();
    private long[] seen = new long[4096];
    private int usable;
    private long rows;

    /**
     * @param country of phone numbers without a country's code
     * @param progress told the rows read so far, now and then
     */
    ListReader(ListFormat format, String country, Writer hashes, LongConsumer progress) {
        this.format = format;
        this.country = country;
        this.hashes = hashes;
        this.progress = progress;
    }

    /** @throws Refusal when the list is too long or too large, or is not written as said; nothing of it is sent then */
    void read(InputStream content) throws IOException {
        var decoder = format.charset()
                .newDecoder()
                .onMalformedInput(CodingErrorAction.REPORT)
                .onUnmappableCharacter(CodingErrorAction.REPORT);
        BufferedReader reader = new BufferedReader(
                new InputStreamReader(new Bounded(content, MOST_BYTES, ListReader::tooLarge), decoder));
        try (CellReader cells = new CellReader(pastMark(reader));
                CSVParser parser = format.parse(cells)) {
            boolean first = format.header();
            for (CSVRecord row : parser) {
                cells.nextRow();
                if (!first) {
                    add(row);
                }
                first = false;
            }
        } catch (UncheckedIOException e) {
            throw cause(Objects.requireNonNull(e.getCause()));
        } catch (CharacterCodingException e) {
            throw ListFormat.undecodable(e, format.encoding());
        }
        if (rows == 0) {
            throw new Refusal("file", "The list holds no rows.", "Choose another file.");
        }
        if (usable == 0) {
            throw new Refusal(
                    "columns",
                    "None of the %,d rows has a usable address or number: %s.".formatted(rows, unusable),
                    "Choose other columns.");
        }
    }

    /** Past the byte order mark, where there is one. */
    private static BufferedReader pastMark(BufferedReader reader) throws IOException {
        reader.mark(1);
        if (reader.read() != '\ufeff') {
            reader.reset();
        }
        return reader;
    }

    private IOException cause(IOException e) {
        if (e instanceof CharacterCodingException coding) {
            throw ListFormat.undecodable(coding, format.encoding());
        }
        return e;
    }

    private void add(CSVRecord row) throws IOException {
        if (rows == MOST_ROWS) {
            throw new Refusal(
                    "file", "A list takes %,d rows; this one goes on.".formatted(MOST_ROWS), "Split it in two.");
        }
        rows++;
        if (rows % TOLD_EVERY == 0) {
            progress.accept(rows);
        }
        String email = cell(row, format.email());
        String phone = cell(row, format.phone());
        Optional<String> comparable = Contact.email(email);
        if (comparable.isEmpty() && !phone.isEmpty()) {
            comparable = Contact.phone(phone, country);
        }
        if (comparable.isEmpty()) {
            unusable.merge(reason(email, phone), 1L, Long::sum);
            return;
        }
        String hash = Contact.hash(comparable.get());
        hashes.write(hash);
        hashes.write('\n');
        if (usable == seen.length) {
            seen = Arrays.copyOf(seen, usable * 2);
        }
        seen[usable++] = Long.parseUnsignedLong(hash.substring(0, 16), 16);
    }

    private static String reason(String email, String phone) {
        if (email.isEmpty() && phone.isEmpty()) {
            return "nothing in it";
        }
        return email.isEmpty() ? "no phone number" : "no e-mail address";
    }

    private static String cell(CSVRecord row, int column) {
        return column >= 0 && column < row.size() ? row.get(column) : "";
    }

    long rows() {
        return rows;
    }

    Map<String, Long> unusable() {
        return unusable;
    }

    /** Rows whose address or number stood there before. */
    long duplicates() {
        Arrays.sort(seen, 0, usable);
        long duplicates = 0;
        for (int i = 1; i < usable; i++) {
            duplicates += seen[i] == seen[i - 1] ? 1 : 0;
        }
        return duplicates;
    }

    private static Refusal tooLarge() {
        return new Refusal(
                "file",
                "The file is larger than %,d bytes.".formatted(MOST_BYTES),
                "Leave out columns that are not needed.");
    }
}
