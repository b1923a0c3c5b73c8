package app.tidewrack.core.splittest;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.evidence.Comparison;
import app.tidewrack.core.evidence.Interval;
import app.tidewrack.core.splittest.Verdict.Cell;
import app.tidewrack.core.splittest.Verdict.Design;
import app.tidewrack.core.splittest.Verdict.Kind;
import app.tidewrack.core.splittest.Verdict.Outcome;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.apache.commons.statistics.distribution.NormalDistribution;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class VerdictTest {
    /** 56 of 70 against 48 of 80: R 4.2.2, prop.test without correction; interval of Newcombe 1998, method 10. */
    @Test
    void twoSharesAreComparedAsPublished() {
        assertThat(Comparison.z(56, 70, 48, 80)).isCloseTo(2.650171951, within(1e-9));
        assertThat(Comparison.ofShares(56, 70, 48, 80)).isCloseTo(0.008045081368, within(1e-12));
        Interval difference = Interval.ofDifference(56, 70, 48, 80, 0.95);
        assertThat(difference.from()).isCloseTo(0.0524314724, within(1e-9));
        assertThat(difference.to()).isCloseTo(0.333872654, within(1e-9));
    }

    /** Fisher's tea table [[3, 1], [1, 3]] (1935), reckoned by R 4.2.2; small counts are compared by it. */
    @Test
    void smallCountsAreComparedExactly() {
        assertThat(Comparison.fisher(3, 4, 1, 4)).isCloseTo(0.4857142857, within(1e-10));
        assertThat(Comparison.ofShares(3, 4, 1, 4)).isCloseTo(0.4857142857, within(1e-10));
        assertThat(Comparison.ofShares(0, 10, 0, 10)).isEqualTo(1);
    }

    /** Holm 1979 on 0.01 to 0.05, by R 4.2.2's p.adjust. */
    @Test
    void severalTestsAreCorrectedByHolm() {
        assertThat(Comparison.holm(List.of(0.01, 0.02, 0.03, 0.04, 0.05)))
                .usingElementComparator((a, b) -> Math.abs(a - b) < 1e-12 ? 0 : 1)
                .containsExactly(0.05, 0.08, 0.09, 0.09, 0.09);
        // Of the same R's p.adjust(method = "BH") says 0.05 five times; the second as reckoned by hand: 0.04 × 3 ÷ 2 is
        // over 0.05.
        assertThat(Comparison.falseShare(List.of(0.01, 0.02, 0.03, 0.04, 0.05)))
                .allSatisfy(p -> assertThat(p).isCloseTo(0.05, within(1e-12)));
        assertThat(Comparison.falseShare(List.of(0.04, 0.001, 0.5)))
                .satisfies(ps -> assertThat(ps.get(0)).isCloseTo(0.06, within(1e-12)))
                .satisfies(ps -> assertThat(ps.get(1)).isCloseTo(0.003, within(1e-12)))
                .satisfies(ps -> assertThat(ps.get(2)).isCloseTo(0.5, within(1e-12)));
        assertThat(Comparison.holm(List.of(0.05, 0.01, 0.03, 0.02, 0.04)).get(1))
                .isCloseTo(0.05, within(1e-12));
    }

    /**
     * Of 13 for half the money it is by the binomial distribution: 2 of 10 and 8 of 10 with equal money is 2 × 56 / 1024 (by hand).
     */
    @Test
    void costsAreComparedByMoneyExactly() {
        assertThat(Comparison.ofCosts(2, 50, 8, 50)).isCloseTo(112.0 / 1024, within(1e-12));
        assertThat(Comparison.ofCosts(10, 100, 20, 200)).isCloseTo(1, within(1e-9));
        assertThat(Comparison.ofCosts(0, 100, 0, 200)).isEqualTo(1);
        // Many, and more than an int holds: as near to the normal approximation as it is to itself.
        assertThat(Comparison.ofCosts(499_000, 1, 500_999, 1)).isCloseTo(0.0456, within(2e-4));
        assertThat(Comparison.ofCosts(499_000, 1, 501_001, 1)).isCloseTo(0.0454, within(2e-4));
        assertThat(Comparison.ofCosts(4_000_000_000L, 1, 4_000_000_000L, 1)).isEqualTo(1);
        assertThat(Comparison.ofShares(0, 3_000_000_000L, 4, 3_000_000_000L)).isCloseTo(0.125, within(1e-9));
    }

    /** O'Brien and Fleming's limits for 5 looks at 5 %, two-sided: Jennison and Turnbull 2000. For 2, 10 and 20 looks from memory. */
    @ParameterizedTest
    @CsvSource({
        "1, 5, 4.562",
        "2, 5, 3.226",
        "3, 5, 2.634",
        "4, 5, 2.281",
        "5, 5, 2.040",
        "1, 2, 2.797",
        "2, 2, 1.977",
        "10, 10, 2.087",
        "20, 20, 2.126",
        "1, 1, 1.960"
    })
    void limitsOfLooksAreAsPublished(int look, int of, double z) {
        assertThat(Looks.limit(look, of, 0.05)).isCloseTo(z, within(0.001));
    }

    /** Stricter early than late, dearer with every look, never cheaper than one look, and as strict as asked at every level. */
    @ParameterizedTest
    @ValueSource(doubles = {0.001, 0.01, 0.05, 0.1, 0.2})
    void limitsFallFromLookToLookAndRiseWithTheirNumber(double level) {
        double lastBefore = 0;
        for (int of = 1; of <= Looks.MOST; of++) {
            for (int look = 2; look <= of; look++) {
                assertThat(Looks.limit(look, of, level)).isLessThan(Looks.limit(look - 1, of, level));
            }
            double last = Looks.limit(of, of, level);
            assertThat(last).as("%d looks", of).isGreaterThan(lastBefore);
            lastBefore = last;
        }
        // However many, they cost less than a quarter of what correcting each look for all of them would.
        double each = NormalDistribution.of(0, 1).inverseSurvivalProbability(level / 2 / Looks.MOST);
        double one = Looks.limit(1, 1, level);
        assertThat(lastBefore - one).isLessThan((each - one) / 4);
    }

    /** Common practice: under p = 0.001 the people of cells are not those planned. 5,300 against 5,000 is p = 0.0031, by hand. */
    @Test
    void aTestIsBrokenByUnevenPeopleOrASecondChange() {
        assertThat(Comparison.ofSizes(List.of(5300L, 5000L), List.of(0.5, 0.5))).isCloseTo(0.0031, within(0.0001));
        Design design = new Design(Kind.SHARE, 0.05, 5, 1000, List.of(0.5, 0.5));
        List<Cell> even = List.of(new Cell(5300, 1000, 100, 0), new Cell(5000, 1000, 160, 0));
        assertThat(Verdict.of(design, even, List.of()).outcome()).isEqualTo(Outcome.WINNER);
        List<Cell> uneven = List.of(new Cell(5600, 1000, 100, 0), new Cell(5000, 1000, 160, 0));
        Verdict broken = Verdict.of(design, uneven, List.of());
        assertThat(broken.outcome()).isEqualTo(Outcome.BROKEN);
        assertThat(broken.why()).singleElement().asString().contains("shares of people");
        assertThat(Verdict.of(design, even, List.of("the money of row 2, on 14 March"))
                        .why())
                .containsExactly("the money of row 2, on 14 March");
    }

    @Test
    void aDifferenceSeenEarlyWaitsUnlessItIsGreat() {
        Design design = new Design(Kind.SHARE, 0.05, 5, 1000, List.of(1.0, 1.0));
        Verdict early = Verdict.of(design, List.of(cell(200, 20), cell(200, 38)), List.of());
        assertThat(early.p()).isLessThan(0.05);
        assertThat(early.outcome()).isEqualTo(Outcome.NOT_YET);
        assertThat(early.left()).isEqualTo(800);
        Verdict great = Verdict.of(design, List.of(cell(400, 20), cell(400, 80)), List.of());
        assertThat(great.outcome()).isEqualTo(Outcome.WINNER);
        assertThat(great.winner()).isEqualTo(1);
        assertThat(Verdict.chances(List.of(cell(400, 20), cell(400, 80))).get(1))
                .isGreaterThan(0.999);
        Verdict over = Verdict.of(design, List.of(cell(1000, 100), cell(1000, 104)), List.of());
        assertThat(over.outcome()).isEqualTo(Outcome.NO_DIFFERENCE);
        Verdict cost = Verdict.of(
                new Design(Kind.COST, 0.05, 1, 40, List.of(1.0, 1.0)),
                List.of(new Cell(0, 0, 40, 20_000), new Cell(0, 0, 90, 20_000)),
                List.of());
        assertThat(cost.outcome()).isEqualTo(Outcome.WINNER);
        assertThat(cost.winner()).isEqualTo(1);
    }

    private static Cell cell(long trials, long successes) {
        return new Cell(0, trials, successes, 0);
    }

    /** Whatever order cells stand in, and with a cell of nothing or two hundred of them, the same is said. */
    @Test
    void theOrderOfCellsChangesNothing() {
        Random random = new Random(3);
        for (int run = 0; run < 40; run++) {
            int many = run == 0 ? 200 : 2 + random.nextInt(7);
            List<Cell> cells = new ArrayList<>(IntStream.range(0, many)
                    .mapToObj(i -> cell(random.nextInt(900), 0))
                    .map(c -> cell(c.trials(), Math.round(c.trials() * random.nextDouble() * 0.2)))
                    .toList());
            Design design = new Design(Kind.SHARE, 0.05, 3, 500, Collections.nCopies(many, 1.0));
            Verdict first = Verdict.of(design, cells, List.of());
            assertThat(Verdict.chances(cells).stream().mapToDouble(d -> d).sum())
                    .isCloseTo(1, within(1e-9));
            Collections.reverse(cells);
            Verdict second = Verdict.of(design, cells, List.of());
            assertThat(second.outcome()).isEqualTo(first.outcome());
            assertThat(second.p()).isEqualTo(first.p());
        }
    }

    /**
     * Common practice asks for 5 % and 80 %: of 2,000 seeded tests with no difference no more are called than 5 % and its error
     * (3 deviations of 0.49 %); of 2,000 with the planned difference at least 80 % are found, with the people of five looks. With four cells no more are called either.
     */
    @Test
    void testsAreCalledNoMoreOftenThanPromisedAndFoundAsOften() {
        double people = SampleSize.withDefaults().lookingAt(5).perCell(0.10, 0.12);
        Random random = new Random(2027);
        assertThat(called(random, people, 0.10, 0.10)).isLessThan(0.05 + 3 * 0.0049);
        assertThat(called(random, people, 0.10, 0.12)).isGreaterThan(0.80 - 3 * 0.009);
        assertThat(called(random, people, 0.10, 0.10, 0.10, 0.10)).isLessThan(0.05 + 3 * 0.0049);
    }

    private static double called(Random random, double people, double... rates) {
        int looks = 5;
        Design design = new Design(Kind.SHARE, 0.05, looks, people, Collections.nCopies(rates.length, 1.0));
        int called = 0;
        for (int test = 0; test < 2000; test++) {
            long[] trials = new long[rates.length];
            long[] successes = new long[rates.length];
            for (int look = 1; look <= looks; look++) {
                List<Cell> cells = new ArrayList<>();
                for (int i = 0; i < rates.length; i++) {
                    long more = (long) Math.ceil(people * look / looks) - trials[i];
                    trials[i] += more;
                    double spread = Math.sqrt(more * rates[i] * (1 - rates[i]));
                    successes[i] += Math.round(more * rates[i] + spread * random.nextGaussian());
                    cells.add(cell(trials[i], successes[i]));
                }
                if (Verdict.of(design, cells, List.of()).outcome() == Outcome.WINNER) {
                    called++;
                    break;
                }
            }
        }
        return called / 2000.0;
    }

    /** The higher of two even throws of 0 to 1 is 2/3 in the mean, of three 3/4 (closed form); what is surely best gives nothing away. */
    @Test
    void whatIsGivenAwayByChoosing() {
        Cell nothing = new Cell(0, 0, 0, 0);
        assertThat(Verdict.losses(List.of(nothing, nothing)).get(0)).isCloseTo(1 / 6.0, within(1e-4));
        assertThat(Verdict.losses(List.of(nothing, nothing, nothing)).get(2)).isCloseTo(1 / 4.0, within(1e-4));
        List<Double> sure = Verdict.losses(List.of(new Cell(0, 10_000, 300, 0), new Cell(0, 10_000, 100, 0)));
        assertThat(sure.get(0)).isCloseTo(0, within(1e-6));
        assertThat(sure.get(1)).isCloseTo(0.02, within(1e-4));
    }

    /** R 4.2.2, prop.test's example of smokers among patients (Fleiss 1981, page 139): X² 12.6, p = 0.005585; from memory. */
    @Test
    void allSharesTogether() {
        assertThat(Comparison.ofAllShares(List.of(83L, 90L, 129L, 70L), List.of(86L, 93L, 136L, 82L)))
                .isCloseTo(0.005585, within(5e-7));
        // Of two it is Pearson's chi-square of golden.md.
        assertThat(Comparison.ofAllShares(List.of(56L, 48L), List.of(70L, 80L)))
                .isCloseTo(0.008045081368, within(1e-12));
        assertThat(Comparison.ofAllShares(List.of(0L, 0L), List.of(5L, 7L))).isEqualTo(1);
    }
}
