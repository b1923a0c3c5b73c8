package app.tidewrack.core.testing;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.testing.SecondChange.Done;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;

class SecondChangeTest {
    /** Money of one cell breaks a test, of both it does not; names and the tails of links that follow them weigh nothing. */
    @Test
    void whatWasDoneToSomeCellsBreaks() {
        Map<String, String> cells = Map.of("a", "Sock", "b", "Jumper");
        Done dearer = changed("b", "money a day", "£10.00", "£12.00");
        SecondChange one = SecondChange.of(cells, List.of(dearer));
        assertThat(one.breaking())
                .containsExactly("money a day of Jumper went from “£10.00” to “£12.00”, by Ines on 18 March");
        SecondChange both = SecondChange.of(cells, List.of(changed("a", "money a day", "£11.00", "£12.00"), dearer));
        assertThat(both.breaking()).isEmpty();
        assertThat(both.even()).singleElement().asString().contains("every cell");
        assertThat(SecondChange.of(
                                cells,
                                List.of(
                                        changed("a", "name", "A", "B"),
                                        changed("a", "link", "https://x.example/k?ad=A", "https://x.example/k?ad=B"),
                                        changed("other", "money a day", "£1.00", "£2.00")))
                        .breaking())
                .isEmpty();
        assertThat(SecondChange.of(cells, List.of(changed("a", "link", "https://x.example/k", "https://x.example/l")))
                        .breaking())
                .hasSize(1);
        Done fresh = new Done(Action.CREATE, Level.AD_GROUP, "new", "", "", "", "", "by Ines on 18 March");
        assertThat(SecondChange.of(cells, List.of(fresh)).breaking())
                .containsExactly("another row came new, by Ines on 18 March");
    }

    private static Done changed(String row, String field, String before, String after) {
        return new Done(Action.CHANGE, Level.AD_GROUP, row, "", field, before, after, "by Ines on 18 March");
    }

    /** What is about to be done is told as such: by whom and when is not known yet. */
    @Test
    void whatIsAboutToBeDoneIsToldInThePresent() {
        Map<String, String> cells = Map.of("a", "Sock", "b", "Jumper");
        List<Done> planned = List.of(
                new Done(Action.CHANGE, Level.AD_GROUP, "b", "", "money a day", "£10.00", "£12.00", ""),
                new Done(Action.PAUSE, Level.AD, "a", "k", "", "", "", ""),
                new Done(Action.REMOVE, Level.AD_GROUP, "a", "", "", "", "", ""),
                new Done(Action.CREATE, Level.AD_GROUP, "new", "", "", "", "", ""));
        assertThat(SecondChange.of(cells, planned).breaking())
                .containsExactly(
                        "money a day of Jumper goes from “£10.00” to “£12.00”",
                        "an ad of Sock is paused",
                        "Sock is taken out",
                        "another row comes new");
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
            String field = List.of("money a day", "bid", "hours", "placements").get(random.nextInt(4));
            String after = "to " + random.nextInt(100);
            List<Done> all = new ArrayList<>(cells.keySet().stream()
                    .map(r -> changed(r, field, "was " + random.nextInt(100), after))
                    .toList());
            Collections.shuffle(all, random);
            assertThat(SecondChange.of(cells, all).breaking())
                    .as("seed %d", seed)
                    .isEmpty();
            assertThat(SecondChange.of(cells, all).even()).as("seed %d", seed).hasSize(1);
            assertThat(SecondChange.of(cells, all.subList(1, all.size())).breaking())
                    .as("seed %d", seed)
                    .hasSize(all.size() - 1);
            List<Done> elsewhere = all.stream()
                    .map(d -> changed("x" + d.rowId(), field, d.before(), after))
                    .toList();
            assertThat(SecondChange.of(cells, elsewhere)).isEqualTo(new SecondChange(List.of(), List.of()));
        }
    }
}
