package app.tidewrack.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.evidence.ChainLadder.Cohort;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ChainLadderTest {
    /** G. Taylor and F. Ashe, Journal of Econometrics 23, 1983, by year of claim and age; from memory. */
    private static final double[][] TAYLOR_ASHE = {
        {357848, 766940, 610542, 482940, 527326, 574398, 146342, 139950, 227229, 67948},
        {352118, 884021, 933894, 1183289, 445745, 320996, 527804, 266172, 425046},
        {290507, 1001799, 926219, 1016654, 750816, 146923, 495992, 280405},
        {310608, 1108250, 776189, 1562400, 272482, 352053, 206286},
        {443160, 693190, 991983, 769488, 504851, 470639},
        {396132, 937085, 847498, 805037, 705960},
        {440832, 847631, 1131398, 1063269},
        {359480, 1061648, 1443370},
        {376686, 986608},
        {344014},
    };

    private static List<Cohort> years() {
        return Arrays.stream(TAYLOR_ASHE).map(y -> summed(0, y)).toList();
    }

    private record Rest(double mean, double error) {}

    /** What is still to come to belong to all these days together, with Mack's error of it as a forecast. */
    private static Rest rest(ChainLadder ladder, List<Cohort> cohorts) {
        double mean = 0;
        double square = 0;
        for (Cohort c : cohorts) {
            double whole = c.now() * ladder.toEnd(c.last());
            mean += whole - c.now();
            double reached = c.now();
            for (int k = c.last(); k < ladder.factors.length; k++) {
                double by = ChainLadder.square(ladder.variances[k], ladder.factors[k]);
                square += reached > 0 ? whole * whole * by * (1 / reached + 1 / ladder.seen[k]) : 0;
                double others = 0;
                for (Cohort other : cohorts) {
                    others += other != c && other.last() <= k ? other.now() * ladder.toEnd(other.last()) : 0;
                }
                square += ladder.seen[k] > 0 ? whole * others * by / ladder.seen[k] : 0;
                reached *= ladder.factors[k];
            }
        }
        return new Rest(mean, Math.sqrt(square));
    }

    private static Cohort summed(int first, double... more) {
        double[] sums = more.clone();
        Arrays.parallelPrefix(sums, Double::sum);
        return new Cohort(first, sums);
    }

    /** Mack 1993, tables 2 and 3: 18,680,856 with an error of 2,447,095; years by themselves in thousands; from memory. */
    @Test
    void theTriangleOfTaylorAndAshe() {
        ChainLadder ladder = ChainLadder.of(years());
        Rest all = rest(ladder, years());
        assertThat(all.mean()).isCloseTo(18_680_856, within(1.0));
        assertThat(all.error()).isCloseTo(2_447_095, within(1.0));
    }

    @ParameterizedTest
    @CsvSource({
        "0, 0, 0",
        "1, 95, 76",
        "2, 470, 122",
        "3, 710, 134",
        "4, 985, 261",
        "5, 1419, 411",
        "6, 2178, 558",
        "7, 3920, 875",
        "8, 4279, 971",
        "9, 4626, 1363"
    })
    void itsYears(int year, double thousands, double error) {
        Rest one = rest(ChainLadder.of(years()), List.of(years().get(year)));
        assertThat(one.mean() / 1000).isCloseTo(thousands, within(0.5));
        assertThat(one.error() / 1000).isCloseTo(error, within(0.5));
    }

    /** Days of which the beginning was not seen tell what came after, and nothing of what came before. */
    @Test
    void daysThatWereFirstSeenLater() {
        ChainLadder ladder = ChainLadder.of(List.of(summed(0, 50, 25, 25), summed(2, 80), summed(1, 150, 50)));
        assertThat(ladder.come(0)).isCloseTo(0.5, within(1e-9));
        assertThat(ladder.come(1)).isCloseTo(0.75, within(1e-9));
        assertThat(ladder.come(0.5)).isCloseTo(0.625, within(1e-9));
        assertThat(ladder.come(2)).isEqualTo(1);
        assertThat(ladder.come(40)).isEqualTo(1);
        assertThat(ladder.ages()).isEqualTo(2);
    }

    @Test
    void nothingToLearnFromExpectsNothing() {
        for (List<Cohort> few : List.of(List.<Cohort>of(), List.of(summed(0, 0, 0, 0)), List.of(summed(3, 7)))) {
            ChainLadder ladder = ChainLadder.of(few);
            assertThat(ladder.come(0)).isEqualTo(1);
            assertThat(ladder.error(0)).isZero();
            assertThat(rest(ladder, new ArrayList<>(few)).mean()).isZero();
        }
    }
}
