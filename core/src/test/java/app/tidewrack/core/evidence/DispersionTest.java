package app.tidewrack.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class DispersionTest {
    /**
     * Insects on plots of six sprays (G. Beall, Biometrika 32, 1942; R's InsectSprays): glm(count ~ spray, quasipoisson) takes the
     * dispersion to be 1.507713 with 66 degrees of freedom (R 4.2.2, from memory).
     */
    private static final double[][] INSECTS = {
        {10, 7, 20, 14, 14, 12, 10, 23, 17, 20, 14, 13},
        {11, 17, 21, 11, 16, 14, 17, 17, 19, 21, 7, 13},
        {0, 1, 7, 2, 3, 1, 2, 1, 3, 0, 1, 4},
        {3, 5, 12, 6, 4, 3, 5, 5, 5, 5, 2, 4},
        {3, 5, 3, 5, 3, 6, 1, 1, 3, 2, 6, 4},
        {11, 9, 15, 22, 15, 16, 13, 10, 26, 26, 24, 13}
    };

    private static double[][] ones() {
        return Stream.of(INSECTS)
                .map(row -> Arrays.stream(row).map(c -> 1).toArray())
                .toArray(double[][]::new);
    }

    @Test
    void itIsThatOfQuasiPoisson() {
        Dispersion.Seen seen = Dispersion.seen(INSECTS, ones(), false);
        assertThat(seen.free()).isEqualTo(66);
        assertThat(seen.chi() / seen.free()).isCloseTo(1.507713, within(1e-6));
        assertThat(seen.mean()).isCloseTo(9.5, within(1e-9));
    }

    /** What all rows have in common takes no part where days have their own level: days of 1, 2 and 3 times as much. */
    @Test
    void commonDaysAreNoVariation() {
        double[][] came = {{10, 20, 30}, {40, 80, 120}};
        double[][] of = {{1, 1, 1}, {1, 1, 1}};
        assertThat(Dispersion.seen(came, of, true).chi()).isCloseTo(0, within(1e-9));
        assertThat(Dispersion.seen(came, of, true).free()).isEqualTo(2);
        assertThat(Dispersion.of(came, of, false)).isGreaterThan(2);
    }

    @Test
    void itIsNeverLessThanChance() {
        assertThat(Dispersion.of(new double[0][0], new double[0][0], true)).isEqualTo(1);
        double[][] even = {{5, 5, 5, 5, 5, 5, 5, 5, 5, 5, 5, 5, 5, 5, 5, 5, 5, 5, 5, 5}};
        double[][] of = {Arrays.stream(even[0]).map(c -> 1).toArray()};
        assertThat(Dispersion.of(even, of, false)).isEqualTo(1);
    }
}
