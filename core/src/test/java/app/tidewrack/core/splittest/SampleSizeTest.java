package app.tidewrack.core.splittest;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SampleSizeTest {
    /** R 4.2.2, power.prop.test(p1, p2, power = 0.8). */
    @ParameterizedTest
    @CsvSource({"0.015, 0.020, 10794.95506", "0.10, 0.12, 3840.84748"})
    void peoplePerCellAsReckonedByR(double base, double other, double people) {
        SampleSize sizes = SampleSize.withDefaults();
        assertThat(sizes.perCell(base, other)).isCloseTo(people, within(0.01));
        assertThat(sizes.perCell(other, base)).isCloseTo(people, within(0.01));
    }

    /** Four cells at 5 % are three comparisons at 1.67 % (Holm 1979); closer rates need more. */
    @Test
    void moreCellsAndSmallerDifferencesNeedMore() {
        SampleSize two = SampleSize.withDefaults();
        assertThat(two.with(4).perCell(0.01, 0.0125))
                .isEqualTo(new SampleSize(0.05 / 3, 0.8, 2).perCell(0.01, 0.0125))
                .isGreaterThan(two.perCell(0.01, 0.0125));
        assertThat(two.perCell(0.01, 0.0120)).isGreaterThan(two.perCell(0.01, 0.0125));
        assertThatThrownBy(() -> two.perCell(0.01, 0.01)).hasMessageContaining("0.01");
        assertThatThrownBy(() -> new SampleSize(0, 0.8, 2)).hasMessageContaining("0.0 is out of (0, 1)");
    }
}
