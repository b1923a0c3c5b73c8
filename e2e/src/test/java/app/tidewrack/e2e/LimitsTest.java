package app.tidewrack.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Journeys fail when something is broken, and never when a machine is slow: what they wait for has one limit, which {@link Buyer} sets. */
class LimitsTest {
    private static final Pattern OWN_LIMIT =
            Pattern.compile("\\.setTimeout\\(|setDefaultTimeout\\(|setDefaultAssertionTimeout\\(");

    /** Presses what may not be there any more, and goes on without. */
    private static final String TRIES = "ReadersIT.java";

    @Test
    void journeysHaveNoLimitsOfTheirOwn() throws IOException {
        Path root = Path.of("src", "test", "java");
        try (Stream<Path> sources = Files.walk(root)) {
            List<String> own = sources.filter(p -> p.toString().endsWith(".java"))
                    .filter(p -> !List.of("Buyer.java", "LimitsTest.java", TRIES)
                            .contains(p.getFileName().toString()))
                    .filter(LimitsTest::hasOwn)
                    .map(p -> p.getFileName().toString())
                    .toList();
            assertThat(own).isEmpty();
        }
    }

    private static boolean hasOwn(Path source) {
        try {
            return OWN_LIMIT.matcher(Files.readString(source)).find();
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }
}
