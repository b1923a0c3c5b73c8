package app.tidewrack.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.evidence.Comparison.Stratum;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class OddsTest {
    /** R 4.2.2's fisher.test, whose roots are to a part in some thousands, far off in a hundred, of Fisher's tea table and two of our own. */
    @ParameterizedTest
    @CsvSource({
        "3, 4, 1, 4, 6.408308867, 0.2117329153, 621.9337505",
        "12, 500, 3, 500, 4.068425448, 1.088890592, 22.60349469",
        "0, 200, 6, 200, 0, 0, 0.8376966298"
    })
    void oneTableAsFisher(long a, long all, long b, long others, double ratio, double from, double to) {
        Odds odds = Odds.of(List.of(new Stratum(a, all, b, others)), 0.95).orElseThrow();
        assertThat(odds.ratio()).isCloseTo(ratio, within(2e-4 * ratio + 1e-12));
        assertThat(odds.between().from()).isCloseTo(from, within(2e-4 * from + 1e-12));
        assertThat(odds.between().to()).isCloseTo(to, within(1e-2 * to));
    }

    /**
     * Admissions to Berkeley by sex in six departments (P. Bickel, E. Hammel and J. O'Connell, Science 187, 1975): R 4.2.2's
     * mantelhaen.test, exact, and of ten times as many the one that is not, whose estimate stays and whose interval is narrower by √10.
     */
    @Test
    void severalTablesAsMantelAndHaenszel() {
        long[][] men = {{512, 825}, {353, 560}, {120, 325}, {138, 417}, {53, 191}, {22, 373}};
        long[][] women = {{89, 108}, {17, 25}, {202, 593}, {131, 375}, {94, 393}, {24, 341}};
        Odds exact = Odds.of(strata(men, women, 1), 0.95).orElseThrow();
        assertThat(exact.ratio()).isCloseTo(0.9050761936, within(2e-4));
        assertThat(exact.between().from()).isCloseTo(0.7697140406, within(2e-4));
        assertThat(exact.between().to()).isCloseTo(1.0634169928, within(2e-4));
        Odds many = Odds.of(strata(men, women, 10), 0.95).orElseThrow();
        assertThat(many.ratio()).isCloseTo(0.9046968283, within(1e-9));
        assertThat(many.between().to())
                .isCloseTo(0.9046968283 * Math.pow(1.0603297644 / 0.9046968283, 1 / Math.sqrt(10)), within(1e-7));
    }

    private static List<Stratum> strata(long[][] men, long[][] women, int times) {
        return IntStream.range(0, men.length)
                .mapToObj(i ->
                        new Stratum(men[i][0] * times, men[i][1] * times, women[i][0] * times, women[i][1] * times))
                .toList();
    }

    @Test
    void nothingIsSaidOfNothing() {
        assertThat(Odds.of(List.of(new Stratum(0, 10, 0, 10), new Stratum(3, 3, 2, 2), new Stratum(1, 4, 0, 0)), 0.95))
                .isEmpty();
    }
}
