package app.tidewrack.core.playbook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.forecast.Response;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.Purpose;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.playbook.Adviser.Scene;
import app.tidewrack.core.playbook.Playbook.Target;
import app.tidewrack.core.playbook.RowSeen.DayBrought;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.core.results.Metric;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AdviserTest {
    private static final LocalDate START = LocalDate.parse("2027-03-01");
    private static final Target SALES = new Target(Temperature.RETARGETING, "cost_per_sale", 500.0, "GBP");

    private static Counts counts(long impressions, long clicks, long spend, long sales) {
        return Counts.of(Map.of(
                Measure.IMPRESSIONS, impressions,
                Measure.CLICKS, clicks,
                Measure.SPEND, spend,
                Measure.PURCHASES, sales));
    }

    private static RowSeen row(String id, int days, Counts aDay) {
        return row(id, IntStream.range(0, days).mapToObj(d -> aDay).toList(), null, 1);
    }

    private static RowSeen row(String id, List<Counts> days, @Nullable String bid, double frequency) {
        return new RowSeen(
                id,
                "Row " + id,
                Money.ofMinor(1000, "GBP"),
                START,
                bid == null ? null : Money.parse(bid, Money.ofMinor(0, "GBP").currency()),
                bid == null ? null : Money.ofMinor(75, "GBP"),
                false,
                Math.round(frequency * 1000),
                1000,
                IntStream.range(0, days.size())
                        .mapToObj(d -> new DayBrought(START.plusDays(d), days.get(d), 1))
                        .toList());
    }

    private static Scene scene(int days, Purpose purpose, @Nullable Long room) {
        return new Scene(SALES, purpose, false, room, START.plusDays(days), 0.4);
    }

    private static Advice only(List<RowSeen> rows, Scene scene) {
        List<Advice> advice = Adviser.advise(Playbook.USUAL, scene, rows);
        assertThat(advice).as(advice.toString()).hasSize(1);
        return advice.get(0);
    }

    /**
     * Trade facts (common practice) with a target of £5.00 a sale and £10.00 a day: left alone for the first days; a good row up by
     * 15 %; a bad one stopped; one that spent three sales' worth without any stopped; what is between left as it is.
     */
    @ParameterizedTest
    @CsvSource({
        "2, 1000, 8, SCALING, LEAVE_ALONE",
        "6, 1000, 4, SCALING, RAISE",
        "6, 1000, 4, TESTING, TO_SCALING",
        "12, 1000, 1, SCALING, STOP",
        "6, 1000, 0, SCALING, STOP_WITHOUT_RESULTS",
        "6, 200, 0, SCALING, ",
        "6, 1000, 2, SCALING, "
    })
    void movesFollowTheTrade(int days, long spend, long sales, Purpose purpose, @Nullable Move move) {
        List<Advice> advice = Adviser.advise(
                Playbook.USUAL, scene(days, purpose, null), List.of(row("a", days, counts(5000, 60, spend, sales))));
        assertThat(advice).extracting(Advice::move).isEqualTo(move == null ? List.of() : List.of(move));
    }

    @Test
    void aRaiseCarriesItsNumbersItsEditAndWhatItCosts() {
        Advice raise = only(List.of(row("a", 6, counts(5000, 60, 1000, 4))), scene(6, Purpose.SCALING, null));
        assertThat(raise.money()).isEqualTo(Money.ofMinor(1150, "GBP"));
        assertThat(raise.amount()).isEqualTo(15);
        assertThat(raise.perDayMinor()).isEqualTo(150);
        assertThat(raise.says()).contains("cost per sale is £2.50 after £60.00", "better than the target of £5.00");
        assertThat(raise.instead()).containsExactly(Move.SIDEWAYS, Move.DOUBLE);
    }

    /** A new, approved row that gets nothing: its bid is too low, and the suggested bid is the floor (common practice). */
    @Test
    void aRowWithoutDeliveryBidsTooLow() {
        Advice advice = only(
                List.of(row("a", Collections.nCopies(2, Counts.NONE), "0.20", 0)), scene(2, Purpose.TESTING, null));
        assertThat(advice.move()).isEqualTo(Move.RAISE_BID);
        assertThat(advice.money()).isEqualTo(Money.ofMinor(75, "GBP"));
        assertThat(advice.says()).contains("shown to nobody in 2 days", "£0.20", "£0.75 is suggested");
        assertThat(Adviser.advise(
                        Playbook.USUAL,
                        scene(2, Purpose.TESTING, null),
                        List.of(row("a", Collections.nCopies(2, Counts.NONE), null, 0))))
                .isEmpty();
    }

    @Test
    void aTiredRowGetsAFreshCreative() {
        List<Counts> days = new ArrayList<>(Collections.nCopies(3, counts(5000, 100, 1000, 2)));
        days.addAll(Collections.nCopies(5, counts(5000, 50, 1000, 2)));
        Advice advice = only(List.of(row("a", days, null, 3.1)), scene(8, Purpose.SCALING, null));
        assertThat(advice.move()).isEqualTo(Move.REFRESH);
        assertThat(advice.says()).contains("from 2.00 % to 1.00 %", "3.1 times");
        assertThat(Adviser.advise(Playbook.USUAL, scene(8, Purpose.SCALING, null), List.of(row("a", days, null, 1.2))))
                .isEmpty();
    }

    /** Without a target rows are judged by one another: here £2.50 and £10.00 a sale. */
    @Test
    void rowsAreJudgedByOneAnotherWithoutATarget() {
        Scene scene = new Scene(
                new Target(Temperature.RETARGETING, "cost_per_sale", null, "GBP"),
                Purpose.SCALING,
                false,
                null,
                START.plusDays(8),
                0.4);
        List<Advice> advice = Adviser.advise(
                Playbook.USUAL,
                scene,
                List.of(
                        row("a", 8, counts(5000, 60, 1000, 4)),
                        row("b", 8, counts(5000, 60, 1000, 1)),
                        row("c", 8, counts(5000, 60, 1000, 2))));
        assertThat(advice).extracting(Advice::rowId).containsExactly("b", "a");
        assertThat(advice).extracting(Advice::move).containsExactly(Move.STOP, Move.RAISE);
    }

    /** When there is no more money it is shifted from the worst rows, none gives away what it no longer has, or shared evenly. */
    @Test
    void moneyIsNeverMoreThanThereIs() {
        List<RowSeen> rows = new ArrayList<>(IntStream.range(0, 9)
                .mapToObj(i -> row("good" + i, 20, counts(5000, 60, 1000, 5)))
                .toList());
        rows.add(row("worst", 20, counts(5000, 60, 1000, 0)));
        rows.add(row("bad", 20, counts(5000, 60, 1000, 1)));
        Playbook keeps = without(Move.STOP_WITHOUT_RESULTS);
        List<Advice> shifts = Adviser.advise(keeps, scene(20, Purpose.SCALING, 0L), rows).stream()
                .filter(a -> a.move() == Move.SHIFT)
                .toList();
        assertThat(shifts).extracting(Advice::toRowId).doesNotHaveDuplicates().hasSize(9);
        assertThat(shifts).allSatisfy(a -> assertThat(a.perDayMinor()).isZero());
        // Of £10.00 a day six times £1.50 go, and some of it stays.
        assertThat(shifts).filteredOn(a -> a.rowId().equals("worst")).hasSize(6);
        assertThat(shifts).filteredOn(a -> a.rowId().equals("bad")).hasSize(3);
        List<RowSeen> good = List.of(row("a", 8, counts(5000, 60, 1000, 5)), row("b", 8, counts(5000, 60, 1000, 5)));
        assertThat(Adviser.advise(Playbook.USUAL, scene(8, Purpose.SCALING, 200L), good))
                .extracting(Advice::perDayMinor)
                .containsExactly(100L, 100L);
    }

    private static Playbook without(Move move) {
        Playbook p = Playbook.USUAL;
        return new Playbook(
                EnumSet.complementOf(EnumSet.of(move)),
                p.leaveDays(),
                p.raisePercent(),
                p.copies(),
                p.stopSpend(),
                p.emptySpend(),
                p.tiredShare(),
                p.tiredFrequency(),
                p.certainty(),
                p.judged());
    }

    /**
     * Two rows that beat the target and may not be raised, one at four times the sales of the other: a step of money goes to it, and the
     * sentence says what that brings; equal rows, rows of a test, shared money and a playbook that may not shift get none.
     */
    @Test
    void moneyMovesToWhereItBringsMore() {
        List<RowSeen> rows = List.of(row("a", 14, counts(5000, 60, 1000, 16)), row("b", 14, counts(5000, 60, 1000, 4)));
        Scene noRoom = scene(14, Purpose.SCALING, 0L);
        Advice shift = only(rows, noRoom);
        assertThat(shift.move()).isEqualTo(Move.SHIFT);
        assertThat(shift.rowId()).isEqualTo("b");
        assertThat(shift.toRowId()).isEqualTo("a");
        assertThat(shift.money()).isEqualTo(Money.ofMinor(1150, "GBP"));
        assertThat(shift.says()).contains("£1.50 a day brings about 1.", "sales a day more in Row a than here");
        assertThat(shift.p()).isLessThanOrEqualTo(0.1);
        RowSeen a = rows.get(0);
        RowSeen b = rows.get(1);
        assertThat(Adviser.advise(Playbook.USUAL, noRoom, List.of(a, row("c", 14, counts(5000, 60, 1000, 16)))))
                .isEmpty();
        assertThat(Adviser.advise(Playbook.USUAL, noRoom, List.of(a, tested(b))))
                .extracting(Advice::move)
                .containsExactly(Move.LEAVE_ALONE);
        Scene shared = new Scene(SALES, Purpose.SCALING, true, 0L, START.plusDays(14), 0.4);
        assertThat(Adviser.advise(Playbook.USUAL, shared, rows)).isEmpty();
        assertThat(Adviser.advise(without(Move.SHIFT), noRoom, rows)).isEmpty();
    }

    private static RowSeen tested(RowSeen r) {
        return new RowSeen(
                r.rowId(),
                r.label(),
                r.daily(),
                r.since(),
                r.bid(),
                r.suggested(),
                true,
                r.shown(),
                r.people(),
                r.days());
    }

    /** People who have seen it often bring less for more money; of people who are not told the usual is taken. */
    @Test
    void rowsAnswerMoneyAsTheirPeopleAllow() {
        List<Counts> days = Collections.nCopies(7, counts(5000, 60, 1000, 10));
        List<RowSeen> rows = List.of(row("a", days, null, 1.02), row("b", days, null, 12), row("c", days, null, 0));
        List<Response> responses = Responses.of(Metric.usual("cost_per_sale"), rows, 0.4);
        double[] doubled =
                responses.stream().mapToDouble(r -> r.of(2000) / r.of(1000)).toArray();
        assertThat(doubled[1]).isLessThan(doubled[0]);
        for (double d : doubled) {
            assertThat(d).isBetween(1.1, 2.0);
        }
        assertThat(responses.get(0).of(1000)).isCloseTo(10, within(0.2));
        assertThat(responses.get(0).over(14).of(14_000))
                .isCloseTo(responses.get(0).of(1000), within(1e-9));
        assertThat(Responses.of(Metric.usual("cost_per_sale"), List.of(row("d", 3, counts(100, 1, 100, 0))), 0.4))
                .isEmpty();
    }

    @Test
    void aTestIsLeftWhole() {
        RowSeen of = row("a", 8, counts(5000, 60, 1000, 9));
        RowSeen tested = new RowSeen(of.rowId(), of.label(), of.daily(), of.since(), null, null, true, 1, 1, of.days());
        assertThat(only(List.of(tested), scene(8, Purpose.TESTING, null)).move())
                .isEqualTo(Move.LEAVE_ALONE);
    }

    /** On random histories: no step over 20 %, none before three days, none over the room, and the same in any order. */
    @Test
    void guardsHoldWhateverComes() {
        Random random = new Random(11);
        for (int run = 0; run < 400; run++) {
            int days = 1 + random.nextInt(14);
            long room = random.nextInt(800);
            List<RowSeen> rows = new ArrayList<>();
            for (int r = 0; r < 1 + random.nextInt(8); r++) {
                int rate = random.nextInt(8);
                rows.add(row(
                        "r" + r,
                        IntStream.range(0, days)
                                .mapToObj(d -> counts(
                                        random.nextInt(4000),
                                        random.nextInt(60),
                                        random.nextInt(1500),
                                        random.nextInt(rate + 1)))
                                .toList(),
                        random.nextBoolean() ? "0.40" : null,
                        random.nextDouble() * 5));
            }
            Playbook wild = new Playbook(
                    EnumSet.allOf(Move.class),
                    3 + random.nextInt(5),
                    1 + random.nextInt(20),
                    1 + random.nextInt(10),
                    1,
                    1,
                    0.9,
                    1,
                    0.8,
                    List.of());
            Scene scene = scene(days, random.nextBoolean() ? Purpose.SCALING : Purpose.TESTING, room);
            List<Advice> advice = Adviser.advise(wild, scene, rows);
            long more = 0;
            Set<String> seen = new HashSet<>();
            for (Advice a : advice) {
                if (a.move() == Move.RAISE) {
                    assertThat(a.amount()).isBetween(0.0, 20.0);
                    more += a.perDayMinor();
                }
                if (days < Playbook.LEAST_DAYS) {
                    assertThat(a.move()).isIn(Move.LEAVE_ALONE, Move.RAISE_BID);
                }
                assertThat(a.move() == Move.SHIFT || seen.add(a.rowId())).isTrue();
            }
            assertThat(more).isLessThanOrEqualTo(room);
            Collections.shuffle(rows, random);
            assertThat(Adviser.advise(wild, scene, rows)).isEqualTo(advice);
        }
    }

    /** Tried on the past, each day knows only what was known then; what came after is told beside. */
    @Test
    void aPlaybookIsTriedOnThePastDayByDay() {
        List<Counts> days = new ArrayList<>(Collections.nCopies(6, counts(5000, 60, 1000, 4)));
        days.addAll(Collections.nCopies(6, counts(5000, 20, 1000, 0)));
        Trial trial = Trial.of(
                Playbook.USUAL, scene(12, Purpose.SCALING, null), List.of(row("a", days, null, 1)), START.plusDays(1));
        assertThat(trial.given()).extracting(g -> g.advice().move()).startsWith(Move.RAISE);
        Trial.Given raise = trial.given().get(0);
        assertThat(raise.day()).isEqualTo(START.plusDays(5));
        assertThat(raise.before().spendMinor()).isEqualTo(5000);
        assertThat(raise.after().get(Measure.PURCHASES)).isEqualTo(4);
    }

    /** People who have seen it 3 times by now had not when it was shown half as often: of 40,000 impressions 35,000 make 2.6 times. */
    @Test
    void aTrialKnowsHowOftenItWasSeenThen() {
        List<Counts> days = new ArrayList<>(Collections.nCopies(3, counts(5000, 100, 1000, 2)));
        days.addAll(Collections.nCopies(5, counts(5000, 50, 1000, 2)));
        RowSeen row = row("a", days, null, 1);
        RowSeen seen = new RowSeen("a", "Row a", row.daily(), START, null, null, false, 40_000, 13_333, row.days());
        Trial trial = Trial.of(Playbook.USUAL, scene(8, Purpose.SCALING, null), List.of(seen), START.plusDays(1));
        assertThat(trial.given())
                .filteredOn(g -> g.advice().move() == Move.REFRESH)
                .extracting(Trial.Given::day)
                .containsExactly(START.plusDays(7));
    }

    /** Fresh money has not had its time: half of what it brings is still to come, and the row is on target. */
    @Test
    void whatIsStillToComeIsReckonedWith() {
        List<Counts> days = Collections.nCopies(8, counts(5000, 60, 4000, 4));
        RowSeen row = row("a", days, null, 1);
        RowSeen late = half(days);
        assertThat(only(List.of(row), scene(8, Purpose.SCALING, null)).move()).isEqualTo(Move.STOP);
        assertThat(Adviser.advise(Playbook.USUAL, scene(8, Purpose.SCALING, null), List.of(late)))
                .isEmpty();
        RowSeen dear = half(Collections.nCopies(8, counts(5000, 60, 4000, 2)));
        assertThat(only(List.of(dear), scene(8, Purpose.SCALING, null)).says())
                .contains(
                        "£20.00 after £320.00, about £10.00 once what is late has come in, worse than the target of £5.00");
    }

    /** A row of £40.00 a day, half of whose results have come in. */
    private static RowSeen half(List<Counts> days) {
        RowSeen whole = row("a", days, null, 1);
        return new RowSeen(
                "a",
                "Row a",
                Money.ofMinor(4000, "GBP"),
                START,
                null,
                null,
                false,
                1,
                1,
                whole.days().stream()
                        .map(d -> new DayBrought(d.day(), d.counts(), 0.5))
                        .toList());
    }

    @Test
    void rulesOutOfTheirLimitsAreRefused() {
        assertThatThrownBy(() -> new Playbook(Set.of(), 1, 15, 5, 3, 3, 0.67, 2.5, 0.9, List.of()))
                .hasMessageContaining("days to leave a row alone are 1; they go from 3 to 14");
        assertThatThrownBy(() -> new Playbook(Set.of(), 4, 50, 5, 3, 3, 0.67, 2.5, 0.9, List.of()))
                .hasMessageContaining("50; they go from 1 to 20");
        assertThatThrownBy(() -> new Playbook(
                        Set.of(),
                        4,
                        15,
                        5,
                        3,
                        3,
                        0.67,
                        2.5,
                        0.9,
                        List.of(new Target(Temperature.COLD, "spend", null, ""))))
                .hasMessageContaining("“spend”");
    }
}
