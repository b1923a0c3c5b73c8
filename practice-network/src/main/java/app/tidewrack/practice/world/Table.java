package app.tidewrack.practice.world;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;
import java.util.function.Function;

/** Reads the data files of the world. */
final class Table {
    private Table() {}

    /** @param row makes one record of one line's tab-separated fields; the heading line is passed over */
    static <T> List<T> read(String file, Function<String[], T> row) {
        return lines(file).stream()
                .skip(1)
                .map(l -> row.apply(l.split("\t", -1)))
                .toList();
    }

    static List<String> lines(String file) {
        try (BufferedReader reader = new BufferedReader(new InputStreamReader(
                Objects.requireNonNull(Table.class.getResourceAsStream("/world/" + file), file),
                StandardCharsets.UTF_8))) {
            return reader.lines().toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Lines of parts between bars; remarks are passed over. */
    static List<String[]> barred(String file) {
        return lines(file).stream()
                .filter(l -> !l.startsWith("#") && !l.isBlank())
                .map(l -> l.split("\\s*\\|\\s*"))
                .toList();
    }
}
