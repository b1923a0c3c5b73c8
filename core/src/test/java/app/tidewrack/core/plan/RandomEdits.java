package app.tidewrack.core.plan;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import app.tidewrack.core.plan.Budgeting.Basis;
import app.tidewrack.core.schedule.Flight;
import app.tidewrack.core.schedule.Hours;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;

/** Edits of plans, one after another, for tests of whatever is done with edits. */
public final class RandomEdits {
    private static final Slice ON_PHONES =
            new Slice.Having(Variable.DEVICE, List.of(new Term(TermKind.DEVICE, "phone")), "phone");

    private int next;

    /** Something that can be done to a plan as it is; every kind of edit comes up. */
    public PlanEdit any(Plan plan, Random random) {
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

    AddRows newRow(Campaign c, int position, Random random) {
        Row row = new Row(id(), "aud", "Row " + next, Money.ofMinor(random.nextInt(3000), "GBP"));
        return new AddRows(c.id(), List.of(new PlacedRow(position, row, Map.of())));
    }

    AddColumns newColumn(Campaign c, int position) {
        return new AddColumns(c.id(), List.of(new PlacedColumn(position, new Column(id(), id()), Map.of())));
    }

    private static <T> List<T> some(List<T> from, Random random) {
        List<T> shuffled = new ArrayList<>(from);
        Collections.shuffle(shuffled, random);
        return shuffled.subList(0, 1 + random.nextInt(shuffled.size()));
    }

    String id() {
        return "i" + next++;
    }

    CampaignFacts facts(int days) {
        LocalDate start = LocalDate.parse("2027-03-09");
        return new CampaignFacts(
                "Campaign " + next++,
                "traffic",
                Temperature.COLD,
                Purpose.TESTING,
                new Flight(start, start.plusDays(days), ZoneId.of("Europe/London")),
                Money.ofMinor(1000, "GBP"));
    }
}
