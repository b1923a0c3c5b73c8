package app.tidewrack.core.results;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.results.Metric.Better;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class FormulaTest {
    private static final Counts COUNTS = Counts.of(Map.of(
            Measure.IMPRESSIONS, 10_000L,
            Measure.CLICKS, 150L,
            Measure.SPEND, 3_000L,
            Measure.VIEWS, 2_000L,
            Measure.FINISHED, 200L,
            Measure.PURCHASES, 4L,
            Measure.FORM_SENDS, 6L,
            Measure.VALUE, 12_000L));
    private static final Facts FACTS = new Facts(COUNTS, 0.4);

    private static Metric own(String formula) {
        return Metric.own("own", "own", formula, Better.HIGH, false);
    }

    /** Plain arithmetic by hand; common practice for 1.5 % click rate, 0.20 a click and about 10 % of videos finished. */
    @ParameterizedTest
    @CsvSource({
        "1 + 2 * 3, 7",
        "(1 + 2) * 3, 9",
        "8 / 4 / 2, 1",
        "8 − 4 − 2, 2",
        "2 × 3 ÷ 4, 1.5",
        "-(2 - 5) * -1, -3",
        "spend / clicks, 20",
        "cost_per_click, 20",
        "clicks / impressions, 0.015",
        "cpm, 300",
        "finish_rate, 0.1",
        "cost_per_lead, 500",
        "cost_per_conversion, 300",
        "return, 4",
        "profit, 1800",
        "value * margin - spend, 1800",
        "Clicks/ Impressions * 0.5, 0.0075",
        "(clicks + visits) / 2, 75",
    })
    void isWorkedOutAsByHand(String formula, double value) {
        assertThat(own(formula).of(FACTS).orElseThrow()).isCloseTo(value, within(1e-9));
    }

    @ParameterizedTest
    @ValueSource(strings = {"spend / visits", "clicks / (views - views)", "0 / 0", "1 / 0"})
    void hasNoValueWhereItDividesByNothing(String formula) {
        assertThat(own(formula).of(FACTS)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "spend + clicks | puts money and a count together",
                "spend - 5 | puts money and a plain number together",
                "spend * spend | gives money^2",
                "clicks * views | gives money^0 × count^2",
                "clicks / likes | “likes” is counted nowhere",
                "(clicks | is not closed",
                "clicks + | ends where a name or number should follow",
                "clicks clicks | is not understood at sign 8",
                "3.4.5 * clicks | “3.4.5” is no number",
                "* clicks | lacks a name or number before",
                "'' | ends where a name or number should follow",
            })
    void isRefusedWithWhatIsWrong(String formula, String says) {
        assertThatThrownBy(() -> own(formula)).isInstanceOf(Refusal.class).hasMessageContaining(says);
    }

    @ParameterizedTest
    @ValueSource(strings = {"(", "-", "((clicks)+"})
    void nestedAThousandDeepIsRefused(String part) {
        assertThatThrownBy(() -> own(part.repeat(1000) + "clicks")).isInstanceOf(Refusal.class);
        assertThatThrownBy(() -> own(part.repeat(60) + "clicks")).isInstanceOf(Refusal.class);
    }

    /** Whatever is typed is understood or refused, never anything else. */
    @Test
    void anyTextIsUnderstoodOrRefused() {
        String[] parts = {"clicks", "spend", "(", ")", "+", "-", "*", "/", " ", "7", "0.5", "é", "views", "margin"};
        Random random = new Random(11);
        int understood = 0;
        for (int run = 0; run < 20_000; run++) {
            StringBuilder text = new StringBuilder();
            for (int i = random.nextInt(9); i >= 0; i--) {
                text.append(parts[random.nextInt(parts.length)]);
            }
            try {
                own(text.toString()).of(FACTS);
                understood++;
            } catch (Refusal refusal) {
                assertThat(refusal.field()).isEqualTo("formula");
            }
        }
        assertThat(understood).isBetween(500, 15_000);
    }

    /** Common practice: cold is judged by click and visit, retargeting by lead, sale and return. */
    @Test
    void temperaturesAreJudgedByTheirOwnNumbers() {
        assertThat(Metric.judging(Temperature.COLD))
                .extracting(Metric::code)
                .containsExactly("cost_per_click", "click_rate", "cost_per_visit");
        assertThat(Metric.judging(Temperature.RETARGETING))
                .extracting(Metric::code)
                .containsExactly("cost_per_lead", "cost_per_sale", "return");
    }
}
