package app.tidewrack.core.forecast;

import static app.tidewrack.core.forecast.PriceSums.Quantity.CLICKS;
import static app.tidewrack.core.forecast.PriceSums.Quantity.CLICK_RATE;
import static app.tidewrack.core.forecast.PriceSums.Quantity.IMPRESSIONS;
import static app.tidewrack.core.forecast.PriceSums.Quantity.MONEY;
import static app.tidewrack.core.forecast.PriceSums.Quantity.PER_CLICK;
import static app.tidewrack.core.forecast.PriceSums.Quantity.PER_RESULT;
import static app.tidewrack.core.forecast.PriceSums.Quantity.PER_THOUSAND;
import static app.tidewrack.core.forecast.PriceSums.Quantity.RESULTS;
import static app.tidewrack.core.forecast.PriceSums.Quantity.RESULT_RATE;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.forecast.PriceSums.Quantity;
import app.tidewrack.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

class PriceSumsTest {
    /** Common practice: 10.00 a day at 0.75 is about 13 clicks; side-rail ads get 4 clicks in 10,000 views. */
    @Test
    void theTradesOwnSums() {
        assertThat(PriceSums.of(Map.of(MONEY, 10.0, PER_CLICK, 0.75)).get(CLICKS))
                .isCloseTo(13.33, within(0.01));
        assertThat(PriceSums.of(Map.of(IMPRESSIONS, 10_000.0, CLICK_RATE, 0.0004))
                        .get(CLICKS))
                .isEqualTo(4);
        // eCPM = 1000 × bid × expected action rate.
        assertThat(PriceSums.of(Map.of(PER_CLICK, 0.5, CLICK_RATE, 0.01)).get(PER_THOUSAND))
                .isCloseTo(5, within(1e-9));
    }

    /** Whatever three that say enough are kept of a whole, the rest comes back. */
    @Test
    void anyThatSayEnoughGiveTheRest() {
        Random random = new Random(5);
        for (int run = 0; run < 500; run++) {
            double impressions = 1000 + random.nextInt(1_000_000);
            double clicks = impressions * (0.001 + random.nextDouble() / 20);
            double results = clicks * (0.01 + random.nextDouble() / 4);
            double money = 1 + random.nextInt(5000);
            Map<Quantity, Double> whole = new EnumMap<>(Map.of(
                    MONEY,
                    money,
                    IMPRESSIONS,
                    impressions,
                    CLICKS,
                    clicks,
                    RESULTS,
                    results,
                    PER_THOUSAND,
                    money / impressions * 1000,
                    PER_CLICK,
                    money / clicks,
                    PER_RESULT,
                    money / results,
                    CLICK_RATE,
                    clicks / impressions,
                    RESULT_RATE,
                    results / clicks));
            List<Quantity> order = new ArrayList<>(whole.keySet());
            Collections.shuffle(order, random);
            Map<Quantity, Double> kept = new EnumMap<>(Quantity.class);
            for (Quantity q : order) {
                if (PriceSums.of(kept).containsKey(q)) {
                    continue;
                }
                kept.put(q, whole.get(q));
            }
            assertThat(kept).as("four free quantities say all").hasSizeLessThanOrEqualTo(4);
            Map<Quantity, Double> all = PriceSums.of(kept);
            whole.forEach(
                    (q, v) -> assertThat(all.get(q)).as("%s of %s", q, kept).isCloseTo(v, within(v * 1e-9)));
        }
    }

    @Test
    void whatDoesNotGoTogetherIsRefused() {
        assertThatThrownBy(() -> PriceSums.of(Map.of(MONEY, 10.0, CLICKS, 13.0, PER_CLICK, 2.0)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("money, clicks and cost of a click do not go together");
        assertThatThrownBy(() -> PriceSums.of(Map.of(CLICK_RATE, 1.5)))
                .hasMessageContaining("click rate of 1.5 cannot be");
        assertThat(PriceSums.of(Map.of(MONEY, 0.0, CLICKS, 0.0))).doesNotContainKey(PER_CLICK);
    }
}
