package app.tidewrack.core.plan;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.NearestAudience.Difference;
import app.tidewrack.core.network.ObjectiveRule;
import app.tidewrack.core.network.ObjectiveRule.GoalRule;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.Rulebook.Choice;
import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.core.network.SpendingRule.Level;
import app.tidewrack.core.plan.CarriedPeople.There;
import app.tidewrack.core.plan.Showing.How;
import app.tidewrack.core.schedule.Flight;
import app.tidewrack.core.schedule.Hours;
import app.tidewrack.core.text.CodeWords;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * A campaign as an account on another network can take it, and what does not carry over. Dates, rows, splits, columns and
 * switched cells carry over; bids never do, since prices differ from network to network. Rows that would talk to the same people
 * in the same way become one, with the money of all of them.
 *
 * @param rows what became of each row, in the order of the rows there; those left out come last
 * @param audiences what differs in each audience, by its id, in the order of the rows
 */
public record Carried(
        Campaign campaign, List<Loss> losses, List<Became> rows, Map<String, List<Difference>> audiences) {

    /** What is not as it was. */
    public enum Part {
        OBJECTIVE,
        ZONE,
        MONEY,
        BUDGETING,
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
     * @param of labels of the rows it was
     * @param label there; empty when nobody of them can be reached there, and the row is left out
     * @param money there, of all of them; null when it is left out
     * @param differences in what the row keeps to of its audience
     */
    public record Became(
            List<String> of, String label, @Nullable Money money, List<Difference> differences) {}

    /**
     * The account it goes to, and what ids stand for.
     *
     * @param name a name for the copy that no other campaign of the plan has
     * @param audience the definition of an audience's id
     * @param audienceId the audience there for one here, with its definition there; asked for those that are used
     * @param place words of a country's or region's code
     * @param term words of a term
     * @param creativeName of a creative's id
     * @param format code of the format of a creative's id
     * @param ids gives a new id at every call
     */
    public record Target(
            String accountId,
            String name,
            Rulebook rulebook,
            Currency currency,
            ZoneId zone,
            Function<String, AudienceDefinition> audience,
            BiFunction<String, AudienceDefinition, String> audienceId,
            Function<String, String> place,
            Function<Term, String> term,
            Function<String, String> creativeName,
            Function<String, String> format,
            Supplier<String> ids) {}

    public static Carried to(Campaign from, Target target) {
        return new Carrier(from, target).carry();
    }

    /**
     * A name for a copy that no campaign of the plan has: its own with where it is now.
     *
     * @param where the network or account it goes to
     */
    public static String name(Plan plan, Campaign from, String where) {
        Set<String> taken = plan.campaigns().stream().map(c -> c.facts().name()).collect(Collectors.toSet());
        return new Labels(taken).free(from.facts().name(), "on " + where);
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
            CarriedPeople people =
                    new CarriedPeople(from.rows(), rulebook, target.audience(), target.place(), target.term());
            Map<Object, Joined> joined = new LinkedHashMap<>();
            List<Became> leftOut = new ArrayList<>();
            for (Row row : from.rows()) {
                There there = people.of(row);
                if (there.audience() == null) {
                    leftOut.add(new Became(List.of(row.label()), "", null, there.differences()));
                    continue;
                }
                losePlacements(row, there.narrowing());
                Delivery delivery = delivery(row, objective);
                Object same = List.of(there.people(), there.narrowing().placements(), delivery);
                joined.computeIfAbsent(same, key -> new Joined(delivery)).add(row, there);
            }
            Map<String, String> without = formatsWithout();
            Labels labels = new Labels(Set.of());
            List<Row> rows = new ArrayList<>();
            List<Became> became = new ArrayList<>();
            Map<CellRef, String> off = new HashMap<>();
            for (Joined one : joined.values()) {
                Row row = one.row(labels);
                rows.add(row);
                became.add(one.became(row));
                one.off(without)
                        .forEach((columnId, why) ->
                                off.put(new CellRef(row.id(), Objects.requireNonNull(columnIds.get(columnId))), why));
            }
            became.addAll(leftOut);
            return new Carried(
                    new Campaign(target.ids().get(), target.accountId(), facts, rows, columns, off),
                    List.copyOf(losses),
                    List.copyOf(became),
                    people.differences());
        }

        /** Rows that are one there. */
        private final class Joined {
            private final Delivery delivery;
            private final List<Row> rows = new ArrayList<>();
            private final List<There> there = new ArrayList<>();

            Joined(Delivery delivery) {
                this.delivery = delivery;
            }

            void add(Row row, There becomes) {
                rows.add(row);
                there.add(becomes);
            }

            Row row(Labels labels) {
                There first = there.get(0);
                return new Row(
                        target.ids().get(),
                        target.audienceId().apply(rows.get(0).audienceId(), Objects.requireNonNull(first.audience())),
                        labels.free(first.label()),
                        rows.stream()
                                .map(r -> money(r.money()))
                                .reduce(Money::plus)
                                .orElseThrow(),
                        rows.stream().anyMatch(Row::locked),
                        first.narrowing(),
                        delivery);
            }

            Became became(Row row) {
                return new Became(
                        rows.stream().map(Row::label).toList(),
                        row.label(),
                        row.money(),
                        there.stream()
                                .flatMap(t -> t.differences().stream())
                                .distinct()
                                .toList());
            }

            /** Columns in which none of them has an ad, with the reason of the first. */
            Map<String, String> off(Map<String, String> without) {
                Map<String, String> off = whyOff(rows.get(0), without);
                rows.forEach(r -> off.keySet().retainAll(whyOff(r, without).keySet()));
                return off;
            }
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
                lose(Part.OBJECTIVE, f.name(), CodeWords.of(f.objective()), CodeWords.of(objective));
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
                    target.name(),
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
                    String words = CodeWords.of(format);
                    lose(Part.FORMAT, target.creativeName().apply(column.creativeId()), words, "");
                    without.put(column.id(), "%s has no %s".formatted(rulebook.name(), words));
                }
            }
            return without;
        }

        private void losePlacements(Row row, Narrowing there) {
            List<String> was = row.narrowing().placements();
            if (!was.equals(there.placements())) {
                lose(Part.PLACEMENTS, row.label(), CodeWords.of(was.stream()), "as usual");
            }
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
                lose(
                        Part.GOAL,
                        row.label(),
                        CodeWords.of(d.goal()),
                        CodeWords.of(objective.goals().get(0).code()));
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
                        CodeWords.of(showing.codes().stream()),
                        there.isEmpty() ? "as usual" : CodeWords.of(there.stream()));
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
                        CodeWords.of(row.delivery().switches().keySet().stream()),
                        CodeWords.of(there.keySet().stream()));
            }
            return there;
        }
    }
}
