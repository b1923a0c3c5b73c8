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
                "cheap", new Facts(counts(10_000, 1000, 1, 10_000), 0),
                "middle", new Facts(counts(10_000, 1000, 1, 30_000), 0),
                "dear", new Facts(counts(10_000, 1000, 1, 90_000), 0),
                "barren", new Facts(counts(10_000, 0, 0, 90_000), 0),
                "lucky", new Facts(counts(100, 2, 0, 10), 0),
                "new", new Facts(counts(0, 0, 0, 0), 0));
        Ranks<String> ranks = Ranks.of(items, Metric.usual("cost_per_click"));
        assertThat(ranks.steps()).isEqualTo(Map.of("cheap", 4, "middle", 3, "dear", 1, "barren", 0));
        assertThat(ranks.few()).containsExactly("lucky");
        assertThat(Ranks.of(Map.of("only", new Facts(counts(1, 1, 1, 1), 0)), Metric.usual("spend"))
                        .steps())
                .isEqualTo(Map.of("only", 2));
        assertThat(Ranks.of(Map.of("one", new Facts(counts(9, 0, 0, 500), 0)), Metric.usual("cost_per_click"))
                        .few())
                .containsExactly("one");
    }

    /** Nothing came for £30.00: at 95 % at most 3.689 would have (Garwood, as in handbook tables), so one costs £8.13 or more. */
    @Test
    void nothingForMuchIsABound() {
        Interval cost = Metric.usual("cost_per_click")
                .interval(new Facts(counts(900, 0, 0, 3000), 0))
                .orElseThrow();
        assertThat(cost.from()).isCloseTo(3000 / 3.6889, within(0.05));
        assertThat(cost.to()).isInfinite();
        assertThat(Metric.usual("cost_per_click").interval(new Facts(counts(0, 0, 0, 0), 0)))
                .isEmpty();
    }

    /** Impressions are no events of chance: a price of them is neither compared nor given an interval by their number. */
    @Test
    void pricesOfImpressionsRestOnNoCount() {
        Metric thousand = Metric.usual("cpm");
        Facts dear = new Facts(counts(20_000_000, 0, 0, 4_720_000), 0);
        Facts cheap = new Facts(counts(20_000_000, 0, 0, 4_400_000), 0);
        assertThat(Difference.of(thousand, dear, cheap, 2)).isEmpty();
        assertThat(thousand.interval(dear)).isEmpty();
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
