package app.tidewrack.core.check;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.Rulebook.Choice;
import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.core.plan.Bid;
import app.tidewrack.core.plan.Budgeting;
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
import app.tidewrack.core.plan.Spread;
import app.tidewrack.core.plan.SwitchCells;
import app.tidewrack.core.plan.Together;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.schedule.Flight;
import app.tidewrack.core.schedule.Hours;
import java.time.LocalDate;
import java.util.Currency;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Edits that mend findings with one key: only where there is one plain way, it stays in the plan, nobody is reached or charged
 * in a way that the sheet does not show, and no locked money changes.
 */
public final class Mends {
    private Mends() {}

    /** The edit after which the finding is gone; empty where a person has to decide. */
    public static Optional<PlanEdit> edit(Situation s, Finding finding) {
        return Optional.ofNullable(edit(s, finding.rule(), finding.place()));
    }

    /**
     * One edit that mends what one rule found, all of it or at one row or ad.
     *
     * @param rowId null for all
     * @param columnId of an ad of the row; null for the row itself
     * @throws Refusal (field {@code rule}) when nothing of it can be mended with one key
     */
    public static PlanEdit all(Checks checks, String rule, @Nullable String rowId, @Nullable String columnId) {
        List<PlanEdit> edits = checks.findings().stream()
                .filter(f -> f.rule().equals(rule))
                .filter(f -> rowId == null
                        || rowId.equals(f.place().rowId())
                                && Objects.equals(columnId, f.place().columnId()))
                .flatMap(f -> edit(checks.situation(), f).stream())
                .toList();
        if (edits.isEmpty()) {
            throw new Refusal("rule", "Nothing of %s is left to mend.".formatted(rule), "Look at the checks.");
        }
        return edits.size() == 1
                ? edits.get(0)
                : new Together("mend %d findings of %s".formatted(edits.size(), rule), edits);
    }

    static @Nullable PlanEdit edit(Situation s, String rule, Place place) {
        CampaignFacts facts = s.campaign().facts();
        return switch (rule) {
            case "money.under-lowest" -> toLowest(s, place);
            case "money.over-spending-limit" -> within(s);
            case "money.lifetime-not-taken" -> Budgeting.change(s.campaign(), facts.paidDaily());
            case "money.level-not-taken", "test.shared-money" ->
                facts.budgeting().forCampaign() ? Budgeting.change(s.campaign(), facts.paidByRow()) : null;
            case "test.uneven-money" -> evened(s);
            case "schedule.start-past" -> today(s);
            case "schedule.too-long" -> {
                LocalDate start = facts.flight().start();
                yield flight(s, start, start.plusDays(s.rulebook().schedule().mostDays()));
            }
            case "creative.ends-before-flight" -> endingWithPosts(s);
            case "bid.goal-not-offered" -> delivered(s, place, d -> d.seeking(null, null));
            case "bid.charge-not-paired" -> delivered(s, place, d -> d.seeking(d.goal(), null));
            case "bid.strategy-not-offered" -> delivered(s, place, d -> d.bidding(Bid.AUTOMATIC));
            case "bid.under-lowest" ->
                s.rulebook()
                        .money(facts.moneyPerRow().currency())
                        .map(m -> bidding(s, place, m.lowestBidMinor()))
                        .orElse(null);
            case "bid.too-low-to-deliver" ->
                bidding(
                        s,
                        place,
                        Objects.requireNonNull(s.prices().get(place.rowId())).suggestedMinor());
            case "schedule.hours-not-offered", "schedule.no-hours" ->
                delivered(s, place, d -> d.running(d.pace(), Hours.ALL));
            case "schedule.pace-not-offered" -> delivered(s, place, d -> d.running(Pace.EVEN, d.hours()));
            case "account.switch-not-offered" -> delivered(s, place, d -> d.switched(known(s, d)));
            case "placement.not-offered" -> placed(s, place);
            case "placement.format-not-shown" ->
                new SwitchCells(
                        s.campaign().id(),
                        List.of(new CellRef(
                                Objects.requireNonNull(place.rowId()), Objects.requireNonNull(place.columnId()))),
                        false,
                        "not shown where the row keeps to");
            case "name.clash" -> renamed(s, row(s, place));
            default -> null;
        };
    }

    private static Row row(Situation s, Place place) {
        return s.campaign().row(Objects.requireNonNull(place.rowId()));
    }

    private static @Nullable PlanEdit toLowest(Situation s, Place place) {
        CampaignFacts facts = s.campaign().facts();
        Money lowest = s.lowest().orElseThrow();
        if (place.rowId() == null) {
            return Budgeting.change(
                    s.campaign(),
                    facts.budgeted(new Budgeting(facts.budgeting().basis(), lowest), facts.moneyPerRow()));
        }
        return row(s, place).locked() ? null : new SetRowMoney(s.campaign().id(), Map.of(place.rowId(), lowest));
    }

    /** All that spends lowered in the same measure, so that the account stays within its limit; locked money stays. */
    private static @Nullable PlanEdit within(Situation s) {
        CampaignFacts facts = s.campaign().facts();
        Budgeting is = facts.budgeting();
        long daily = Objects.requireNonNull(s.account().spendingLimitMinor())
                - s.account().besideMinor();
        int days = is.forFlight() ? facts.flight().days() : 1;
        Money most = new Money(Math.max(0, daily) * days, facts.moneyPerRow().currency());
        long lowest = s.lowest().map(Money::minor).orElse(1L);
        if (is.forCampaign()) {
            return most.minor() < lowest
                    ? null
                    : Budgeting.change(
                            s.campaign(), facts.budgeted(new Budgeting(is.basis(), most), facts.moneyPerRow()));
        }
        List<Row> rows = s.spendingRows();
        long locked = rows.stream()
                .filter(Row::locked)
                .mapToLong(r -> r.money().minor())
                .sum();
        long free = rows.stream().filter(r -> !r.locked()).count();
        if (free == 0 || most.minor() - locked < free * lowest) {
            return null;
        }
        Map<String, Money> money = new Spread(most, Spread.How.AS_NOW).of(rows, Spread.Known.NOTHING);
        return rows.stream()
                        .allMatch(r -> r.locked()
                                || Objects.requireNonNull(money.get(r.id())).minor() >= lowest)
                ? new SetRowMoney(s.campaign().id(), money)
                : null;
    }

    /** To the day on which the first of the posts ends that its ads stand on. */
    private static @Nullable PlanEdit endingWithPosts(Situation s) {
        LocalDate start = s.campaign().facts().flight().start();
        return LeadsToRules.firstEnd(s)
                .filter(e -> !e.isBefore(start) && !e.isBefore(s.today()))
                .map(e -> flight(s, start, e.plusDays(1)))
                .orElse(null);
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

    private static PlanEdit delivered(Situation s, Place place, UnaryOperator<Delivery> change) {
        Row row = row(s, place);
        return new SetDelivery(s.campaign().id(), Map.of(row.id(), change.apply(row.delivery())));
    }

    private static PlanEdit bidding(Situation s, Place place, long minor) {
        Currency currency = s.campaign().facts().moneyPerRow().currency();
        return delivered(s, place, d -> d.bidding(new Bid(d.bid().strategy(), new Money(minor, currency))));
    }

    private static Map<String, Boolean> known(Situation s, Delivery delivery) {
        List<String> offered =
                s.rulebook().switches().stream().map(Choice::code).toList();
        Map<String, Boolean> known = new HashMap<>(delivery.switches());
        known.keySet().retainAll(offered);
        return known;
    }

    /** Without placements that are not there; a row that a split keeps to one has to be decided by a person. */
    private static @Nullable PlanEdit placed(Situation s, Place place) {
        Row row = row(s, place);
        if (!row.narrowing().placements().isEmpty()) {
            return null;
        }
        List<String> there = row.delivery().showing().codes().stream()
                .filter(c -> s.rulebook().placement(c).isPresent())
                .toList();
        Showing showing = there.isEmpty() ? Showing.USUAL : new Showing(How.CHOSEN, there);
        return delivered(s, place, d -> d.shown(showing));
    }

    private static PlanEdit renamed(Situation s, Row row) {
        Labels labels = new Labels(s.campaign().rows().stream().map(Row::label).collect(Collectors.toSet()));
        return new RenameRows(s.campaign().id(), Map.of(row.id(), labels.numbered(row.label())));
    }
}
