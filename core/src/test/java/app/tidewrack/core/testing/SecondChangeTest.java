package app.tidewrack.core.testing;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.launch.AdSettings;
import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.launch.CreativeSettings;
import app.tidewrack.core.launch.GroupSettings;
import app.tidewrack.core.launch.ItemKey;
import app.tidewrack.core.launch.Items;
import app.tidewrack.core.launch.Settings;
import app.tidewrack.core.plan.Budgeting.Basis;
import app.tidewrack.core.schedule.Hours;
import app.tidewrack.core.testing.SecondChange.Done;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;

class SecondChangeTest {
    private static final Map<String, String> CELLS = Map.of("a", "Sock", "b", "Jumper");
    private static final String BY_INES = "by Ines on 18 March";

    private static GroupSettings group(String name, long minor, Hours hours) {
        GroupSettings g = Items.GROUP;
        return new GroupSettings(
                name,
                Items.pounds(Basis.DAILY, minor),
                g.audience(),
                g.placements(),
                g.goal(),
                g.charge(),
                g.bid(),
                g.pace(),
                hours,
                g.switches());
    }

    private static Done money(String row, long before, long after, String when) {
        return changed(row, group("R", before, Hours.ALL), group("R", after, Hours.ALL), when);
    }

    private static Done changed(String row, Settings before, Settings after, String when) {
        ItemKey key = after instanceof AdSettings ? new ItemKey("c", row, "k") : ItemKey.group("c", row);
        return new Done(Action.CHANGE, key, before, after, when);
    }

    private static Done done(Action action, ItemKey key, String when) {
        return new Done(action, key, null, null, when);
    }

    private static SecondChange of(Map<String, String> cells, List<Done> done) {
        return SecondChange.of(cells, done, Items.words());
    }

    /** Money of one cell breaks a test, of both it does not; names and the tails of links that follow them weigh nothing. */
    @Test
    void whatWasDoneToSomeCellsBreaks() {
        Done dearer = money("b", 1000, 1200, BY_INES);
        assertThat(of(CELLS, List.of(dearer)).breaking())
                .containsExactly("money a day of Jumper went from “£10.00” to “£12.00”, by Ines on 18 March");
        SecondChange both = of(CELLS, List.of(money("a", 1100, 1200, BY_INES), dearer));
        assertThat(both.breaking()).isEmpty();
        assertThat(both.even()).singleElement().asString().contains("every cell");
        assertThat(of(
                                CELLS,
                                List.of(
                                        changed("a", group("A", 1, Hours.ALL), group("B", 1, Hours.ALL), BY_INES),
                                        changed("a", leading("k?ad=A"), leading("k?ad=B"), BY_INES),
                                        money("other", 100, 200, BY_INES)))
                        .breaking())
                .isEmpty();
        assertThat(of(CELLS, List.of(changed("a", leading("k"), leading("l"), BY_INES)))
                        .breaking())
                .hasSize(1);
        assertThat(of(CELLS, List.of(done(Action.CREATE, ItemKey.group("c", "new"), BY_INES)))
                        .breaking())
                .containsExactly("another row came new, by Ines on 18 March");
    }

    private static AdSettings leading(String path) {
        CreativeSettings shown = Items.AD.creative();
        return Items.AD.showing(shown.saying(shown.bodies(), shown.headlines(), "https://x.example/" + path));
    }

    /** What is about to be done is told as such: by whom and when is not known yet. */
    @Test
    void whatIsAboutToBeDoneIsToldInThePresent() {
        List<Done> planned = List.of(
                money("b", 1000, 1200, ""),
                done(Action.PAUSE, new ItemKey("c", "a", "k"), ""),
                done(Action.REMOVE, ItemKey.group("c", "a"), ""),
                done(Action.CREATE, ItemKey.group("c", "new"), ""));
        assertThat(of(CELLS, planned).breaking())
                .containsExactly(
                        "money a day of Jumper goes from “£10.00” to “£12.00”",
                        "an ad of Sock is paused",
                        "Sock is taken out",
                        "another row comes new");
    }

    /** A test once named the ad that was paused, and not what came in its place. */
    @Test
    void anAdThatTakesAnothersPlaceIsNamed() {
        Done went = done(Action.PAUSE, new ItemKey("c", "a", "k"), BY_INES);
        Done came = new Done(Action.CREATE, new ItemKey("c", "a", "n"), null, Items.AD, BY_INES);
        assertThat(of(CELLS, List.of(went, came)).breaking())
                .containsExactly("an ad of Sock was replaced by “%s”, by Ines on 18 March".formatted(Items.AD.name()));
        // Another row's, or what somebody else did another day, is no replacement.
        Done later = new Done(Action.CREATE, new ItemKey("c", "a", "n"), null, Items.AD, "by Bo on 19 March");
        Done elsewhere = new Done(Action.CREATE, new ItemKey("c", "b", "n"), null, Items.AD, BY_INES);
        assertThat(of(CELLS, List.of(went, later, elsewhere)).breaking())
                .containsExactly(
                        "an ad of Sock was paused, by Ines on 18 March",
                        "an ad of Sock came new, by Bo on 19 March",
                        "an ad of Jumper came new, by Ines on 18 March");
    }

    /**
     * Whatever was done before, the same change of every cell never breaks a test, of all cells but one it always does, and of rows that
     * are none of its cells it has no weight.
     */
    @Test
    void onlyWhatCellsDoNotShareBreaks() {
        for (int seed = 0; seed < 200; seed++) {
            Random random = new Random(seed);
            Map<String, String> cells = new TreeMap<>();
            for (int i = 0; i < 2 + random.nextInt(6); i++) {
                cells.put("r" + i, "Row " + i);
            }
            boolean ofMoney = random.nextBoolean();
            GroupSettings after = group("R", 2000, ofMoney ? Hours.ALL : Hours.daily(7, 8 + random.nextInt(15)));
            List<Done> all = new ArrayList<>(cells.keySet().stream()
                    .map(r -> changed(r, group("R", ofMoney ? random.nextInt(2000) : 2000, Hours.ALL), after, BY_INES))
                    .toList());
            Collections.shuffle(all, random);
            assertThat(of(cells, all).breaking()).as("seed %d", seed).isEmpty();
            assertThat(of(cells, all).even()).as("seed %d", seed).hasSize(1);
            assertThat(of(cells, all.subList(1, all.size())).breaking())
                    .as("seed %d", seed)
                    .hasSize(all.size() - 1);
            List<Done> elsewhere = all.stream()
                    .map(d -> changed("x" + d.key().rowId(), d.before(), after, BY_INES))
                    .toList();
            assertThat(of(cells, elsewhere)).isEqualTo(new SecondChange(List.of(), List.of()));
        }
    }
}
