package app.tidewrack.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.creative.CopyCodes;
import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.naming.Token;
import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import app.tidewrack.core.plan.Budgeting.Basis;
import app.tidewrack.core.plan.PlanEdit.Applied;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.schedule.Flight;
import app.tidewrack.core.schedule.Hours;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collections;
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
    private static final Slice ON_PHONES =
            new Slice.Having(Variable.DEVICE, List.of(new Term(TermKind.DEVICE, "phone")), "phone");

    private int next;

    /** Whatever is done can be taken back step by step to the very same plan, and totals agree at every step. */
    @Test
    void everyEditIsTakenBackExactlyAndSumsAgreeThroughout() {
        for (int seed = 0; seed < 40; seed++) {
            Random random = new Random(seed);
            Plan plan = new Plan("p", "Plan", List.of());
            List<Plan> before = new ArrayList<>();
            List<PlanEdit> inverses = new ArrayList<>();
            List<PlanEdit> edits = new ArrayList<>();
            for (int step = 0; step < 120; step++) {
                PlanEdit edit = randomEdit(plan, random);
                Applied applied = edit.applyTo(plan);
                before.add(plan);
                inverses.add(applied.inverse());
                edits.add(edit);
                plan = applied.plan();
                plan.campaigns().forEach(PlanEditTest::requireSumsAgree);
            }
            Plan end = plan;
            for (int step = inverses.size() - 1; step >= 0; step--) {
                plan = inverses.get(step).applyTo(plan).plan();
                assertThat(plan).isEqualTo(before.get(step));
            }
            for (PlanEdit edit : edits) {
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
                plan = randomEdit(plan, random).applyTo(plan).plan();
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
            Plan after = randomEdit(plan, random).applyTo(plan).plan();
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

    private PlanEdit randomEdit(Plan plan, Random random) {
        if (plan.campaigns().isEmpty() || random.nextInt(25) == 0) {
            return new AddCampaign(
                    random.nextInt(plan.campaigns().size() + 1),
                    Campaign.empty(id(), "a", facts(1 + random.nextInt(40))));
        }
        Campaign c = plan.campaigns().get(random.nextInt(plan.campaigns().size()));
        if (c.rows().isEmpty()) {
            return newRow(c, 0, random);
        }
        if (c.columns().isEmpty()) {
            return newColumn(c, 0);
        }
        Row row = c.rows().get(random.nextInt(c.rows().size()));
        Column column = c.columns().get(random.nextInt(c.columns().size()));
        return switch (random.nextInt(17)) {
            case 0 -> new RemoveCampaign(c.id());
            case 1 -> new ChangeCampaign(c.id(), facts(1 + random.nextInt(30)));
            case 12 -> budgeted(c, random);
            case 13 ->
                new LockMoney(c.id(), some(c.rows().stream().map(Row::id).toList(), random), random.nextBoolean());
            case 14 ->
                new NarrowRows(
                        c.id(),
                        Map.of(
                                row.id(),
                                random.nextBoolean()
                                        ? Narrowing.NONE
                                        : row.narrowing().with(ON_PHONES)));
            case 2 -> newRow(c, random.nextInt(c.rows().size() + 1), random);
            case 3 -> new RemoveRows(c.id(), some(c.rows().stream().map(Row::id).toList(), random));
            case 4 -> new RenameRows(c.id(), Map.of(row.id(), "Row " + random.nextInt(1000)));
            case 5 ->
                c.rows().size() > 200
                        ? new RemoveRows(c.id(), List.of(row.id()))
                        : Copies.below(c, List.of(row.id()), 1 + random.nextInt(3), this::id);
            case 6 -> newColumn(c, random.nextInt(c.columns().size() + 1));
            case 7 -> new RemoveColumns(c.id(), List.of(column.id()));
            case 8 -> new SetRowMoney(c.id(), Map.of(row.id(), Money.ofMinor(random.nextInt(5000), "GBP")));
            case 9 -> intoAnother(plan, c, row);
            case 10 -> split(c, row, random);
            case 11 ->
                new SetDelivery(
                        c.id(),
                        Map.of(
                                row.id(),
                                row.delivery()
                                        .bidding(new Bid(
                                                BidStrategy.MAXIMUM, Money.ofMinor(1 + random.nextInt(90), "GBP")))
                                        .running(Pace.EVEN, Hours.daily(random.nextInt(9), 9 + random.nextInt(9)))));
            default ->
                new SwitchCells(
                        c.id(),
                        some(
                                c.rows().stream()
                                        .map(r -> new CellRef(r.id(), column.id()))
                                        .toList(),
                                random),
                        random.nextBoolean(),
                        random.nextBoolean() ? "" : "reason " + random.nextInt(3));
        };
    }

    private static PlanEdit budgeted(Campaign c, Random random) {
        Money shared = random.nextBoolean() ? null : Money.ofMinor(random.nextInt(90_000), "GBP");
        Basis basis = Basis.values()[random.nextInt(2)];
        return Budgeting.change(
                c, c.facts().budgeted(new Budgeting(basis, shared), c.facts().moneyPerRow()));
    }

    /** Going from money a day to lifetime money, and from shared money to each row's own, the same is spent. */
    @Test
    void anotherWayOfMoneySpendsTheSame() {
        Random random = new Random(17);
        for (int i = 0; i < 200; i++) {
            Plan plan = new Plan("p", "Plan", List.of(Campaign.empty("c", "a", facts(1 + random.nextInt(40)))));
            for (int step = 0; step < 12; step++) {
                Campaign c = plan.campaign("c");
                PlanEdit edit = step < 6 ? newRow(c, 0, random) : newColumn(c, 0);
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

    private PlanEdit intoAnother(Plan plan, Campaign c, Row row) {
        Campaign other = plan.campaigns().get(plan.campaigns().size() - 1);
        return other.columns().size() + c.columns().size() > Campaign.MOST_COLUMNS
                ? new RemoveCampaign(other.id())
                : Copies.into(c, List.of(row.id()), other, this::id);
    }

    private PlanEdit split(Campaign c, Row row, Random random) {
        Split split = new Split(
                List.of(
                        new Split.By(
                                Variable.GENDER,
                                List.of(new Slice.OfGender(Gender.WOMEN), new Slice.OfGender(Gender.MEN))),
                        new Split.By(
                                Variable.AGE,
                                Split.evenBands(new AgeRange(20, 59), 1 + random.nextInt(4)).stream()
                                        .map(a -> (Slice) new Slice.Aged(a))
                                        .toList())),
                random.nextBoolean() ? Split.Share.EACH : Split.Share.EQUAL);
        return c.rows().size() > 200 ? new RemoveRows(c.id(), List.of(row.id())) : split.of(c, row.id(), this::id);
    }

    private AddRows newRow(Campaign c, int position, Random random) {
        Row row = new Row(id(), "aud", "Row " + next, Money.ofMinor(random.nextInt(3000), "GBP"));
        return new AddRows(c.id(), List.of(new PlacedRow(position, row, Map.of())));
    }

    private AddColumns newColumn(Campaign c, int position) {
        return new AddColumns(c.id(), List.of(new PlacedColumn(position, new Column(id(), id()), Map.of())));
    }

    private static <T> List<T> some(List<T> from, Random random) {
        List<T> shuffled = new ArrayList<>(from);
        Collections.shuffle(shuffled, random);
        return shuffled.subList(0, 1 + random.nextInt(shuffled.size()));
    }

    private String id() {
        return "i" + next++;
    }

    private CampaignFacts facts(int days) {
        LocalDate start = LocalDate.parse("2027-03-09");
        return new CampaignFacts(
                "Campaign " + next++,
                "traffic",
                Temperature.COLD,
                Purpose.TESTING,
                new Flight(start, start.plusDays(days), ZoneId.of("Europe/London")),
                Money.ofMinor(1000, "GBP"));
    }

    /** Common practice: 6 audiences × 6 creatives is 36 ads; at 100 a day each row 600 a day; take 3 out, 33 are left. */
    @Test
    void sixBySixIsThirtySixAds() {
        Campaign campaign = Campaign.empty("c", "a", facts(7));
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
        Plan plan = new Plan("p", "Plan", List.of(Campaign.empty("c", "a", facts(7))));
        Row row = new Row("r", "aud", "Knitters", Money.ofMinor(1000, "GBP"));
        plan = new AddRows("c", List.of(new PlacedRow(0, row, Map.of())))
                .applyTo(plan)
                .plan();
        assertThat(new SetRowMoney("c", Map.of("r", Money.ofMinor(1200, "GBP")))
                        .applyTo(plan)
                        .words())
                .isEqualTo("budget £10.00 to £12.00");
        plan = Copies.below(plan.campaign("c"), List.of("r"), 2, this::id)
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
