package app.tidewrack.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.creative.CopyCodes;
import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.naming.Token;
import app.tidewrack.core.plan.Budgeting.Basis;
import app.tidewrack.core.plan.PlanEdit.Applied;
import app.tidewrack.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class PlanEditTest {
    private static final Currency GBP = Currency.getInstance("GBP");
    private final RandomEdits edits = new RandomEdits();

    /** Whatever is done can be taken back step by step to the very same plan, and totals agree at every step. */
    @Test
    void everyEditIsTakenBackExactlyAndSumsAgreeThroughout() {
        for (int seed = 0; seed < 40; seed++) {
            Random random = new Random(seed);
            Plan plan = new Plan("p", "Plan", List.of());
            List<Plan> before = new ArrayList<>();
            List<PlanEdit> inverses = new ArrayList<>();
            List<PlanEdit> done = new ArrayList<>();
            for (int step = 0; step < 120; step++) {
                PlanEdit edit = edits.any(plan, random);
                Applied applied = edit.applyTo(plan);
                before.add(plan);
                inverses.add(applied.inverse());
                done.add(edit);
                plan = applied.plan();
                plan.campaigns().forEach(PlanEditTest::requireSumsAgree);
            }
            Plan end = plan;
            for (int step = inverses.size() - 1; step >= 0; step--) {
                plan = inverses.get(step).applyTo(plan).plan();
                assertThat(plan).isEqualTo(before.get(step));
            }
            for (PlanEdit edit : done) {
                plan = edit.applyTo(plan).plan();
            }
            assertThat(plan).isEqualTo(end);
        }
    }

    /** After an edit only rows are named again in which something changed; nobody can tell. */
    @Test
    void namesTakenOverAreThoseMadeAnew() {
        for (int seed = 0; seed < 20; seed++) {
            Random random = new Random(seed);
            Plan plan = new Plan("p", "Plan", List.of());
            Map<String, PlanNames> before = new HashMap<>();
            for (int step = 0; step < 80; step++) {
                plan = edits.any(plan, random).applyTo(plan).plan();
                // Now and then an audience is called otherwise, or widened.
                PlanNames.Words words = words(step / 7);
                for (Campaign campaign : plan.campaigns()) {
                    PlanNames anew = PlanNames.of(campaign, words);
                    PlanNames over = PlanNames.of(campaign, words, before.put(campaign.id(), anew));
                    assertThat(over).as("seed %d, step %d", seed, step).isEqualTo(anew);
                    assertThat(List.of(over.campaign(), over.rows(), over.ads(), over.tails(), over.wanting()))
                            .isEqualTo(List.of(anew.campaign(), anew.rows(), anew.ads(), anew.tails(), anew.wanting()));
                    before.put(campaign.id(), over);
                }
            }
        }
    }

    private static PlanNames.Words words(int time) {
        return new PlanNames.Words(
                NamingScheme.USUAL,
                Map.of(Token.NETWORK, "HS", Token.NETWORK_NAME, "Hearthside"),
                id -> AudienceDefinition.everyoneIn("GB")
                        .aged(new AgeRange(18 + Math.floorMod(id.hashCode() + time, 5), 60)),
                id -> id + (Math.floorMod(id.hashCode(), 3) == time % 3 ? " anew" : ""),
                id -> new Creative(
                        id,
                        "Sock " + id,
                        "single-picture",
                        List.of(),
                        List.of("Body"),
                        List.of("Headline"),
                        List.of(),
                        List.of(),
                        "https://a.example",
                        "",
                        "",
                        List.of(),
                        null,
                        null,
                        null),
                CopyCodes.NONE);
    }

    private static void requireSumsAgree(Campaign campaign) {
        PlanTotals totals = PlanTotals.of(campaign);
        List<Money> cells = totals.cells().values().stream()
                .flatMap(List::stream)
                .filter(Objects::nonNull)
                .toList();
        assertThat(Money.sum(GBP, cells))
                .isEqualTo(Money.sum(GBP, totals.rows().values()))
                .isEqualTo(Money.sum(GBP, totals.columns().values()))
                .isEqualTo(campaign.facts().budgeting().forFlight() ? totals.flight() : totals.daily());
        int days = campaign.facts().flight().days();
        long over = totals.flight().minor() - totals.daily().minor() * days;
        assertThat(Math.abs(over))
                .isLessThanOrEqualTo(campaign.facts().budgeting().forFlight() ? (days + 1) / 2 : 0);
        assertThat(totals.ads()).isEqualTo(cells.size());
    }

    /** What the diff says is enough to make the stored state equal the new plan. */
    @Test
    void theDiffNamesAllThatChangedAndNothingElse() {
        Random random = new Random(99);
        Plan plan = new Plan("p", "Plan", List.of());
        for (int step = 0; step < 400; step++) {
            Plan after = edits.any(plan, random).applyTo(plan).plan();
            PlanDiff diff = PlanDiff.between(plan, after);
            Map<String, Row> rows = rows(plan);
            diff.removedRows().forEach(rows::remove);
            diff.rows().forEach(p -> rows.put(p.item().id(), p.item()));
            assertThat(rows).isEqualTo(rows(after));
            Map<CellRef, String> off = off(plan);
            off.keySet().removeAll(diff.switchedOn());
            off.putAll(diff.switchedOff());
            assertThat(off).isEqualTo(off(after));
            assertThat(PlanDiff.between(after, after))
                    .isEqualTo(new PlanDiff(
                            List.of(), List.of(), List.of(), List.of(), List.of(), List.of(), Map.of(), Set.of()));
            plan = after;
        }
    }

    private static Map<String, Row> rows(Plan plan) {
        Map<String, Row> rows = new LinkedHashMap<>();
        plan.campaigns().forEach(c -> c.rows().forEach(r -> rows.put(r.id(), r)));
        return rows;
    }

    private static Map<CellRef, String> off(Plan plan) {
        return plan.campaigns().stream()
                .flatMap(c -> c.off().entrySet().stream())
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
    }

    /** Going from money a day to lifetime money, and from shared money to each row's own, the same is spent. */
    @Test
    void anotherWayOfMoneySpendsTheSame() {
        Random random = new Random(17);
        for (int i = 0; i < 200; i++) {
            Plan plan = new Plan("p", "Plan", List.of(Campaign.empty("c", "a", edits.facts(1 + random.nextInt(40)))));
            for (int step = 0; step < 12; step++) {
                Campaign c = plan.campaign("c");
                PlanEdit edit = step < 6 ? edits.newRow(c, 0, random) : edits.newColumn(c, 0);
                plan = edit.applyTo(plan).plan();
            }
            Money daily = PlanTotals.of(plan.campaign("c")).daily();
            Money flight = PlanTotals.of(plan.campaign("c")).flight();
            plan = to(plan, new Budgeting(Basis.DAILY, daily));
            assertThat(PlanTotals.of(plan.campaign("c")).flight()).isEqualTo(flight);
            plan = to(plan, new Budgeting(Basis.LIFETIME, flight));
            assertThat(PlanTotals.of(plan.campaign("c")).flight()).isEqualTo(flight);
            plan = to(plan, new Budgeting(Basis.LIFETIME, null));
            assertThat(PlanTotals.of(plan.campaign("c")).flight()).isEqualTo(flight);
            plan = to(plan, Budgeting.USUAL);
            assertThat(PlanTotals.of(plan.campaign("c")).daily()).isEqualTo(daily);
        }
    }

    private static Plan to(Plan plan, Budgeting budgeting) {
        CampaignFacts facts = plan.campaign("c").facts();
        return Budgeting.change(plan.campaign("c"), facts.budgeted(budgeting, facts.moneyPerRow()))
                .applyTo(plan)
                .plan();
    }

    /** Common practice: 6 audiences × 6 creatives is 36 ads; at 100 a day each row 600 a day; take 3 out, 33 are left. */
    @Test
    void sixBySixIsThirtySixAds() {
        Campaign campaign = Campaign.empty("c", "a", edits.facts(7));
        Plan plan = new Plan("p", "Plan", List.of(campaign));
        for (int i = 0; i < 6; i++) {
            Row row = new Row("r" + i, "aud", "Row " + i, Money.ofMinor(10_000, "GBP"));
            plan = new AddRows("c", List.of(new PlacedRow(i, row, Map.of())))
                    .applyTo(plan)
                    .plan();
            plan = new AddColumns("c", List.of(new PlacedColumn(i, new Column("k" + i, "cr" + i), Map.of())))
                    .applyTo(plan)
                    .plan();
        }
        assertThat(PlanTotals.of(plan.campaign("c")).ads()).isEqualTo(36);
        assertThat(PlanTotals.of(plan.campaign("c")).daily()).hasToString("£600.00");
        Applied off = new SwitchCells(
                        "c",
                        List.of(new CellRef("r0", "k0"), new CellRef("r0", "k1"), new CellRef("r5", "k5")),
                        false,
                        "")
                .applyTo(plan);
        assertThat(off.words()).isEqualTo("switch 3 ads off");
        assertThat(PlanTotals.of(off.plan().campaign("c")).ads()).isEqualTo(33);
        assertThat(PlanTotals.of(off.plan().campaign("c")).flight()).hasToString("£4,200.00");
    }

    @Test
    void undoIsNamedAndCopiesGetANameOfTheirOwn() {
        Plan plan = new Plan("p", "Plan", List.of(Campaign.empty("c", "a", edits.facts(7))));
        Row row = new Row("r", "aud", "Knitters", Money.ofMinor(1000, "GBP"));
        plan = new AddRows("c", List.of(new PlacedRow(0, row, Map.of())))
                .applyTo(plan)
                .plan();
        assertThat(new SetRowMoney("c", Map.of("r", Money.ofMinor(1200, "GBP")))
                        .applyTo(plan)
                        .words())
                .isEqualTo("budget £10.00 to £12.00");
        plan = Copies.below(plan.campaign("c"), List.of("r"), 2, edits::id)
                .applyTo(plan)
                .plan();
        assertThat(plan.campaign("c").rows())
                .extracting(Row::label)
                .containsExactly("Knitters", "Knitters 2", "Knitters 3");
        Plan now = plan;
        assertThatThrownBy(() -> new SetRowMoney("c", Map.of("gone", Money.ofMinor(1, "GBP"))).applyTo(now))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("no row gone");
        assertThatThrownBy(() -> new SetRowMoney("c", Map.of("r", Money.ofMinor(1, "EUR"))).applyTo(now))
                .hasMessageContaining("pays in GBP, not EUR");
    }
}
