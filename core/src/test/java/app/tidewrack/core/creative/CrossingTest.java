package app.tidewrack.core.creative;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.creative.Crossing.Pick;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CrossingTest {
    private static List<String> some(String letter, int count) {
        return IntStream.rangeClosed(1, count).mapToObj(i -> letter + i).toList();
    }

    /** By multiplication; where there is no headline or body, creatives are without. */
    @ParameterizedTest
    @CsvSource({"3, 4, 2, 24", "1, 1, 1, 1", "2, 0, 3, 6", "5, 0, 0, 5", "10, 10, 2, 200"})
    void eachIsCrossedWithEach(int media, int headlines, int bodies, int count) {
        Crossing crossing = new Crossing(some("m", media), some("H", headlines), some("B", bodies));
        crossing.require();
        List<Pick> picks = crossing.picks();
        assertThat(crossing.count()).isEqualTo(count);
        assertThat(picks).hasSize(count).doesNotHaveDuplicates();
        for (String medium : crossing.media()) {
            assertThat(picks).filteredOn(p -> p.medium().equals(medium)).hasSize(count / media);
        }
        for (String headline : crossing.headlines()) {
            assertThat(picks).filteredOn(p -> p.headline().equals(headline)).hasSize(count / headlines);
        }
    }

    @Test
    void whatIsTooMuchOrTwiceIsRefused() {
        assertThatThrownBy(() -> new Crossing(List.of(), some("H", 2), some("B", 2)).require())
                .hasMessageContaining("No picture or video");
        assertThatThrownBy(() -> new Crossing(some("m", 21), some("H", 10), some("B", 1)).require())
                .hasMessageContaining("21 media, 10 headlines and 1 bodies make 210 creatives");
        assertThatThrownBy(() -> new Crossing(List.of("m", "m"), List.of(), List.of()).require())
                .hasMessageContaining("twice");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            heel-close         | H2 | B1 | 80 | heel-close H2 B1
            heel-close         |    | B1 | 80 | heel-close B1
            heel-close         |    |    | 80 | heel-close
            a very long name   | H2 | B1 | 12 | a very H2 B1
            🧵🧵🧵🧵            | H2 | B1 | 11 | 🧵🧵 H2 B1
            """)
    void namesAreByCodes(String base, String headline, String body, int longest, String name) {
        Pick pick = new Pick("m", headline == null ? "" : headline, body == null ? "" : body);
        assertThat(pick.name(base, longest)).isEqualTo(name).hasSizeLessThanOrEqualTo(longest);
    }
}
