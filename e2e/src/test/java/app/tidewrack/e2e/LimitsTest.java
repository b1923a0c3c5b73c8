package app.tidewrack.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.assertj.core.api.InstanceOfAssertFactories;
import org.junit.jupiter.api.Test;

/** Journeys fail when something is broken, and never when a machine is slow: what they wait for has one limit, which {@link Buyer} sets. */
class LimitsTest {
    private static final Pattern OWN_LIMIT =
            Pattern.compile("\\.setTimeout\\(|setDefaultTimeout\\(|setDefaultAssertionTimeout\\(");

    /** Presses what may not be there any more, and goes on without. */
    private static final String TRIES = "ReadersIT.java";

    /** What is to come is counted from the practice clock: other journeys move it, and nothing starts in the past. */
    private static final Pattern TO_COME =
            Pattern.compile("\"[^\"]*(2027-0(3-(2[3-9]|3)|[4-9])|((2[3-9]|3[01]) Mar|Apr|May) 2027)");

    /** Sends any dates at all. */
    private static final String ANY = "Hostile.java";

    @Test
    void journeysHaveNoLimitsOfTheirOwn() throws IOException {
        assertThat(having(OWN_LIMIT, "Buyer.java", TRIES)).isEmpty();
    }

    @Test
    void journeysCountDaysFromThePracticeClock() throws IOException {
        assertThat(having(TO_COME, ANY)).isEmpty();
    }

    /** It leaves nothing as it was, and guesses passwords until nobody is let in. They run in the order of their names. */
    @Test
    void whateverIsSentIsSentLast() throws IOException {
        assertThat(having(Pattern.compile("class \\w+IT\\b")))
                .last(InstanceOfAssertFactories.STRING)
                .isEqualTo("WhateverIsSentIT.java");
    }

    /** Names of sources in which it is found, but for some that may. */
    private static List<String> having(Pattern found, String... may) throws IOException {
        Path root = Path.of("src", "test", "java");
        try (Stream<Path> sources = Files.walk(root)) {
            return sources.filter(p -> p.toString().endsWith(".java"))
                    .filter(p -> !p.endsWith("LimitsTest.java")
                            && !List.of(may).contains(p.getFileName().toString()))
                    .filter(p -> found.matcher(read(p)).find())
                    .map(p -> p.getFileName().toString())
                    .sorted()
                    .toList();
        }
    }

    private static String read(Path source) {
        try {
            return Files.readString(source);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
