package app.tidewrack.core.results;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.CellRef;
import app.tidewrack.core.results.ResultGrid.Fact;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

class ResultGridTest {

    @Test
    void everyViewAddsUpToTheSameTotal() {
        Random random = new Random(5);
        List<Fact> facts = new ArrayList<>();
        for (int i = 0; i < 2000; i++) {
            facts.add(new Fact(
                    new CellRef("r" + random.nextInt(7), "c" + random.nextInt(5)),
                    Instant.parse("2027-03-20T00:00:00Z").plusSeconds(3600L * random.nextInt(24 * 20)),
                    new Counts(random.nextInt(900), random.nextInt(20), random.nextInt(3), random.nextInt(400))));
        }
        ResultGrid grid = ResultGrid.of(facts, ZoneId.of("Europe/London"));
        for (Collection<Counts> view : List.of(
                grid.cells().values(),
                grid.rows().values(),
                grid.columns().values(),
                grid.days().values())) {
            assertThat(view.stream().reduce(Counts.NONE, Counts::plus)).isEqualTo(grid.total());
        }
    }

    /** 28 March 2027 is 23 hours long in London: 23:30 UTC on the 28th is already the 29th there. */
    @Test
    void anHourFallsOnItsAccountDay() {
        Fact late = new Fact(new CellRef("r", "c"), Instant.parse("2027-03-28T23:00:00Z"), new Counts(1, 0, 0, 0));
        assertThat(ResultGrid.of(List.of(late), ZoneId.of("Europe/London")).days())
                .containsOnlyKeys(LocalDate.parse("2027-03-29"));
        assertThat(ResultGrid.of(List.of(late), ZoneId.of("UTC")).days())
                .containsOnlyKeys(LocalDate.parse("2027-03-28"));
    }

    /** Common practice: side-rail ads get 4 clicks in 10,000 views, 0.04 %; 10.00 at 0.75 a click is about 13 clicks. */
    @Test
    void ratesFollowTheTradesArithmetic() {
        assertThat(Metric.CLICK_RATE.of(new Counts(10_000, 4, 0, 0)).orElseThrow())
                .isCloseTo(0.0004, within(1e-12));
        assertThat(Metric.COST_PER_CLICK.of(new Counts(900, 13, 0, 1000)).orElseThrow())
                .isCloseTo(76.92, within(0.01));
        assertThat(Money.ofMinor(1000, "GBP").per(13)).hasToString("£0.77");
        assertThat(Metric.COST_PER_CONVERSION.of(new Counts(900, 13, 0, 1000))).isEmpty();
    }

    @Test
    void ranksRunFromWorstToBestAndLowCostsAreGood() {
        Map<String, Counts> items = Map.of(
                "cheap", new Counts(100, 10, 1, 100),
                "middle", new Counts(100, 10, 1, 300),
                "dear", new Counts(100, 10, 1, 900),
                "none", new Counts(100, 0, 0, 50));
        assertThat(ResultGrid.ranks(items, Metric.COST_PER_CLICK))
                .isEqualTo(Map.of("cheap", 4, "middle", 2, "dear", 0));
        assertThat(ResultGrid.ranks(Map.of("only", new Counts(1, 1, 1, 1)), Metric.SPEND))
                .isEqualTo(Map.of("only", 2));
    }
}
