package app.tidewrack.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.evidence.DayBlocks.Apart;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DayBlocksTest {
    private static final double CERTAINTY = 0.95;

    /** A small part of {@code ./tidewrack bench -Dbench.parts=intervals}, whose figures stand in docs/benchmarks.md. */
    @ParameterizedTest
    @CsvSource({"7, 5", "7, 40", "14, 5", "14, 40", "28, 40", "28, 400"})
    void theTruthLiesWithinInNineteenOfTwenty(int days, double aDay) {
        IntervalTrials.Held held = new IntervalTrials(days, aDay).held(2000, 5);
        assertThat(List.of(held.rate(), held.share(), held.amount(), held.rates(), held.shares(), held.amounts()))
                .as(held.toString())
                .allSatisfy(part -> assertThat(part).isBetween(0.93, 0.985));
    }

    /** 10, 20 and 30 for the same money: Pearson's statistic 10 over 2 is 5, drawn by 3 days towards 1 + 0.1 × 20; by hand. */
    @Test
    void aDispersionByHand() {
        DayBlocks blocks = DayBlocks.of(new double[] {10, 20, 30}, new double[] {100, 100, 100});
        double dispersion = (2 * 5 + 3 * 3) / 5.0;
        // Student's t of 11 at 97.5 % is 2.201 (tables); two-sided normal certainty of that 97.23 %.
        Interval often = Interval.ofCount(60 / dispersion, 0.97226);
        assertThat(blocks.rate(CERTAINTY).orElseThrow().from())
                .isCloseTo(often.from() * dispersion / 300, within(1e-4));
        assertThat(blocks.rate(CERTAINTY).orElseThrow().to()).isCloseTo(often.to() * dispersion / 300, within(1e-4));
    }

    /** Value of 10, 20, 30 for money of 10, 10, 10: variance of the sum 3 × 100, t of 2 at 97.5 % is 4.303; by hand. */
    @Test
    void anAmountByHand() {
        Interval amount = DayBlocks.of(new double[] {10, 20, 30}, new double[] {10, 10, 10})
                .amount(CERTAINTY)
                .orElseThrow();
        double half = 4.302653 * Math.sqrt(300) / 60;
        assertThat(amount.from()).isCloseTo(2 * Math.exp(-half), within(1e-5));
        assertThat(amount.to()).isCloseTo(2 * Math.exp(half), within(1e-4));
        assertThat(DayBlocks.of(new double[] {10, 20}, new double[] {10, 10}).amount(CERTAINTY))
                .isEmpty();
    }

    /** R's poisson.test(c(11, 21), c(800, 3011)): 1.9715, 0.8584 to 4.2773; from memory. */
    @Test
    void theRatioOfTwoCounts() {
        Interval ratio = Interval.ofRatio(11, 21, CERTAINTY).times(3011.0 / 800);
        assertThat(ratio.from()).isCloseTo(0.8584264, within(1e-6));
        assertThat(ratio.to()).isCloseTo(4.2772659, within(1e-6));
        assertThat(Interval.ofRatio(3, 0, CERTAINTY).to()).isInfinite();
        assertThat(Interval.ofRatio(0, 3, CERTAINTY).from()).isZero();
    }

    /** Prices of £2.36 and £2.20 a thousand over millions of impressions: as days vary, that is no difference. */
    @Test
    void pricesAreComparedByDaysAndNotByImpressions() {
        double[] price = {2.0, 2.9, 2.2, 2.6, 2.1, 2.5, 2.2};
        double[] other = {2.1, 2.4, 2.0, 2.5, 1.9, 2.3, 2.2};
        double[][] first = new double[2][7];
        double[][] second = new double[2][7];
        for (int day = 0; day < 7; day++) {
            first[0][day] = 300_000 * price[day];
            first[1][day] = 300_000_000;
            second[0][day] = 300_000 * other[day];
            second[1][day] = 300_000_000;
        }
        Apart apart = DayBlocks.amounts(first, second, CERTAINTY).orElseThrow();
        assertThat(apart.p()).isBetween(0.01, 0.2);
        assertThat(apart.between().from()).isBetween(0.9, 1.01);
        assertThat(apart.between().to()).isBetween(1.1, 1.3);
        assertThat(DayBlocks.amounts(first, first, CERTAINTY).orElseThrow().p()).isEqualTo(1);
    }

    @Test
    void whatCannotBeSaidIsNotSaid() {
        assertThat(DayBlocks.NONE.rate(CERTAINTY)).isEmpty();
        assertThat(DayBlocks.of(new double[] {3}, new double[] {2}).share(CERTAINTY))
                .isEmpty();
        Interval nothing = DayBlocks.of(new double[] {0, 0, 0}, new double[] {9, 9, 9})
                .rate(CERTAINTY)
                .orElseThrow();
        assertThat(nothing.from()).isZero();
        assertThat(nothing.to()).isBetween(3.6 / 27, 6.0 / 27);
        assertThat(DayBlocks.rates(new double[][] {{0}, {1}}, new double[][] {{0}, {1}}, CERTAINTY))
                .isEmpty();
    }
}
