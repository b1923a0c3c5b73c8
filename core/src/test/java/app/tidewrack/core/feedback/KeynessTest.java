package app.tidewrack.core.feedback;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class KeynessTest {
    /** T. Dunning (1993), table of the bigrams of 31,777 words on Swiss banking: −2 log λ and the four counts (from memory). */
    @ParameterizedTest
    @CsvSource({
        "the swiss, 270.72, 110, 2442, 111, 29114",
        "can be, 263.90, 29, 13, 123, 31612",
        "previous year, 256.84, 31, 23, 139, 31584",
        "mineral water, 167.23, 10, 0, 3, 31764",
        "at the, 157.21, 76, 104, 2476, 29121",
        "real terms, 157.03, 16, 16, 51, 31694",
        "natural gas, 146.80, 9, 0, 5, 31763"
    })
    void isDunnings(String bigram, double likelihood, int both, int second, int first, int neither) {
        Keyness k = Keyness.of(both, both + second, first, first + neither);

        assertThat(k.likelihood()).as(bigram).isCloseTo(likelihood, within(0.01));
        assertThat(k.sure()).isTrue();
    }

    @Test
    void equalSharesTellNothing() {
        Keyness k = Keyness.of(20, 1_000, 2_000, 100_000);

        assertThat(k.likelihood()).isCloseTo(0, within(1e-9));
        assertThat(k.times()).isCloseTo(1, within(1e-9));
        assertThat(k.sure()).isFalse();
    }

    @Test
    void whatIsSaidLessOftenIsNeverSure() {
        assertThat(Keyness.of(1, 10_000, 5_000, 100_000).sure()).isFalse();
    }

    @Test
    void whatIsSaidNowhereElseIsTakenForHalfATime() {
        assertThat(Keyness.of(10, 1_000, 0, 1_000).times()).isEqualTo(20);
    }
}
