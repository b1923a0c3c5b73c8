package app.tidewrack.core.text;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;

/** The lists of words that come with the rules. */
public final class WordLists {
    private WordLists() {}

    /**
     * The lines of a list, without blank ones and those that begin with {@code #}.
     *
     * @param beside the class in whose package it lies
     */
    public static List<String> lines(Class<?> beside, String name) {
        try (InputStream in = beside.getResourceAsStream(name)) {
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
