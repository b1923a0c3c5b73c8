package app.tidewrack.core.need;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.playbook.Move;
import app.tidewrack.core.results.SpendingPace.Stand;
import app.tidewrack.core.splittest.Verdict.Outcome;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

class NeedTest {
    private static Need blocked(boolean onNetwork, int days) {
        return new Need.Blocked("p", "c", "a", "Tins", 2, "It has no money.", null, null, onNetwork, days);
    }

    private static Need pace(String row, long spent, Stand stand) {
        return new Need.Pace("p", "c", "a", row, "Parents", "Tins", "GBP", spent, 1_000, 5_000, stand);
    }

    private static Need test(Outcome outcome) {
        return new Need.TestReady("p", "c", "a", "t", "Words", outcome, null, List.of(), null);
    }

    private static Need advised(Move move) {
        return new Need.Advised(
                "p", "c", "a", "c/r/" + move, "r", "Parents", "Tins", "GBP", move, 15, null, 2_000, null, null, "");
    }

    private static Need untaken(boolean pause) {
        return new Need.Untaken("p", "c", "a", "Tins", pause, "It does not answer.");
    }

    private static Need signOff(boolean returned) {
        return new Need.SignOff("p", "s", "Spring", returned, null, null, "ines", "Ines", "");
    }

    private static final Need REFUSED = new Need.Refused("p", "c", "a", "r/k", "Tins, parents", "Too much text.");
    private static final Need LEADS = new Need.Leads(4);
    private static final Need COMMENTS = new Need.Comments("p", "Spring", 2, null);
    private static final Need CHANGED = new Need.ChangedThere("p", "c", "a", "Tins", 3);
    private static final Need UNKNOWN = new Need.UnknownAds("a", "Hearthside", "GBP", 2, 4_000);
    private static final Need POST = new Need.PostDidWell("a", "x", "Look", 3.2, 18, 20);

    /** How soon: money that runs wrong first, then whoever waits, then what only gets better (common practice). */
    static Stream<Arguments> howSoon() {
        return Stream.of(
                Arguments.of("paused, and still runs", untaken(true), Urgency.NOW),
                Arguments.of("let run on, and still stands", untaken(false), Urgency.TODAY),
                Arguments.of("refused", REFUSED, Urgency.NOW),
                Arguments.of("cannot begin tomorrow", blocked(false, 1), Urgency.NOW),
                Arguments.of("should have begun", blocked(false, -3), Urgency.NOW),
                Arguments.of("begins this week", blocked(false, 2), Urgency.TODAY),
                Arguments.of("begins in a week", blocked(false, 7), Urgency.TODAY),
                Arguments.of("begins later", blocked(false, 8), Urgency.SOON),
                Arguments.of("goes on as it was launched", blocked(true, -3), Urgency.TODAY),
                Arguments.of("spends nothing", pace("r", 0, Stand.SLOW), Urgency.NOW),
                Arguments.of("spends slowly", pace("r", 500, Stand.SLOW), Urgency.TODAY),
                Arguments.of("spends fast", pace("r", 2_000, Stand.FAST), Urgency.TODAY),
                Arguments.of("waits for a yes", signOff(false), Urgency.TODAY),
                Arguments.of("came back", signOff(true), Urgency.TODAY),
                Arguments.of("new leads", LEADS, Urgency.TODAY),
                Arguments.of("comments", COMMENTS, Urgency.TODAY),
                Arguments.of("changed there", CHANGED, Urgency.TODAY),
                Arguments.of("ads nobody knows", UNKNOWN, Urgency.TODAY),
                Arguments.of("lines put aside", new Need.Aside("a", "Hearthside", 3), Urgency.TODAY),
                Arguments.of("a broken test", test(Outcome.BROKEN), Urgency.TODAY),
                Arguments.of("a test that is ready", test(Outcome.WINNER), Urgency.SOON),
                Arguments.of("a row to stop", advised(Move.STOP), Urgency.TODAY),
                Arguments.of("a row that brings nothing", advised(Move.STOP_WITHOUT_RESULTS), Urgency.TODAY),
                Arguments.of("a row to raise", advised(Move.RAISE), Urgency.SOON),
                Arguments.of("a post that did well", POST, Urgency.SOON));
    }

    @ParameterizedTest(name = "{0}: {2}")
    @MethodSource("howSoon")
    void isAsUrgentAsWhatWaitsForIt(String what, Need need, Urgency urgency) {
        assertThat(need.urgency()).as(what).isEqualTo(urgency);
    }

    @Test
    void anotherKeyIsAnotherNeedAndTheSameStaysHidden() {
        assertThat(new Need.Leads(5).key()).as("one more came").isNotEqualTo(LEADS.key());
        assertThat(new Need.Comments("p", "Spring, again", 2, "s").key())
                .as("only the name is another")
                .isEqualTo(COMMENTS.key());
        assertThat(pace("r", 2_000, Stand.FAST).key())
                .as("slow became fast")
                .isNotEqualTo(pace("r", 500, Stand.SLOW).key());
        assertThat(pace("r", 510, Stand.SLOW).key())
                .as("an hour later")
                .isEqualTo(pace("r", 500, Stand.SLOW).key());
        assertThat(signOff(true).key())
                .as("it came back")
                .isNotEqualTo(signOff(false).key());
        List<String> keys =
                howSoon().map(a -> ((Need) a.get()[1]).key()).distinct().toList();
        assertThat(keys).as("no two kinds share one").hasSizeGreaterThanOrEqualTo(Need.Kind.values().length);
    }

    /** Shuffled 200 times by a seed, they come out by urgency, then by kind, and what is alike as it was found. */
    @Test
    void comeTheMostUrgentFirst() {
        List<Need> all = howSoon().map(a -> (Need) a.get()[1]).toList();
        Random random = new Random(20);
        for (int i = 0; i < 200; i++) {
            List<Need> shuffled = new ArrayList<>(all);
            Collections.shuffle(shuffled, random);
            List<Need> sorted = shuffled.stream().sorted(Need.BY_URGENCY).toList();
            assertThat(sorted).containsExactlyInAnyOrderElementsOf(all);
            for (int k = 1; k < sorted.size(); k++) {
                Need before = sorted.get(k - 1);
                Need after = sorted.get(k);
                int byUrgency = before.urgency().compareTo(after.urgency());
                assertThat(byUrgency < 0 || byUrgency == 0 && before.kind().compareTo(after.kind()) <= 0)
                        .as("%s before %s", before, after)
                        .isTrue();
                if (byUrgency == 0 && before.kind() == after.kind()) {
                    assertThat(shuffled.indexOf(before)).isLessThan(shuffled.indexOf(after));
                }
            }
        }
    }

    @Test
    void everyKindIsTold() {
        assertThat(howSoon().map(a -> ((Need) a.get()[1]).kind()).distinct())
                .containsExactlyInAnyOrderElementsOf(Arrays.asList(Need.Kind.values()));
    }
}
