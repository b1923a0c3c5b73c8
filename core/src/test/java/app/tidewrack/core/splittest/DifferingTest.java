package app.tidewrack.core.splittest;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.splittest.Differing.Shape;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DifferingTest {
    /** Cells as pairs of age and headline; common practice: one variable at a time, or every crossing as often. */
    @ParameterizedTest
    @CsvSource({
        "a1 a1, NOTHING, do not differ in anything",
        "a1 b1, ONE,",
        "a1 a2 b1 b2, FACTORIAL,",
        "a1 b2, MIXED, differ in age and headline at once",
        "a1 a2 b1, MIXED, differ in age and headline at once"
    })
    void whatCellsCanTell(String cells, Shape shape, String stops) {
        List<Map<String, String>> of = Arrays.stream(cells.split(" "))
                .<Map<String, String>>map(
                        c -> new TreeMap<>(Map.of("age", c.substring(0, 1), "headline", c.substring(1))))
                .toList();
        Differing differing = Differing.of(of);
        assertThat(differing.shape()).isEqualTo(shape);
        String told = differing.stops(of.size()).orElse("");
        assertThat(told).contains(stops == null ? "" : stops).matches(t -> t.isEmpty() == (stops == null));
    }

    @Test
    void tooFewAndTooManyAreNoTest() {
        Differing one = Differing.of(List.of(Map.of("age", "a")));
        assertThat(one.stops(1).orElseThrow()).contains("One row is no test");
        Differing many = Differing.of(Collections.nCopies(25, Map.of("age", "a")));
        assertThat(many.stops(Differing.MOST_CELLS + 1).orElseThrow())
                .contains("25 rows are too many", "the most is 24");
    }
}
