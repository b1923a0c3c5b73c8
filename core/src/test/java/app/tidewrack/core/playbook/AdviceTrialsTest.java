package app.tidewrack.core.playbook;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A small part of {@code ./tidewrack bench -Dbench.parts=advice}, whose figures stand in docs/benchmarks.md. */
class AdviceTrialsTest {
    /** At 90 % certainty at most one campaign of equal rows in ten is told to do something; one row that costs twice is found. */
    @ParameterizedTest
    @CsvSource({
        "cost_per_click,  40, false, 0.1, 2,   5",
        "cost_per_click,  40, true,  0.1, 5,   5",
        "cost_per_click,  40, false, 0.1, 10,  5",
        "cost_per_sale,  200, true,  0.1, 5,  10"
    })
    void luckIsNoAdvice(String metric, double cost, boolean target, double varies, int rows, int stoppedBy) {
        AdviceTrials trials = new AdviceTrials(metric, cost, target, varies);
        assertThat(trials.wrong(200, rows, 14, 77)).isLessThanOrEqualTo(0.1);
        assertThat(trials.halfStopped(60, rows, 28, 2, 5)).isLessThanOrEqualTo(stoppedBy);
    }
}
