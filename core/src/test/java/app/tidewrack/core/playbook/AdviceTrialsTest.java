package app.tidewrack.core.playbook;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.playbook.AdviceTrials.Late;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A small part of {@code ./tidewrack bench -Dbench.parts=advice}, whose figures stand in docs/benchmarks.md. */
class AdviceTrialsTest {
    /** At 90 % certainty at most one campaign of equal rows in ten is told to do something; one row that costs twice is found. */
    @ParameterizedTest
    @CsvSource({
        "cost_per_click,  40, false, 0.1, AT_ONCE, 2,   5",
        "cost_per_click,  40, true,  0.1, AT_ONCE, 5,   5",
        "cost_per_click,  40, false, 0.1, AT_ONCE, 10,  5",
        "cost_per_sale,  200, true,  0.1, AT_ONCE, 5,  10",
        "cost_per_sale,  200, true,  0.1, TOLD,    5,  12"
    })
    void luckIsNoAdvice(String metric, double cost, boolean target, double varies, Late late, int rows, int stoppedBy) {
        AdviceTrials trials = new AdviceTrials(metric, cost, target, varies, late);
        assertThat(trials.wrong(200, rows, 14, 77)).isLessThanOrEqualTo(0.1);
        assertThat(trials.halfStopped(60, rows, 28, 2, 5)).isLessThanOrEqualTo(stoppedBy);
    }

    /**
     * Twenty sales a day of which nearly half come late: whoever takes the last days for all of them is wrong about rows on target
     * four times as often (5.8 against 1.3 %).
     */
    @Test
    void whatIsLateIsNoAdvice() {
        double told = new AdviceTrials("cost_per_sale", 50, true, 0.1, Late.TOLD).wrong(400, 2, 14, 78);
        double untold = new AdviceTrials("cost_per_sale", 50, true, 0.1, Late.UNTOLD).wrong(400, 2, 14, 78);
        assertThat(told).isLessThan(0.025);
        assertThat(untold).isGreaterThan(2 * told);
    }
}
