package app.tidewrack.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.forecast.ResultRate.Seen;
import java.util.EnumMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ResultRateTest {
    /** R 4.2.2: dnbinom(0:3, size = 0.7, mu = 2.5), summed. */
    @Test
    void resultsAreNegativeBinomial() {
        double[] single = {0.345114847, 0.1887346819, 0.1253316247, 0.08812379863};
        ResultRate rate = new ResultRate(0.7, 0.7);
        double sum = 0;
        for (int i = 0; i < single.length; i++) {
            sum += single[i];
            assertThat(rate.atMost(2.5, i)).isCloseTo(sum, within(1e-8));
        }
    }

    /** What is usual holds in eight cases of ten: the results of much money lie just within what the usual rates bring. */
    @ParameterizedTest
    @CsvSource({"0.5, 4", "0.002, 0.003", "10, 400"})
    void theUsualRangeIsKept(double from, double to) {
        double much = 1e7 / from;
        Range results = ResultRate.usually(new Range(from, to)).results(much);
        assertThat(results.from() / much).isCloseTo(from, within(from * 1e-3));
        assertThat(results.to() / much).isCloseTo(to, within(to * 1e-3));
    }

    /** A long history outweighs what is usual; a short one hardly moves it; both narrow the range. */
    @Test
    void historyMovesTheBelief() {
        ResultRate usual = ResultRate.usually(new Range(0.5, 4));
        assertThat(kind(usual, 8_000, 1_000).mean()).isBetween(6.5, 8.0);
        assertThat(kind(usual, 1, 0.5).mean()).isBetween(usual.mean() - 0.5, usual.mean() + 0.5);
        Range before = usual.results(100);
        Range after = kind(usual, 200, 100).results(100);
        assertThat(after.to() - after.from()).isLessThan(before.to() - before.from());
        // However much was seen of what is alike, the next of it differs by a sixth.
        Range next = kind(usual, 1e6, 5e5).results(1e6);
        assertThat(next.to() / next.from()).isBetween(1.5, 1.65);
        assertThat(usual.results(0)).isEqualTo(new Range(0, 0));
        // No spread at all: a rate that is certain leaves only the chance of counting (Poisson, 100 ± 1.28 × 10).
        Range certain = ResultRate.usually(new Range(1, 1)).results(100);
        assertThat(certain.from()).isBetween(86.0, 89.0);
        assertThat(certain.to()).isBetween(111.0, 114.0);
    }

    /** The nearer, the more: 208 chats of the row itself outweigh what all else on the account says. */
    @Test
    void whatIsNearerWeighsMore() {
        ResultRate usual = ResultRate.usually(new Range(0.001, 0.01));
        double before = 0;
        for (Likeness like : Likeness.values()) {
            Map<Likeness, Seen> only = Map.of(like, new Seen(208, 12_619));
            Range range = usual.seen(only).results(12_600);
            double sure = range.from() / range.to();
            assertThat(sure).as(like.name()).isGreaterThan(before);
            before = sure;
        }
        Map<Likeness, Seen> seen = new EnumMap<>(Likeness.class);
        seen.put(Likeness.ACCOUNT, new Seen(60, 8_000));
        seen.put(Likeness.ROW, new Seen(208, 12_619));
        Range rest = usual.seen(seen).results(12_600);
        assertThat(rest.from()).isBetween(160.0, 200.0);
        assertThat(rest.to()).isBetween(200.0, 250.0);
        assertThat(usual.seen(Map.of())).isEqualTo(usual);
    }

    private static ResultRate kind(ResultRate usual, double results, double spent) {
        return usual.seen(Map.of(Likeness.KIND, new Seen(results, spent)));
    }
}
