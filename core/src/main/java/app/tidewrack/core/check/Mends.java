package app.tidewrack.core.check;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.Rulebook.Choice;
import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.core.plan.Bid;
import app.tidewrack.core.plan.Budgeting;
import app.tidewrack.core.plan.Budgeting.Basis;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.CellRef;
import app.tidewrack.core.plan.ChangeCampaign;
import app.tidewrack.core.plan.Delivery;
import app.tidewrack.core.plan.Labels;
import app.tidewrack.core.plan.PlanEdit;
import app.tidewrack.core.plan.RenameRows;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.plan.SetDelivery;
import app.tidewrack.core.plan.SetRowMoney;
import app.tidewrack.core.plan.Showing;
import app.tidewrack.core.plan.Showing.How;
import app.tidewrack.core.plan.SwitchCells;
import app.tidewrack.core.schedule.Flight;
import app.tidewrack.core.schedule.Hours;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Edits that mend findings with one key: only where there is one plain way, it stays in the plan, nobody is reached or charged
 * in a way that the sheet does not show, and no locked money changes.
 */
public final class Mends {
    /** Rules that something may be done about. */
    private static final Set<String> RULES = Set.of(
            "money.under-lowest",
            "money.lifetime-not-taken",
            "money.level-not-taken",
            "test.shared-money",
            "test.uneven-money",
            "schedule.start-past",
            "schedule.too-long",
            "schedule.hours-not-offered",
            "schedule.no-hours",
            "schedule.pace-not-offered",
            "bid.goal-not-offered",
            "bid.charge-not-paired",
            "bid.strategy-not-offered",
            "bid.under-lowest",
            "bid.too-low-to-deliver",
            "account.switch-not-offered",
            "placement.not-offered",
            "placement.format-not-shown",
            "name.clash");

    private Mends() {}

    /** The edit after which the finding is gone; empty where a person has to decide. */
    public static Optional<PlanEdit> edit(Situation s, Finding finding) {
        return Optional.ofNullable(edit(s, finding.rule(), finding.place()));
    }

    static @Nullable PlanEdit edit(Situation s, String rule, Place place) {
        if (!RULES.contains(rule)) {
            return null;
        }
        CampaignFacts facts = s.campaign().facts();
        Budgeting budgeting = facts.budgeting();
        Row row = place.rowId() == null ? null : s.campaign().row(place.rowId());
        Delivery delivery = row == null ? Delivery.USUAL : row.delivery();
        return switch (rule) {
            case "money.under-lowest" -> toLowest(s, row);
            case "money.lifetime-not-taken" ->
                budgeted(
                        s,
                        new Budgeting(Basis.DAILY, perDay(budgeting.shared(), facts)),
                        budgeting.daily(facts.moneyPerRow(), facts.flight()));
            case "money.level-not-taken", "test.shared-money" ->
                budgeting.forCampaign()
                        ? budgeted(s, new Budgeting(budgeting.basis(), null), facts.moneyPerRow())
                        : null;
            case "test.uneven-money" -> evened(s);
            case "schedule.start-past" -> today(s);
            case "schedule.too-long" -> {
                LocalDate start = facts.flight().start();
                yield flight(s, start, start.plusDays(s.rulebook().schedule().mostDays()));
            }
            case "bid.goal-not-offered" -> delivered(s, row, delivery.seeking(null, null));
            case "bid.charge-not-paired" -> delivered(s, row, delivery.seeking(delivery.goal(), null));
            case "bid.strategy-not-offered" -> delivered(s, row, delivery.bidding(Bid.AUTOMATIC));
            case "bid.under-lowest" ->
                s.rulebook()
                        .money(facts.moneyPerRow().currency())
                        .map(m -> bidding(s, row, m.lowestBidMinor()))
                        .orElse(null);
            case "bid.too-low-to-deliver" ->
                row == null ? null : bidding(s, row, s.prices().get(row.id()).suggestedMinor());
            case "schedule.hours-not-offered", "schedule.no-hours" ->
                delivered(s, row, delivery.running(delivery.pace(), Hours.ALL));
            case "schedule.pace-not-offered" -> delivered(s, row, delivery.running(Pace.EVEN, delivery.hours()));
            case "account.switch-not-offered" -> delivered(s, row, delivery.switched(known(s, delivery)));
            case "placement.not-offered" -> placed(s, row);
            case "placement.format-not-shown" ->
                new SwitchCells(
                        s.campaign().id(),
                        List.of(new CellRef(place.rowId(), place.columnId())),
                        false,
                        "not shown where the row keeps to");
            case "name.clash" -> renamed(s, row);
            default -> null;
        };
    }

    private static @Nullable Money perDay(@Nullable Money shared, CampaignFacts facts) {
        return shared == null ? null : facts.budgeting().daily(shared, facts.flight());
    }

    private static PlanEdit budgeted(Situation s, Budgeting budgeting, Money start) {
        return Budgeting.change(s.campaign(), s.campaign().facts().budgeted(budgeting, start));
    }

    private static @Nullable PlanEdit toLowest(Situation s, @Nullable Row row) {
        CampaignFacts facts = s.campaign().facts();
        Money lowest = s.lowestDaily()
                .map(m -> facts.budgeting().forFlight() ? m.times(facts.flight().days()) : m)
                .orElse(null);
        if (lowest == null || row != null && row.locked()) {
            return null;
        }
        return row == null
                ? budgeted(s, new Budgeting(facts.budgeting().basis(), lowest), facts.moneyPerRow())
                : new SetRowMoney(s.campaign().id(), Map.of(row.id(), lowest));
    }

    /** The same for each row that spends, rounded down, so that no more is spent than now. */
    private static @Nullable PlanEdit evened(Situation s) {
        List<Row> rows = s.spendingRows();
        if (rows.stream().anyMatch(Row::locked)) {
            return null;
        }
        Money sum = Money.sum(
                rows.get(0).money().currency(), rows.stream().map(Row::money).toList());
        Money each = new Money(sum.minor() / rows.size(), sum.currency());
        Map<String, Money> money = new LinkedHashMap<>();
        rows.forEach(r -> money.put(r.id(), each));
        return new SetRowMoney(s.campaign().id(), money);
    }

    /** From today; to the same last day, or as many days as before where that is over. */
    private static PlanEdit today(Situation s) {
        Flight flight = s.campaign().facts().flight();
        return flight(
                s,
                s.today(),
                flight.end().isAfter(s.today()) ? flight.end() : s.today().plusDays(flight.days()));
    }

    private static PlanEdit flight(Situation s, LocalDate start, LocalDate end) {
        CampaignFacts f = s.campaign().facts();
        return new ChangeCampaign(
                s.campaign().id(), f.flying(new Flight(start, end, f.flight().zone())));
    }

    private static @Nullable PlanEdit delivered(Situation s, @Nullable Row row, Delivery delivery) {
        return row == null ? null : new SetDelivery(s.campaign().id(), Map.of(row.id(), delivery));
    }

    private static @Nullable PlanEdit bidding(Situation s, @Nullable Row row, long minor) {
        if (row == null) {
            return null;
        }
        Bid bid = new Bid(
                row.delivery().bid().strategy(), new Money(minor, row.money().currency()));
        return delivered(s, row, row.delivery().bidding(bid));
    }

    private static Map<String, Boolean> known(Situation s, Delivery delivery) {
        List<String> offered =
                s.rulebook().switches().stream().map(Choice::code).toList();
        Map<String, Boolean> known = new HashMap<>(delivery.switches());
        known.keySet().retainAll(offered);
        return known;
    }

    /** Without placements that are not there; a row that a split keeps to one has to be decided by a person. */
    private static @Nullable PlanEdit placed(Situation s, @Nullable Row row) {
        if (row == null || !row.narrowing().placements().isEmpty()) {
            return null;
        }
        List<String> there = row.delivery().showing().codes().stream()
                .filter(c -> s.rulebook().placement(c).isPresent())
                .toList();
        Showing showing = there.isEmpty() ? Showing.USUAL : new Showing(How.CHOSEN, there);
        return delivered(s, row, row.delivery().shown(showing));
    }

    private static @Nullable PlanEdit renamed(Situation s, @Nullable Row row) {
        if (row == null) {
            return null;
        }
        Labels labels = new Labels(s.campaign().rows().stream().map(Row::label).collect(Collectors.toSet()));
        return new RenameRows(s.campaign().id(), Map.of(row.id(), labels.numbered(row.label())));
    }
}
