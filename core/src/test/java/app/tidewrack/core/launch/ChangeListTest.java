package app.tidewrack.core.launch;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.launch.Change.FieldChange;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

class ChangeListTest {
    private static final WantedItem CAMPAIGN = new WantedItem(Level.CAMPAIGN, "c", null, "C", Map.of("name", "C"));
    private static final WantedItem GROUP =
            new WantedItem(Level.AD_GROUP, "r", "c", "R", Map.of("name", "R", "money a day", "£10.00"));
    private static final WantedItem AD = new WantedItem(Level.AD, "r/k", "r", "A", Map.of("name", "A"));

    private static LiveItem live(WantedItem item, boolean paused) {
        return new LiveItem(
                item.level(), item.key(), item.parentKey(), item.name(), "x" + item.key(), item.fields(), paused);
    }

    @Test
    void createsInTheOrderOfDependenceAndThenNothing() {
        ChangeList first = ChangeList.between(List.of(AD, GROUP, CAMPAIGN), List.of(), k -> true);
        assertThat(first.changes()).extracting(Change::level).containsExactly(Level.CAMPAIGN, Level.AD_GROUP, Level.AD);
        assertThat(first.count(Action.CREATE, Level.AD)).isEqualTo(1);
        List<LiveItem> live = new ArrayList<>();
        List.of(CAMPAIGN, GROUP, AD).forEach(w -> live.add(live(w, false)));
        assertThat(ChangeList.between(List.of(CAMPAIGN, GROUP, AD), live, k -> true)
                        .changes())
                .isEmpty();
    }

    @Test
    void changesPausesAndResumesWhatIsThere() {
        WantedItem richer = new WantedItem(Level.AD_GROUP, "r", "c", "R", Map.of("name", "R", "money a day", "£12.00"));
        WantedItem gone = new WantedItem(Level.AD, "r/old", "r", "Old", Map.of("name", "Old"));
        ChangeList list = ChangeList.between(
                List.of(CAMPAIGN, richer, AD),
                List.of(live(CAMPAIGN, false), live(GROUP, false), live(AD, true), live(gone, false)),
                k -> true);
        assertThat(list.changes())
                .extracting(c -> c.action() + " " + c.key())
                .containsExactly("CHANGE r", "RESUME r/k", "PAUSE r/old");
        assertThat(list.changes().get(0).fields()).containsExactly(new FieldChange("money a day", "£10.00", "£12.00"));
    }

    @Test
    void removesWhatLeftTheSheetAndWhatBelongsToItOnlyOnce() {
        ChangeList list = ChangeList.between(
                List.of(CAMPAIGN), List.of(live(CAMPAIGN, false), live(GROUP, true), live(AD, false)), k -> false);
        assertThat(list.changes()).extracting(c -> c.action() + " " + c.key()).containsExactly("REMOVE r");
        assertThat(list.changes().get(0).fields()).containsExactly(new FieldChange("ads in it", "1", ""));
    }

    /** Doing what the list says leaves the network as the plan wants it, whatever was there before. */
    @Test
    void whatIsDoneByTheListIsWhatIsWanted() {
        Random random = new Random(11);
        for (int run = 0; run < 300; run++) {
            List<WantedItem> wanted = sheet(random);
            List<LiveItem> before = new ArrayList<>();
            sheet(random).forEach(w -> before.add(live(w, random.nextInt(4) == 0)));
            Set<String> inSheet = new HashSet<>();
            wanted.forEach(w -> inSheet.add(w.key()));
            before.stream().filter(l -> random.nextBoolean()).forEach(l -> inSheet.add(l.key()));
            // An ad is in the sheet only while its row is.
            inSheet.removeIf(k -> k.contains("/") && !inSheet.contains(k.split("/")[0]));
            ChangeList list = ChangeList.between(wanted, before, inSheet::contains);
            Map<String, LiveItem> after = new HashMap<>();
            before.forEach(l -> after.put(l.key(), l));
            list.changes().forEach(c -> apply(c, wanted, after));
            for (WantedItem w : wanted) {
                LiveItem now = after.remove(w.key());
                assertThat(now.fields()).isEqualTo(w.fields());
                assertThat(now.paused()).isFalse();
            }
            assertThat(after.values()).allMatch(l -> l.paused() && inSheet.contains(l.key()));
        }
    }

    private static void apply(Change change, List<WantedItem> wanted, Map<String, LiveItem> at) {
        switch (change.action()) {
            case CREATE, CHANGE -> {
                WantedItem item = wanted.stream()
                        .filter(w -> w.key().equals(change.key()))
                        .findFirst()
                        .orElseThrow();
                LiveItem now = at.get(item.key());
                assertThat(item.parentKey() == null || at.containsKey(item.parentKey()))
                        .isTrue();
                at.put(item.key(), live(item, now != null && now.paused()));
            }
            case PAUSE, RESUME ->
                at.computeIfPresent(
                        change.key(),
                        (k, l) -> new LiveItem(
                                l.level(),
                                k,
                                l.parentKey(),
                                l.name(),
                                l.externalId(),
                                l.fields(),
                                change.action() == Action.PAUSE));
            case REMOVE ->
                at.values()
                        .removeIf(l ->
                                l.key().equals(change.key()) || change.key().equals(l.parentKey()));
        }
    }

    private static List<WantedItem> sheet(Random random) {
        List<WantedItem> items = new ArrayList<>(List.of(CAMPAIGN));
        for (int r = 0; r < 4; r++) {
            if (random.nextInt(3) == 0) {
                continue;
            }
            String row = "r" + r;
            items.add(new WantedItem(
                    Level.AD_GROUP, row, "c", row, Map.of("name", row, "money a day", "£" + random.nextInt(3))));
            for (int c = 0; c < 4; c++) {
                if (random.nextBoolean()) {
                    items.add(new WantedItem(
                            Level.AD,
                            row + "/" + c,
                            row,
                            row + c,
                            Map.of("name", row + c, "link", "" + random.nextInt(3))));
                }
            }
        }
        return items;
    }
}
