package app.tidewrack.core.results;

import static app.tidewrack.core.results.Metric.Better.LOW;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.evidence.Comparison;
import app.tidewrack.core.evidence.DayBlocks;
import app.tidewrack.core.evidence.Interval;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.ObjectiveRule.Charge;
import app.tidewrack.core.results.Formula.Facts;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

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

    /** Seeded counts: what a number does not read is free to be anything, so whoever adds up need not. */
    @Test
    void aNumberIsMadeOfWhatItReadsAndNothingElse() {
        List<Metric> all = new ArrayList<>(Metric.USUAL.values());
        all.add(Metric.own(
                "own", "Own", "(value * margin − cost_per_lead × leads) / (clicks + 2 × sales)", LOW, false));
        assertThat(all.get(all.size() - 1).reads())
                .containsExactlyInAnyOrder(
                        Measure.VALUE,
                        Measure.SPEND,
                        Measure.SITE_LEADS,
                        Measure.FORM_SENDS,
                        Measure.CLICKS,
                        Measure.PURCHASES,
                        Measure.VIEW_PURCHASES);
        Random random = new Random(22);
        for (int round = 0; round < 200; round++) {
            Counts whole = Counts.of(Arrays.stream(Measure.values()).collect(Collectors.toMap(m -> m, m ->
                    (long) random.nextInt(random.nextBoolean() ? 5 : 90_000))));
            for (Metric metric : all) {
                Counts read = Counts.of(metric.reads().stream().collect(Collectors.toMap(m -> m, whole::get)));
                Facts of = new Facts(read, 0.3);
                assertThat(metric.of(of)).as(metric.code()).isEqualTo(metric.of(new Facts(whole, 0.3)));
                assertThat(metric.pair(of)).as(metric.code()).isEqualTo(metric.pair(new Facts(whole, 0.3)));
            }
        }
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

    /** Days of the same, as many as are asked for. */
    private static List<Facts> days(int days, Counts each) {
        return Collections.nCopies(days, new Facts(each, 0));
    }

    private static Optional<Interval> interval(String metric, List<Facts> days) {
        Metric of = Metric.usual(metric);
        DayBlocks blocks = DayBlocks.NONE;
        for (Facts day : days) {
            Metric.Pair pair = of.pair(day).orElse(new Metric.Pair(0, 0));
            blocks = blocks.plus(pair.came(), pair.of());
        }
        return of.interval(blocks);
    }

    /** Nothing came for £30.00 in 28 days: at 95 % at most 3.689 would have (Garwood, as in handbook tables; days widen it a little). */
    @Test
    void nothingForMuchIsABound() {
        Interval cost =
                interval("cost_per_click", days(28, counts(30, 0, 0, 107))).orElseThrow();
        assertThat(cost.from()).isBetween(2996 / 4.2, 2996 / 3.6889);
        assertThat(cost.to()).isInfinite();
        assertThat(interval("cost_per_click", List.of())).isEmpty();
    }

    /** A price of impressions and value for money are judged by how days differ, however many impressions there were. */
    @Test
    void amountsAreJudgedByDays() {
        List<Facts> dear = new ArrayList<>();
        List<Facts> cheap = new ArrayList<>();
        for (int day = 0; day < 7; day++) {
            dear.add(new Facts(counts(20_000_000, 0, 0, 4_720_000 + day % 3 * 600_000L), 0));
            cheap.add(new Facts(counts(20_000_000, 0, 0, 4_400_000 + day % 2 * 700_000L), 0));
        }
        Difference told = Difference.of(Metric.usual("cpm"), dear, cheap, 2).orElseThrow();
        assertThat(told.times()).isTrue();
        assertThat(told.apart()).isFalse();
        assertThat(told.between().from()).isLessThan(1);
        Interval price = interval("cpm", dear).orElseThrow();
        assertThat(price.from()).isBetween(200.0, 260.0);
        assertThat(price.to()).isBetween(265.0, 330.0);
        assertThat(Difference.of(Metric.usual("return"), dear, cheap, 2)).isEmpty();
    }

    /**
     * R. G. Newcombe, Statistics in Medicine 17, 1998: method 3 for 81 of 263, 0.2553 to 0.3662; method 10 for 56 of 70 against 48
     * of 80, 0.0524 to 0.3339. F. Garwood's interval of 10 events is 4.795 to 18.39 (from memory, as in handbook tables).
     */
    @Test
    void intervalsOfChanceAloneArePublished() {
        Interval share = Interval.ofShare(81, 263, Metric.CERTAINTY);
        assertThat(share.from()).isCloseTo(0.2553, within(5e-5));
        assertThat(share.to()).isCloseTo(0.3662, within(5e-5));
        Interval often = Interval.ofCount(10, Metric.CERTAINTY);
        assertThat(often.from()).isCloseTo(4.795, within(5e-4));
        assertThat(often.to()).isCloseTo(18.39, within(5e-3));
        Interval over = Interval.ofDifference(56, 70, 48, 80, Metric.CERTAINTY);
        assertThat(over.from()).isCloseTo(0.0524314724, within(1e-9));
        assertThat(Comparison.ofShares(56, 70, 48, 80)).isCloseTo(0.008045081368, within(1e-12));
        assertThat(Comparison.ofCosts(8, 5000, 2, 5000)).isCloseTo(112.0 / 1024, within(1e-12));
    }

    /** Numbers as days tell them are wider than by chance alone, and never narrower. */
    @Test
    void daysMakeNumbersWider() {
        Interval share = interval("click_rate", days(7, counts(1000, 10, 0, 0))).orElseThrow();
        Interval chance = Interval.ofShare(70, 7000, Metric.CERTAINTY);
        assertThat(share.from()).isLessThan(chance.from());
        assertThat(share.to()).isGreaterThan(chance.to());
        List<Facts> uneven = new ArrayList<>(days(4, counts(1000, 2, 0, 0)));
        uneven.addAll(days(3, counts(1000, 21, 0, 0)));
        assertThat(interval("click_rate", uneven).orElseThrow().to()).isGreaterThan(1.5 * share.to());
        assertThat(interval("spend", days(3, counts(1, 1, 1, 1)))).isEmpty();
    }

    @Test
    void differencesAreToldForAllThatCouldHaveBeenPicked() {
        List<Facts> first = days(5, counts(70, 56, 8, 5000));
        List<Facts> second = days(5, counts(80, 48, 2, 5000));
        Difference rate =
                Difference.of(Metric.usual("click_rate"), first, second, 2).orElseThrow();
        assertThat(rate.apart()).isTrue();
        assertThat(rate.times()).isFalse();
        assertThat(rate.ofMany()).isEqualTo(rate.p());
        assertThat(Difference.of(Metric.usual("click_rate"), first, second, 5)
                        .orElseThrow()
                        .ofMany())
                .isCloseTo(10 * rate.p(), within(1e-12));
        // A quarter of the cost, as 40 against 10 came for as much.
        Difference cost =
                Difference.of(Metric.usual("cost_per_sale"), first, second, 2).orElseThrow();
        assertThat(cost.times()).isTrue();
        assertThat(cost.between().from()).isBetween(0.08, 0.2);
        assertThat(cost.between().to()).isBetween(0.3, 0.7);
        assertThat(Difference.of(Metric.usual("spend"), first, second, 2)).isEmpty();
        assertThat(Difference.of(Metric.usual("cost_per_lead"), first, second, 2))
                .isEmpty();
    }

    /** What stands in a number, as networks report it. */
    @ParameterizedTest
    @CsvSource({
        "cost_per_sale, purchases+view_purchases, spend",
        "cost_per_conversion, site_leads+purchases+installs+form_sends, spend",
        "result_rate, chats, clicks",
        "click_rate, clicks, impressions",
        "return, value, spend",
        "cpm, spend, impressions",
        "cost_per_qualified, '', ''",
        "spend, '', ''"
    })
    void aNumberIsMadeOfMeasures(String metric, String came, String of) {
        List<String> told = Metric.usual(metric).measures(Measure.CHATS).stream()
                .flatMap(List::stream)
                .map(m -> m.stream().map(Measure::code).collect(Collectors.joining("+")))
                .toList();
        assertThat(told).isEqualTo(came.isEmpty() ? List.of() : List.of(came, of));
    }

    /** Where clicks are charged a click costs what was bid, whatever the ad is worth; a sale for it does not. */
    @ParameterizedTest
    @CsvSource({
        "cost_per_click, CLICK, true",
        "cost_per_click, IMPRESSION, false",
        "cost_per_result, CLICK, true",
        "cost_per_sale, CLICK, false",
        "click_rate, CLICK, false",
        "cost_per_view, VIEW, true",
        "cpm, IMPRESSION, false"
    })
    void whatIsChargedIsAPrice(String metric, Charge charge, boolean price) {
        assertThat(Metric.usual(metric).isPriceOf(charge, Measure.CLICKS)).isEqualTo(price);
    }
}
