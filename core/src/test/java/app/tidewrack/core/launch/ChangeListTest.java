package app.tidewrack.core.launch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.plan.Budgeting;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CellRef;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

class ChangeListTest {
    private static final Campaign SHEET = Items.sheet(2, 2, Budgeting.USUAL);

    /** The items of a sheet, all alike but for their names and the money of rows. */
    static List<WantedItem> wanted(Campaign campaign) {
        List<WantedItem> items = new ArrayList<>();
        items.add(new WantedItem(ItemKey.campaign("c"), Items.CAMPAIGN));
        for (Row row : campaign.rows()) {
            if (!campaign.hasAds(row.id())) {
                continue;
            }
            Budget money = new Budget(campaign.facts().budgeting().basis(), row.money());
            items.add(new WantedItem(ItemKey.group("c", row.id()), Items.GROUP.with(money)));
            campaign.onColumns(row.id())
                    .forEach(c -> items.add(new WantedItem(
                            new ItemKey("c", row.id(), c.id()),
                            new AdSettings(row.id() + c.id(), Items.AD.creative()))));
        }
        return items;
    }

    static List<LiveItem> live(List<WantedItem> items) {
        return items.stream()
                .map(w -> LiveItem.asLeft(w.key(), "x" + w.key().text(), w.settings(), false))
                .toList();
    }

    private static List<String> told(ChangeList list) {
        return list.changes().stream()
                .map(c -> c.action() + " " + c.key().text())
                .toList();
    }

    @Test
    void createsInTheOrderOfDependenceAndThenNothing() {
        ChangeList first = ChangeList.between(SHEET, wanted(SHEET), List.of());
        assertThat(first.changes()).extracting(Change::level).isSorted();
        assertThat(first.changes())
                .filteredOn(c -> c.action() == Action.CREATE && c.level() == Level.AD)
                .hasSize(4);
        assertThat(ChangeList.between(SHEET, wanted(SHEET), live(wanted(SHEET))).changes())
                .isEmpty();
    }

    @Test
    void changesPausesAndResumesWhatIsThere() {
        Campaign richer = SHEET.mapRows(r -> r.id().equals("r0")
                        ? r.paid(Items.pounds(Budgeting.Basis.DAILY, 1200).money())
                        : r)
                .withOff(Map.of(new CellRef("r1", "k1"), ""));
        List<LiveItem> live = new ArrayList<>(live(wanted(SHEET)));
        live.replaceAll(l -> l.key().equals(Items.AD_KEY)
                ? LiveItem.asLeft(l.key(), l.externalId(), l.now().settings(), true)
                : l);
        ChangeList list = ChangeList.between(richer, wanted(richer), live);
        assertThat(told(list)).containsExactly("CHANGE r0", "RESUME r0/k0", "PAUSE r1/k1");
        assertThat(list.changes().get(0).fields()).containsExactly(Field.MONEY_A_DAY);
        assertThat(list.changes().get(1).fields()).isEmpty();
    }

    @Test
    void removesWhatLeftTheSheetAndWhatBelongsToItOnlyOnce() {
        Campaign left = SHEET.withRows(SHEET.rows().subList(0, 1));
        ChangeList list = ChangeList.between(left, wanted(left), live(wanted(SHEET)));
        assertThat(told(list)).containsExactly("REMOVE r1");
        assertThat(list.changes().get(0).belonging()).isEqualTo(2);
    }

    @Test
    void aPartComesWithTheCreationsThatItNeeds() {
        ChangeList all = ChangeList.between(SHEET, wanted(SHEET), List.of());
        assertThat(told(all.chosen(Set.of("r1/k0")))).containsExactly("CREATE c", "CREATE r1", "CREATE r1/k0");
        List<LiveItem> campaignOnly = live(wanted(SHEET).subList(0, 1));
        assertThat(told(ChangeList.between(SHEET, wanted(SHEET), campaignOnly).chosen(Set.of("r1/k0", "r0"))))
                .containsExactly("CREATE r0", "CREATE r1", "CREATE r1/k0");
        assertThatThrownBy(() -> all.chosen(Set.of("x/y")))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("Nothing changes of x/y");
        assertThatThrownBy(() -> all.chosen(Set.of())).hasMessageContaining("No change was chosen");
    }

    /** Doing what the list says leaves the network as the plan wants it, whatever was there before. */
    @Test
    void whatIsDoneByTheListIsWhatIsWanted() {
        Random random = new Random(11);
        for (int run = 0; run < 300; run++) {
            Campaign sheet = sheet(random);
            List<LiveItem> before = new ArrayList<>(live(wanted(sheet(random))));
            before.replaceAll(l -> random.nextInt(4) == 0
                    ? LiveItem.asLeft(l.key(), l.externalId(), l.now().settings(), true)
                    : l);
            List<WantedItem> wanted = wanted(sheet);
            Map<ItemKey, LiveItem> after = new HashMap<>();
            before.forEach(l -> after.put(l.key(), l));
            ChangeList.between(sheet, wanted, before).changes().forEach(c -> apply(c, after));
            for (WantedItem w : wanted) {
                LiveItem now = after.remove(w.key());
                assertThat(now.now().settings()).isEqualTo(w.settings());
                assertThat(now.now().paused()).isFalse();
            }
            assertThat(after.values()).allMatch(l -> l.now().paused() && l.key().in(sheet));
        }
    }

    private static void apply(Change change, Map<ItemKey, LiveItem> at) {
        ItemKey key = change.key();
        LiveItem now = at.get(key);
        switch (change.action()) {
            case CREATE, CHANGE -> {
                assertThat(key.parent().isEmpty() || at.containsKey(key.parent().get()))
                        .isTrue();
                boolean paused = now != null && now.now().paused();
                at.put(key, LiveItem.asLeft(key, "x", change.settings(), paused));
            }
            case PAUSE, RESUME ->
                at.put(key, LiveItem.asLeft(key, "x", now.now().settings(), change.action() == Action.PAUSE));
            case REMOVE ->
                at.keySet()
                        .removeIf(k ->
                                k.equals(key) || k.parent().filter(key::equals).isPresent());
        }
    }

    /** Some of four rows and columns, each row with money of its own, some cells off. */
    private static Campaign sheet(Random random) {
        Campaign all = Items.sheet(4, 4, Budgeting.USUAL);
        Map<CellRef, String> off = new HashMap<>();
        List<Row> rows = all.rows().stream()
                .filter(r -> random.nextInt(3) > 0)
                .map(r -> r.paid(Items.pounds(Budgeting.Basis.DAILY, 500 + 100 * random.nextInt(3))
                        .money()))
                .toList();
        rows.forEach(r -> all.columns().stream()
                .filter(c -> random.nextBoolean())
                .forEach(c -> off.put(new CellRef(r.id(), c.id()), "")));
        return all.withRows(rows).withOff(off);
    }
}
