package app.tidewrack.core.testing;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.testing.SecondChange.Done;
import java.util.List;
import java.util.Map;
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
}
