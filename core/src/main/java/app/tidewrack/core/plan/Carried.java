package app.tidewrack.core.plan;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.ObjectiveRule;
import app.tidewrack.core.network.ObjectiveRule.GoalRule;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.Rulebook.Choice;
import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.core.network.SpendingRule.Level;
import app.tidewrack.core.plan.Showing.How;
import app.tidewrack.core.schedule.Flight;
import app.tidewrack.core.schedule.Hours;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;

/**
 * A campaign as an account on another network can take it, and what does not carry over. Names, dates, rows, splits, columns and
 * switched cells carry over; bids never do, since prices differ from network to network.
 */
public record Carried(Campaign campaign, List<Loss> losses) {

    /** What is not as it was. */
    public enum Part {
        OBJECTIVE,
        ZONE,
        MONEY,
        BUDGETING,
        AUDIENCE,
        FORMAT,
        PLACEMENTS,
        GOAL,
        BID,
        HOURS,
        PACE,
        SWITCHES
    }

    /**
     * @param of the row or creative it concerns; the campaign's name where all of it does
     * @param was in words
     * @param becomes in words; empty when it is left out
     */
    public record Loss(Part part, String of, String was, String becomes) {}

    /**
     * The account it goes to, and what ids stand for.
     *
     * @param audienceId the audience there of an audience here; empty when there is none, and its rows are left out
     * @param creativeName of a creative's id
     * @param format code of the format of a creative's id
     * @param ids gives a new id at every call
     */
    public record Target(
            String accountId,
            Rulebook rulebook,
            Currency currency,
            ZoneId zone,
            Function<String, Optional<String>> audienceId,
            Function<String, String> creativeName,
            Function<String, String> format,
            Supplier<String> ids) {}

    public static Carried to(Campaign from, Target target) {
        return new Carrier(from, target).carry();
    }

    private static final class Carrier {
        private Campaign from;
        private final Target target;
        private final Rulebook rulebook;
        private final List<Loss> losses = new ArrayList<>();

        Carrier(Campaign from, Target target) {
            this.from = from;
            this.target = target;
            rulebook = target.rulebook();
        }

        /** Columns in which a row has no ad, with the reason. */
        private Map<String, String> whyOff(Row row, Map<String, String> without) {
            Map<String, String> off = new HashMap<>();
            for (Column column : from.columns()) {
                String why = Optional.ofNullable(without.get(column.id()))
                        .orElse(from.off().get(new CellRef(row.id(), column.id())));
                if (why != null) {
                    off.put(column.id(), why);
                }
            }
            return off;
        }

        Carried carry() {
            takeMoneyAsThere();
            CampaignFacts facts = facts();
            ObjectiveRule objective = rulebook.objective(facts.objective()).orElseThrow();
            Map<String, String> columnIds = new HashMap<>();
            List<Column> columns = from.columns().stream()
                    .map(c -> {
                        columnIds.put(c.id(), target.ids().get());
                        return new Column(columnIds.get(c.id()), c.creativeId());
                    })
                    .toList();
            Map<String, String> without = formatsWithout();
            List<Row> rows = new ArrayList<>();
            Map<CellRef, String> off = new HashMap<>();
            for (Row row : from.rows()) {
                Optional<String> audienceId = target.audienceId().apply(row.audienceId());
                if (audienceId.isEmpty()) {
                    lose(Part.AUDIENCE, row.label(), "a row", "");
                    continue;
                }
                String rowId = target.ids().get();
                rows.add(new Row(
                        rowId,
                        audienceId.get(),
                        row.label(),
                        money(row.money()),
                        row.locked(),
                        narrowing(row),
                        delivery(row, objective)));
                whyOff(row, without)
                        .forEach((columnId, why) ->
                                off.put(new CellRef(rowId, Objects.requireNonNull(columnIds.get(columnId))), why));
            }
            return new Carried(
                    new Campaign(target.ids().get(), target.accountId(), facts, rows, columns, off),
                    List.copyOf(losses));
        }

        /** Money a day or of each row first, where the other network takes it no other way. */
        private void takeMoneyAsThere() {
            CampaignFacts facts = from.facts();
            Budgeting is = facts.budgeting();
            boolean daily = is.forFlight() && !rulebook.spending().lifetime();
            boolean perRow = is.forCampaign() && !rulebook.spending().levels().contains(Level.CAMPAIGN);
            if (!daily && !perRow) {
                return;
            }
            CampaignFacts there = daily ? facts.paidDaily() : facts;
            there = perRow ? there.paidByRow() : there;
            lose(Part.BUDGETING, facts.name(), is.words(), there.budgeting().words());
            Plan alone = new Plan("", "", List.of(from));
            from = Budgeting.change(from, there).applyTo(alone).plan().campaign(from.id());
        }

        private void lose(Part part, String of, String was, String becomes) {
            losses.add(new Loss(part, of, was, becomes));
        }

        private CampaignFacts facts() {
            CampaignFacts f = from.facts();
            String objective = f.objective();
            if (rulebook.objective(objective).isEmpty()) {
                objective = rulebook.objectives().get(0).code();
                lose(Part.OBJECTIVE, f.name(), f.objective(), objective);
            }
            Flight flight = f.flight();
            if (!flight.zone().equals(target.zone())) {
                lose(Part.ZONE, f.name(), flight.zone().getId(), target.zone().getId());
            }
            if (!f.moneyPerRow().currency().equals(target.currency())) {
                lose(
                        Part.MONEY,
                        f.name(),
                        f.moneyPerRow().toString(),
                        money(f.moneyPerRow()).toString());
            }
            return new CampaignFacts(
                    f.name(),
                    objective,
                    f.temperature(),
                    f.purpose(),
                    new Flight(flight.start(), flight.end(), target.zone()),
                    money(f.moneyPerRow()),
                    budgeting(),
                    f.subject());
        }

        /** As it was, where money is taken so. */
        private Budgeting budgeting() {
            Money shared = from.facts().budgeting().shared();
            return new Budgeting(from.facts().budgeting().basis(), shared == null ? null : money(shared));
        }

        /** The same amount in the same currency; in another the lowest, since no rate is known. */
        private Money money(Money daily) {
            return daily.currency().equals(target.currency())
                    ? daily
                    : new Money(
                            rulebook.money(target.currency())
                                    .map(m -> m.lowestDailyMinor())
                                    .orElse(0L),
                            target.currency());
        }

        /** By column id, why its cells are no ads there. */
        private Map<String, String> formatsWithout() {
            Map<String, String> without = new HashMap<>();
            for (Column column : from.columns()) {
                String format = target.format().apply(column.creativeId());
                if (rulebook.format(format).isEmpty()) {
                    String words = format.replace('-', ' ');
                    lose(Part.FORMAT, target.creativeName().apply(column.creativeId()), words, "");
                    without.put(column.id(), "%s has no %s".formatted(rulebook.name(), words));
                }
            }
            return without;
        }

        private Narrowing narrowing(Row row) {
            List<Slice> kept = row.narrowing().slices().stream()
                    .filter(s -> s.variable() != Variable.PLACEMENT)
                    .toList();
            if (kept.size() < row.narrowing().slices().size()) {
                lose(
                        Part.PLACEMENTS,
                        row.label(),
                        String.join(", ", row.narrowing().placements()),
                        "as usual");
            }
            return new Narrowing(kept);
        }

        private Delivery delivery(Row row, ObjectiveRule objective) {
            Delivery d = row.delivery();
            Delivery there = Delivery.USUAL;
            Optional<GoalRule> goal = objective.goals().stream()
                    .filter(g -> g.code().equals(d.goal()))
                    .findFirst();
            if (goal.isPresent()) {
                boolean paired = d.charge() != null && goal.get().charged().contains(d.charge());
                there = there.seeking(d.goal(), paired ? d.charge() : null);
            } else if (d.goal() != null) {
                lose(Part.GOAL, row.label(), d.goal(), objective.goals().get(0).code());
            }
            if (!d.bid().equals(Bid.AUTOMATIC)) {
                lose(Part.BID, row.label(), d.bid().words(), Bid.AUTOMATIC.words());
            }
            return there.shown(showing(row)).running(pace(row), hours(row)).switched(switches(row));
        }

        private Showing showing(Row row) {
            Showing showing = row.delivery().showing();
            if (showing.how() != How.CHOSEN) {
                return showing;
            }
            List<String> there = showing.codes().stream()
                    .filter(c -> rulebook.placement(c).isPresent())
                    .toList();
            if (there.size() < showing.codes().size()) {
                lose(
                        Part.PLACEMENTS,
                        row.label(),
                        String.join(", ", showing.codes()),
                        there.isEmpty() ? "as usual" : String.join(", ", there));
            }
            return there.isEmpty() ? Showing.USUAL : new Showing(How.CHOSEN, there);
        }

        private Pace pace(Row row) {
            Pace pace = row.delivery().pace();
            if (pace != Pace.EVEN && !rulebook.schedule().paces().contains(pace)) {
                lose(Part.PACE, row.label(), "early in the day", "evenly");
                return Pace.EVEN;
            }
            return pace;
        }

        private Hours hours(Row row) {
            Hours hours = row.delivery().hours();
            if (!hours.all() && !rulebook.schedule().hours()) {
                lose(Part.HOURS, row.label(), hours.words(), Hours.ALL.words());
                return Hours.ALL;
            }
            return hours;
        }

        private Map<String, Boolean> switches(Row row) {
            List<String> known = rulebook.switches().stream().map(Choice::code).toList();
            Map<String, Boolean> there = row.delivery().switches().entrySet().stream()
                    .filter(e -> known.contains(e.getKey()))
                    .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
            if (there.size() < row.delivery().switches().size()) {
                lose(
                        Part.SWITCHES,
                        row.label(),
                        String.join(", ", row.delivery().switches().keySet()),
                        String.join(", ", there.keySet()));
            }
            return there;
        }
    }
}
