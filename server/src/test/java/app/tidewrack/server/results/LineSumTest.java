package app.tidewrack.server.results;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.results.Coming.Fresh;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.core.results.Metric;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LineSumTest {
    /**
     * A day of which sales are still to come: what counts sales is not all, nor is what they are worth; a cost is told by the money that has
     * had its time, and clicks are all there. Such a day must not be taken for an unusual one.
     */
    @ParameterizedTest
    @CsvSource({
        "sales, true",
        "results, true",
        "result_rate, true",
        "return, true",
        "cost_per_sale, false",
        "cost_per_result, false",
        "clicks, false",
        "click_rate, false",
        "spend, false"
    })
    void saysOfWhatMoreIsToCome(String code, boolean late) {
        By.Group group = new By.Group(List.of("A"), "a1", "GBP", null, Measure.PURCHASES);
        LineSum line = new LineSum(Set.of(Measure.values()));
        line.add(Counts.of(Map.of(Measure.PURCHASES, 3L, Measure.CLICKS, 90L, Measure.SPEND, 1000L)), group);
        Metric metric = Metric.usual(code);
        assertThat(line.late(metric)).as("nothing is late yet").isFalse();
        line.due(Measure.PURCHASES.code(), new Fresh(3, 1000, 400, 1), 0.003, group);
        line.due("sales", new Fresh(3, 1000, 400, 1), 0.003, group);
        assertThat(line.late(metric)).isEqualTo(late);
    }
}
