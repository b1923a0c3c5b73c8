package app.tidewrack.core.feedback;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;

/** The lists of words that come with the rules. */
final class Resources {
    private Resources() {}

    static List<String> lines(String name) {
        try (InputStream in = Resources.class.getResourceAsStream(name)) {
            if (in == null) {
                throw new IllegalStateException("No list " + name);
            }
            return new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8))
                    .lines()
                    .filter(l -> !l.isBlank() && !l.startsWith("#"))
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
