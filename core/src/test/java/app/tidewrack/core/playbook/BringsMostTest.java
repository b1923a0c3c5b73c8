package app.tidewrack.core.playbook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.forecast.NextMoney.Gain;
import app.tidewrack.core.forecast.Response;
import app.tidewrack.core.forecast.ResultRate;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.plan.Spread;
import app.tidewrack.core.plan.Spread.How;
import app.tidewrack.core.plan.Spread.Known;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;

class BringsMostTest {
    private static final List<Row> ROWS =
            List.of(row("good"), row("poor"), row("locked").locked(true), row("tested"));

    private static Row row(String id) {
        return new Row(id, "a", id, gbp(2000));
    }

    private static Money gbp(long minor) {
        return Money.ofMinor(minor, "GBP");
    }

    private static Response response(double rate) {
        return Response.of(new Response.Expected(new ResultRate(1e9, 1e9 / rate), 2000, 0.9), List.of(), 1);
    }

    private static BringsMost best(Map<String, Response> responses) {
        return new BringsMost(responses, gbp(1500), Set.of("tested"));
    }

    /** What is locked or in a test keeps its own, nobody gets under the network's least, and the rest goes where it brings most. */
    @Test
    void moneyGoesWhereItBringsMost() {
        BringsMost best = best(Map.of(
                "good", response(0.03), "poor", response(0.01), "locked", response(0.1), "tested", response(0.1)));
        Known known = new Known(Map.of(), best);
        Map<String, Money> spread = new Spread(gbp(8000), How.BRINGS_MOST).of(ROWS, known);
        assertThat(spread.values()).extracting(Money::toString).containsExactly("£25.00", "£15.00", "£20.00", "£20.00");
        Gain gain = best.gain(ROWS, spread);
        assertThat(gain.results()).isBetween(8.0, 10.0);
        assertThat(gain.from()).isPositive();
        BringsMost.Step step = best.step(ROWS, 1000).orElseThrow();
        assertThat(step.from().id()).isEqualTo("poor");
        assertThat(step.to().id()).isEqualTo("good");
        assertThat(step.minor()).isEqualTo(1000);
        assertThat(step.gain().results()).isBetween(15.0, 18.0);
        assertThat(best.step(ROWS.subList(1, 4), 1000)).isEmpty();
        assertThatThrownBy(() -> new Spread(gbp(12_001), How.BRINGS_MOST).of(ROWS, known))
                .hasMessageContaining("£80.01 is not from £30.00 to £80.00");
    }

    @Test
    void whatHasNotRunCannotBeTold() {
        Spread spread = new Spread(gbp(8000), How.BRINGS_MOST);
        assertThatThrownBy(() -> spread.of(ROWS, Known.NOTHING)).hasMessageContaining("None of these rows has run");
        assertThatThrownBy(() -> spread.of(ROWS, new Known(Map.of(), best(Map.of("good", response(0.03))))))
                .hasMessageContaining("Row poor has not run yet");
    }
}
