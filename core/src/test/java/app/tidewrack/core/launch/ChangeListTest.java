package app.tidewrack.core.launch;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.launch.Change.FieldChange;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class ChangeListTest {
    private static final WantedItem CAMPAIGN = new WantedItem(Level.CAMPAIGN, "c", null, "C", Map.of("name", "C"));
    private static final WantedItem GROUP =
            new WantedItem(Level.AD_GROUP, "r", "c", "R", Map.of("name", "R", "money a day", "£10.00"));
    private static final WantedItem AD = new WantedItem(Level.AD, "r/k", "r", "A", Map.of("name", "A"));

    private static LiveItem live(WantedItem item, boolean paused) {
        return new LiveItem(item.level(), item.key(), item.name(), "x" + item.key(), item.fields(), paused);
    }

    @Test
    void createsInTheOrderOfDependenceAndThenNothing() {
        ChangeList first = ChangeList.between(List.of(AD, GROUP, CAMPAIGN), List.of());
        assertThat(first.changes()).extracting(Change::level).containsExactly(Level.CAMPAIGN, Level.AD_GROUP, Level.AD);
        assertThat(first.count(Action.CREATE, Level.AD)).isEqualTo(1);
        List<LiveItem> live = new ArrayList<>();
        List.of(CAMPAIGN, GROUP, AD).forEach(w -> live.add(live(w, false)));
        assertThat(ChangeList.between(List.of(CAMPAIGN, GROUP, AD), live).changes())
                .isEmpty();
    }

    @Test
    void changesPausesAndResumesWhatIsThere() {
        WantedItem richer = new WantedItem(Level.AD_GROUP, "r", "c", "R", Map.of("name", "R", "money a day", "£12.00"));
        WantedItem gone = new WantedItem(Level.AD, "r/old", "r", "Old", Map.of("name", "Old"));
        ChangeList list = ChangeList.between(
                List.of(CAMPAIGN, richer, AD),
                List.of(live(CAMPAIGN, false), live(GROUP, false), live(AD, true), live(gone, false)));
        assertThat(list.changes())
                .extracting(c -> c.action() + " " + c.key())
                .containsExactly("CHANGE r", "RESUME r/k", "PAUSE r/old");
        assertThat(list.changes().get(0).fields()).containsExactly(new FieldChange("money a day", "£10.00", "£12.00"));
    }
}
