package app.tidewrack.core.results;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.splittest.Interval;
import java.util.Map;
import org.junit.jupiter.api.Test;

class MetricTest {
    private static Counts counts(long impressions, long clicks, long sales, long spendMinor) {
        return Counts.of(Map.of(
                Measure.IMPRESSIONS, impressions,
                Measure.CLICKS, clicks,
                Measure.PURCHASES, sales,
                Measure.SPEND, spendMinor));
    }

    /** Common practice: side-rail ads get 4 clicks in 10,000 views, 0.04 %; 10.00 at 0.75 a click is about 13 clicks. */
    @Test
    void ratesFollowTheTradesArithmetic() {
        assertThat(Metric.usual("click_rate").of(counts(10_000, 4, 0, 0)).orElseThrow())
                .isCloseTo(0.0004, within(1e-12));
        assertThat(Metric.usual("cost_per_click").of(counts(900, 13, 0, 1000)).orElseThrow())
                .isCloseTo(76.92, within(0.01));
        assertThat(Money.ofMinor(1000, "GBP").per(13)).hasToString("£0.77");
        assertThat(Metric.usual("cost_per_conversion").of(counts(900, 13, 0, 1000)))
                .isEmpty();
    }

    @Test
    void ranksRunFromWorstToBestAndLowCostsAreGood() {
        Map<String, Facts> items = Map.of(
                "cheap", new Facts(counts(100, 10, 1, 100), 0),
                "middle", new Facts(counts(100, 10, 1, 300), 0),
                "dear", new Facts(counts(100, 10, 1, 900), 0),
                "none", new Facts(counts(100, 0, 0, 50), 0));
        assertThat(Ranks.of(items, Metric.usual("cost_per_click")))
                .isEqualTo(Map.of("cheap", 4, "middle", 2, "dear", 0));
        assertThat(Ranks.of(Map.of("only", new Facts(counts(1, 1, 1, 1), 0)), Metric.usual("spend")))
                .isEqualTo(Map.of("only", 2));
    }

    /**
     * R. G. Newcombe, Statistics in Medicine 17, 1998, method 3 for 81 of 263: 0.2553 to 0.3662; F. Garwood's interval of 10
     * events is 4.795 to 18.39 (from memory, as in handbook tables).
     */
    @Test
    void numbersLieBetweenPublishedLimits() {
        Interval share = Metric.usual("click_rate")
                .interval(new Facts(counts(263, 81, 0, 0), 0))
                .orElseThrow();
        assertThat(share.from()).isCloseTo(0.2553, within(5e-5));
        assertThat(share.to()).isCloseTo(0.3662, within(5e-5));
        Interval cost = Metric.usual("cost_per_click")
                .interval(new Facts(counts(900, 10, 0, 1000), 0))
                .orElseThrow();
        assertThat(cost.from()).isCloseTo(1000 / 18.39, within(0.02));
        assertThat(cost.to()).isCloseTo(1000 / 4.795, within(0.02));
        assertThat(Metric.usual("spend").interval(new Facts(counts(1, 1, 1, 1), 0)))
                .isEmpty();
    }

    /** 56 of 70 against 48 of 80, R 4.2.2 and Newcombe 1998; 2 and 8 for the same money is 2 × 56 / 1024 (by hand). */
    @Test
    void differencesAreToldForAllThatCouldHaveBeenPicked() {
        Facts first = new Facts(counts(70, 56, 8, 5000), 0);
        Facts second = new Facts(counts(80, 48, 2, 5000), 0);
        Difference rate =
                Difference.of(Metric.usual("click_rate"), first, second, 2).orElseThrow();
        assertThat(rate.p()).isCloseTo(0.008045081368, within(1e-12));
        assertThat(rate.between().from()).isCloseTo(0.0524314724, within(1e-9));
        assertThat(rate.apart()).isTrue();
        assertThat(Difference.of(Metric.usual("click_rate"), first, second, 5)
                        .orElseThrow()
                        .apart())
                .isFalse();
        Difference cost =
                Difference.of(Metric.usual("cost_per_sale"), first, second, 2).orElseThrow();
        assertThat(cost.p()).isCloseTo(112.0 / 1024, within(1e-12));
        assertThat(Difference.of(Metric.usual("spend"), first, second, 2)).isEmpty();
        assertThat(Difference.of(Metric.usual("cost_per_lead"), first, second, 2))
                .isEmpty();
    }
}
