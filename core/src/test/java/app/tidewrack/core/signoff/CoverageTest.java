package app.tidewrack.core.signoff;

import static app.tidewrack.core.signoff.SignOffState.APPROVED;
import static app.tidewrack.core.signoff.SignOffState.RETURNED;
import static app.tidewrack.core.signoff.SignOffState.WAITING;
import static app.tidewrack.core.signoff.SignOffState.WITHDRAWN;
import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.params.provider.Arguments.arguments;

import app.tidewrack.core.launch.AdSettings;
import app.tidewrack.core.launch.Change;
import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.launch.ChangeList;
import app.tidewrack.core.launch.Field;
import app.tidewrack.core.launch.ItemKey;
import app.tidewrack.core.launch.Items;
import app.tidewrack.core.launch.Settings;
import app.tidewrack.core.plan.Budgeting.Basis;
import app.tidewrack.core.signoff.Coverage.Standing;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

class CoverageTest {
    private static final Settings TEN = Items.GROUP;
    private static final Settings TWELVE = Items.group(Items.pounds(Basis.DAILY, 1200));

    private static Sent sent(SignOffState state, Settings item) {
        return new Sent(state, Map.of(Items.ROW_KEY, item));
    }

    private static Coverage of(Action action, Settings now, List<Sent> sent) {
        Change change = new Change(action, Items.ROW_KEY, "x", null, now, 0);
        return Coverage.of(new ChangeList(List.of(change)), sent).get(0);
    }

    static Stream<Arguments> rounds() {
        Sent yes = sent(APPROVED, TEN);
        return Stream.of(
                arguments("nothing was sent", List.of(), TEN, Standing.NEVER_SENT),
                arguments("approved as it is", List.of(yes), TEN, Standing.APPROVED),
                arguments("edited since", List.of(yes), TWELVE, Standing.CHANGED),
                arguments("edited and sent again", List.of(yes, sent(WAITING, TWELVE)), TWELVE, Standing.WAITING),
                arguments("edited while it waits", List.of(sent(WAITING, TEN)), TWELVE, Standing.NEVER_SENT),
                arguments("approved, and asked once more", List.of(yes, sent(WAITING, TEN)), TEN, Standing.APPROVED),
                arguments("returned", List.of(sent(RETURNED, TEN)), TEN, Standing.RETURNED),
                arguments("returned and mended", List.of(sent(RETURNED, TEN)), TWELVE, Standing.RETURNED),
                arguments("the yes taken back", List.of(yes, sent(RETURNED, TEN)), TEN, Standing.RETURNED),
                arguments("mended and approved", List.of(sent(RETURNED, TEN), yes), TEN, Standing.APPROVED),
                arguments("the last yes is another", List.of(yes, sent(APPROVED, TWELVE)), TEN, Standing.CHANGED),
                arguments("withdrawn says nothing", List.of(sent(WITHDRAWN, TEN)), TEN, Standing.NEVER_SENT),
                arguments("withdrawn takes no yes back", List.of(yes, sent(WITHDRAWN, TWELVE)), TEN, Standing.APPROVED),
                arguments(
                        "another item's yes",
                        List.of(new Sent(APPROVED, Map.of(Items.AD_KEY, Items.AD))),
                        TEN,
                        Standing.NEVER_SENT));
    }

    @ParameterizedTest(name = "{0}: {3}")
    @MethodSource("rounds")
    void theLastDecisionOnAnItemCounts(String what, List<Sent> sent, Settings now, Standing standing) {
        Coverage coverage = of(Action.CHANGE, now, sent);
        assertThat(coverage.standing()).isEqualTo(standing);
        assertThat(coverage.standing().mayGo()).isEqualTo(standing == Standing.APPROVED);
        boolean differs = standing == Standing.CHANGED || what.equals("returned and mended");
        assertThat(coverage.since())
                .isEqualTo(differs || what.contains("sent again") ? Set.of(Field.MONEY_A_DAY) : Set.of());
    }

    /** Nobody waits for a yes to stop spending. */
    @ParameterizedTest
    @MethodSource("stops")
    void whatOnlyStopsNeedsNoYes(Action action, boolean mayGo) {
        assertThat(of(action, TEN, List.of()).standing().mayGo()).isEqualTo(mayGo);
        assertThat(of(action, TEN, List.of(sent(RETURNED, TEN))).standing().mayGo())
                .isEqualTo(mayGo);
    }

    static Stream<Arguments> stops() {
        return Arrays.stream(Action.values()).map(a -> arguments(a, a == Action.PAUSE || a == Action.REMOVE));
    }

    @Test
    void anotherNameOnTheNetworkIsTheSameAd() {
        AdSettings renamed = new AdSettings("B", Items.AD.creative());
        Change change = new Change(Action.CREATE, Items.AD_KEY, null, null, renamed, 0);
        List<Sent> sent = List.of(new Sent(APPROVED, Map.of(Items.AD_KEY, Items.AD)));
        assertThat(Coverage.of(new ChangeList(List.of(change)), sent).get(0).standing())
                .isEqualTo(Standing.APPROVED);
    }

    /** 400 sheets approved whole or in part and edited at some of their ads: covered is exactly what was approved and not touched. */
    @Test
    void anEditUncoversWhatItTouchesAndNothingElse() {
        Random random = new Random(20);
        for (int sheet = 0; sheet < 400; sheet++) {
            Map<ItemKey, Settings> approved = new HashMap<>();
            List<Change> changes = new ArrayList<>();
            List<Boolean> covered = new ArrayList<>();
            int ads = 1 + random.nextInt(30);
            for (int i = 0; i < ads; i++) {
                ItemKey key = new ItemKey("c", "r" + i / 5, "k" + i % 5);
                boolean yes = random.nextInt(3) > 0;
                boolean touched = random.nextInt(3) == 0;
                if (yes) {
                    approved.put(key, Items.AD);
                }
                Settings now = touched
                        ? Items.AD.showing(Items.AD.creative().saying(List.of("Other " + i), List.of(), ""))
                        : Items.AD;
                changes.add(new Change(Action.CREATE, key, null, null, now, 0));
                covered.add(yes && !touched);
            }
            assertThat(Coverage.of(new ChangeList(changes), List.of(new Sent(APPROVED, approved))))
                    .as("sheet %d", sheet)
                    .extracting(c -> c.standing().mayGo())
                    .isEqualTo(covered);
        }
    }
}
