package app.tidewrack.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;

class ExpectationTest {
    private static final Range PENNY = new Range(1, 1);

    /** Common practice: 10.00 a day at 0.75 a click is about 13 clicks; 4 in 10,000 views of a side-rail ad are clicks. */
    @Test
    void theTradesOwnSums() {
        assertThat(Expectation.each(1000, new Range(13.333, 13.333)).from()).isCloseTo(75, within(0.01));
        ResultRate sure = new ResultRate(1e6, 1e6 / 0.0004);
        Expectation views = Expectation.of(new Reach(1e9), 10_000, PENNY, sure, sure);
        assertThat(views.impressions().from()).isEqualTo(10_000);
        assertThat(views.clicks().from()).isLessThanOrEqualTo(4);
        assertThat(views.clicks().to()).isGreaterThanOrEqualTo(4);
        assertThat(Expectation.each(1000, new Range(0, 4))).isEqualTo(new Range(0, 0));
    }

    /** By hand: ten impressions on ten people reach 10(1 − 0.9^10) = 6.513 of them, so each sees 1.535. */
    @Test
    void frequencyIsImpressionsOverPeople() {
        ResultRate any = new ResultRate(1, 1);
        Expectation ten = Expectation.of(new Reach(10), 10, PENNY, any, any);
        assertThat(ten.people().to()).isCloseTo(6.5132156, within(1e-6));
        assertThat(ten.frequency().from()).isCloseTo(10 / 6.5132156, within(1e-6));
        assertThat(ten.frequency().to()).isCloseTo(10 / 6.5132156 / 0.98, within(1e-6));
        assertThat(Expectation.of(new Reach(10), 0, PENNY, any, any).frequency())
                .isEqualTo(new Range(0, 0));
    }

    @Test
    void moreMoneyReachesMoreButLessForEachUnit() {
        List<Expectation.CurvePoint> curve = Expectation.curve(new Reach(1000), new Range(1, 2), 6000, 30);
        assertThat(curve).hasSize(31);
        for (int i = 2; i < curve.size(); i++) {
            double now = gain(curve, i);
            assertThat(now).isPositive().isLessThan(gain(curve, i - 1));
            assertThat(curve.get(i).people().to()).isLessThan(1000);
        }
    }

    private static double gain(List<Expectation.CurvePoint> curve, int i) {
        return curve.get(i).people().from() - curve.get(i - 1).people().from();
    }

    /** What came stays, and the rest of the money comes to it; people are counted on among as many as it was shown to so far. */
    @Test
    void aRunningRowIsWhatCameAndTheRest() {
        Reach reach = new Reach(50_000);
        ResultRate certain = ResultRate.usually(new Range(0.01, 0.010001));
        Expectation rest = Expectation.of(reach, 10_000, new Range(0.4, 0.6), certain, certain);
        Reach shown = new Reach(8_000);
        Expectation.Came came = new Expectation.Came(20_000, shown.of(20_000), 150, 208);
        Expectation whole = rest.after(came, reach);
        assertThat(whole.impressions().from()).isEqualTo(rest.impressions().from() + 20_000);
        assertThat(whole.results().from()).isEqualTo(rest.results().from() + 208);
        assertThat(whole.clicks().to()).isEqualTo(rest.clicks().to() + 150);
        assertThat(whole.people().to()).isCloseTo(shown.of(whole.impressions().to()), within(1.0));
        assertThat(whole.people().from()).isGreaterThan(came.people());
        Expectation nothing = rest.after(Expectation.Came.NOTHING, reach);
        assertThat(nothing.people().from()).isCloseTo(rest.people().from(), within(1e-6));
    }
}
