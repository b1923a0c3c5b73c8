package app.tidewrack.practice.world;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;
import java.util.function.Function;

/** Reads the tab-separated data files of the world. */
final class Table {
    private Table() {}

    /** @param row makes one record of one line's fields; the heading line is passed over */
    static <T> List<T> read(String file, Function<String[], T> row) {
        try (BufferedReader reader = new BufferedReader(new InputStreamReader(
                Objects.requireNonNull(Table.class.getResourceAsStream("/world/" + file), file),
                StandardCharsets.UTF_8))) {
            return reader.lines().skip(1).map(l -> row.apply(l.split("\t", -1))).toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
