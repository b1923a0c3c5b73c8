package app.tidewrack.core.launch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.launch.LiveItem.Standing;
import app.tidewrack.core.launch.Told.AdTold;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.Budgeting;
import app.tidewrack.core.plan.Budgeting.Basis;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.plan.PlanEdit;
import app.tidewrack.core.refusal.Refusal;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

class DriftTest {
    private static final Budgeting SHARED = new Budgeting(Basis.DAILY, Money.ofMinor(5000, "GBP"));

    private static final AdTold AD_AS_SENT =
            new AdTold("A", List.of("Mend it."), List.of("Mend"), "https://a.example/?n=HS");

    private static LiveItem left(ItemKey key, Settings settings) {
        return LiveItem.asLeft(key, "x", settings, false);
    }

    /** A network that tells what we sent has changed nothing; of an ad it tells a part, and the rest is as it was. */
    @Test
    void whatIsToldAsItWasSentIsNoDrift() {
        assertThat(left(Items.AD_KEY, Items.AD).told(AD_AS_SENT, false)).isEqualTo(left(Items.AD_KEY, Items.AD));
        assertThat(left(Items.ROW_KEY, Items.GROUP).told(Items.GROUP, false).drift())
                .isEmpty();
        LiveItem other = left(Items.AD_KEY, Items.AD)
                .told(new AdTold("A", List.of("Buy."), List.of("Mend"), "https://a.example/?n=HS"), true);
        assertThat(other.drift()).containsExactly(Field.BODIES, Field.STATE);
        assertThat(other.told(AD_AS_SENT, false).drift()).as("put back there").isEmpty();
        assertThat(other.gone().drift()).containsExactly(Field.PRESENCE);
        assertThatThrownBy(() -> left(Items.ROW_KEY, Items.GROUP).told(AD_AS_SENT, false))
                .hasMessageContaining("AD_GROUP cannot be told");
    }

    static Stream<Arguments> taking() {
        LiveItem group = left(Items.ROW_KEY, Items.GROUP);
        LiveItem campaign = left(Items.CAMPAIGN_KEY, Items.CAMPAIGN);
        LiveItem dearer = group.told(Items.GROUP.with(Items.pounds(Basis.DAILY, 1700)), false);
        LiveItem whole = group.told(Items.GROUP.with(Items.pounds(Basis.LIFETIME, 9000)), false);
        LiveItem none = group.told(Items.GROUP.with(null), false);
        LiveItem pot = campaign.told(Items.CAMPAIGN.with(Items.pounds(Basis.DAILY, 6000)), false);
        LiveItem ad = left(Items.AD_KEY, Items.AD);
        LiveItem elsewhere = left(ItemKey.group("c", "gone"), Items.GROUP)
                .told(Items.GROUP.with(Items.pounds(Basis.DAILY, 1700)), true);
        return Stream.of(
                Arguments.of(dearer, Field.MONEY_A_DAY, Budgeting.USUAL, true, "budget £10.00 to £17.00"),
                Arguments.of(dearer, Field.MONEY_A_DAY, SHARED, false, ""),
                Arguments.of(whole, Field.MONEY_FOR_FLIGHT, Budgeting.USUAL, false, ""),
                Arguments.of(whole, Field.MONEY_A_DAY, Budgeting.USUAL, false, ""),
                Arguments.of(none, Field.MONEY_A_DAY, Budgeting.USUAL, false, ""),
                Arguments.of(pot, Field.MONEY_A_DAY, SHARED, true, "shared money of Kits £60.00"),
                Arguments.of(pot, Field.MONEY_A_DAY, Budgeting.USUAL, false, ""),
                Arguments.of(ad.told(AD_AS_SENT, true), Field.STATE, SHARED, true, "exclude 1 ad"),
                Arguments.of(group.told(Items.GROUP, true), Field.STATE, SHARED, true, "exclude 2 ads"),
                Arguments.of(campaign.told(Items.CAMPAIGN, true), Field.STATE, SHARED, false, ""),
                Arguments.of(ad.gone(), Field.PRESENCE, SHARED, true, "exclude 1 ad"),
                Arguments.of(campaign.gone(), Field.PRESENCE, SHARED, false, ""),
                Arguments.of(elsewhere, Field.MONEY_A_DAY, Budgeting.USUAL, true, ""),
                Arguments.of(elsewhere, Field.STATE, Budgeting.USUAL, true, ""),
                Arguments.of(
                        group.told(
                                new GroupSettings(
                                        "Theirs",
                                        Items.GROUP.budget(),
                                        Items.GROUP.audience(),
                                        List.of(),
                                        null,
                                        null,
                                        Items.GROUP.bid(),
                                        Items.GROUP.pace(),
                                        Items.GROUP.hours(),
                                        Map.of()),
                                false),
                        Field.NAME,
                        Budgeting.USUAL,
                        false,
                        ""));
    }

    /** What can be taken over becomes an edit, and is no drift any more; what cannot is refused. */
    @ParameterizedTest
    @MethodSource("taking")
    void thePlanTakesOverWhatItCanSay(LiveItem item, Field field, Budgeting budgeting, boolean can, String words) {
        Campaign campaign = Items.sheet(1, 2, budgeting);
        Drift drift = Drift.of(item).filter(d -> d.field() == field).findFirst().orElseThrow();
        assertThat(drift.canTakeOver(campaign)).isEqualTo(can);
        if (!can) {
            assertThatThrownBy(() -> drift.edit(campaign))
                    .isInstanceOf(Refusal.class)
                    .hasMessageContaining(field.words());
            return;
        }
        Plan plan = new Plan("p", "Plan", List.of(campaign));
        String done = drift.edit(campaign).map(e -> e.applyTo(plan).words()).orElse("");
        assertThat(done).contains(words).matches(d -> words.isEmpty() == d.isEmpty());
        assertThat(drift.takenOver().drift()).doesNotContain(field);
    }

    @Test
    void lockedMoneyIsNotTakenOver() {
        Campaign campaign = Items.sheet(1, 1, Budgeting.USUAL).mapRows(r -> r.locked(true));
        LiveItem dearer =
                left(Items.ROW_KEY, Items.GROUP).told(Items.GROUP.with(Items.pounds(Basis.DAILY, 1700)), false);
        assertThatThrownBy(() -> new Drift(dearer, Field.MONEY_A_DAY).edit(campaign))
                .hasMessageContaining("locked");
    }

    /** Whatever others do to money, rows and ads: once all that can be is taken over, no launch is left but for the rest. */
    @Test
    void afterTakingOverThePlanWantsWhatIsThere() {
        for (int seed = 0; seed < 200; seed++) {
            Random random = new Random(seed);
            Campaign campaign = Items.sheet(3, 2, Budgeting.USUAL);
            List<LiveItem> changed = ChangeListTest.live(ChangeListTest.wanted(campaign)).stream()
                    .map(l -> tampered(l, random))
                    .toList();
            Plan plan = new Plan("p", "Plan", List.of(campaign));
            for (LiveItem item : changed) {
                for (Drift drift :
                        Drift.of(item).filter(d -> d.canTakeOver(campaign)).toList()) {
                    PlanEdit edit = drift.edit(plan.campaign("c")).orElse(null);
                    plan = edit == null ? plan : edit.applyTo(plan).plan();
                }
            }
            Campaign taken = plan.campaign("c");
            List<LiveItem> there = changed.stream().filter(l -> l.now().there()).toList();
            assertThat(ChangeList.between(taken, ChangeListTest.wanted(taken), there).changes().stream()
                            .filter(c -> c.level() != Level.CAMPAIGN))
                    .as("seed %d", seed)
                    // A row that was paused or gone takes its ads along, which are paused where they still run.
                    .allMatch(c -> c.action() == Change.Action.PAUSE);
        }
    }

    private static LiveItem tampered(LiveItem item, Random random) {
        Settings now = item.now().settings();
        return switch (random.nextInt(4)) {
            case 0 ->
                now instanceof GroupSettings g
                        ? item.told(g.with(Items.pounds(Basis.DAILY, 500 + random.nextInt(2000))), false)
                        : item;
            case 1 ->
                item.key().level() == Level.CAMPAIGN
                        ? item
                        : new LiveItem(item.key(), "x", new Standing(now, true, true), item.left());
            case 2 -> item.key().level() == Level.AD ? item.gone() : item;
            default -> item;
        };
    }

    @Test
    void moneyADayOnTheNetworkLeavesOutWhatStandsStill() {
        LiveItem campaign = left(Items.CAMPAIGN_KEY, Items.CAMPAIGN.with(null));
        LiveItem daily = left(Items.ROW_KEY, Items.GROUP);
        LiveItem whole = left(ItemKey.group("c", "r1"), Items.GROUP.with(Items.pounds(Basis.LIFETIME, 7010)));
        LiveItem still = left(ItemKey.group("c", "r2"), Items.GROUP).told(Items.GROUP, true);
        Money pounds = LiveItem.daily(
                List.of(campaign, daily, whole, still), Money.ofMinor(0, "GBP").currency());
        // 10.00 a day and 70.10 over 7 days, 10.01 a day.
        assertThat(pounds).isEqualTo(Money.ofMinor(2001, "GBP"));
    }
}
