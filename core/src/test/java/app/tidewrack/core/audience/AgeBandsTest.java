package app.tidewrack.core.audience;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AgeBandsTest {
    /** Bands as the trade knows them (common practice); whose years are most, by counting. */
    @ParameterizedTest
    @CsvSource({
        // As they are.
        "18-24 25-34, 18-24 25-34",
        // Each takes the bands of which it has most.
        "18-29 30-41 42-53 54-65, 18-34 35-44 45-54 55-65",
        // Half of 25 to 34 each: the younger.
        "18-29 30-44, 18-34 35-44",
        // Two within one band are one there.
        "25-29 30-34, 25-34 25-34",
        // All of 26 to 33 and one more year have the band of the other.
        "18-24 25-33 34-34, 18-24 25-34 25-34",
        // Nobody of those ages.
        "12-15 18-24, none 18-24",
        // They share years, so each is as near as it goes.
        "18-44 20-40, 18-44 18-44",
    })
    void agesBesideEachOtherStayBesideEachOther(String asked, String got) {
        List<AgeRange> bands = ranges("18-24 25-34 35-44 45-54 55-65");
        assertThat(AgeBands.beside(ranges(asked), bands).stream()
                        .map(o -> o.map(r -> r.from() + "-" + r.to()).orElse("none"))
                        .collect(Collectors.joining(" ")))
                .isEqualTo(got);
        assertThat(AgeBands.beside(ranges(asked), List.of()))
                .extracting(o -> o.orElseThrow())
                .isEqualTo(ranges(asked));
    }

    private static List<AgeRange> ranges(String words) {
        return Stream.of(words.split(" "))
                .map(w -> w.split("-"))
                .map(p -> new AgeRange(Integer.parseInt(p[0]), Integer.parseInt(p[1])))
                .toList();
    }
}
