package app.tidewrack.server.plan;

import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.check.Finding;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.ObjectiveRule.Charge;
import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import app.tidewrack.core.plan.Budgeting;
import app.tidewrack.core.plan.Budgeting.Basis;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.Column;
import app.tidewrack.core.plan.Delivery;
import app.tidewrack.core.plan.PlanTotals;
import app.tidewrack.core.plan.Purpose;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.plan.Showing;
import app.tidewrack.core.plan.Slice;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.plan.Variable;
import app.tidewrack.core.schedule.Flight;
import app.tidewrack.core.schedule.Hours;
import app.tidewrack.server.plan.PlanMapper.Steps;
import app.tidewrack.server.plan.inspect.LiveStates.LiveAd;
import app.tidewrack.server.plan.inspect.PlanInspector.Inspected;
import app.tidewrack.server.plan.inspect.Silences.Silenced;
import java.time.Instant;
import java.time.LocalDate;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * A plan as the browser shows it; everything in it is computed, nothing is left for the browser to work out.
 *
 * @param stamp of what the campaigns say, so that the next answer can be told by what differs from it
 */
public record PlanView(String id, String name, int version, String stamp, List<CampaignView> campaigns) {

    /**
     * Money is in minor units of {@code currency}.
     *
     * @param basis what the money of rows, cells and the shared sum is for
     * @param sharedMinor the campaign's sum; null when each row has its own
     * @param undo what undo would take back on its sheet, in words
     * @param redo what redo would do again there, in words
     * @param left what is left out, being as it was; null when all is here
     */
    public record CampaignView(
            String id,
            String accountId,
            String name,
            String fullName,
            String objective,
            Temperature temperature,
            Purpose purpose,
            LocalDate start,
            LocalDate lastDay,
            int days,
            String currency,
            long moneyPerRowMinor,
            Basis basis,
            @Nullable Long sharedMinor,
            @Nullable String subject,
            List<RowView> rows,
            List<ColumnView> columns,
            int ads,
            long dailyMinor,
            long flightMinor,
            boolean live,
            List<Excluded> excluded,
            List<AdState> adStates,
            List<Finding> findings,
            List<Silenced> silenced,
            @Nullable String undo,
            @Nullable String redo,
            @Nullable LeftOut left) {

        /** This campaign without what is as it was before. */
        CampaignView since(CampaignView before) {
            List<String> ids = rows.stream().map(RowView::id).toList();
            boolean sameRows = ids.equals(before.rows.stream().map(RowView::id).toList());
            Map<String, RowView> known = before.rows.stream().collect(Collectors.toMap(RowView::id, r -> r));
            EnumSet<Part> same = EnumSet.allOf(Part.class);
            same.removeIf(p -> !p.of.apply(this).equals(p.of.apply(before)));
            return new CampaignView(
                    id,
                    accountId,
                    name,
                    fullName,
                    objective,
                    temperature,
                    purpose,
                    start,
                    lastDay,
                    days,
                    currency,
                    moneyPerRowMinor,
                    basis,
                    sharedMinor,
                    subject,
                    rows.stream().filter(r -> !r.equals(known.get(r.id()))).toList(),
                    same.contains(Part.COLUMNS) ? List.of() : columns,
                    ads,
                    dailyMinor,
                    flightMinor,
                    live,
                    same.contains(Part.EXCLUDED) ? List.of() : excluded,
                    same.contains(Part.AD_STATES) ? List.of() : adStates,
                    same.contains(Part.FINDINGS) ? List.of() : findings,
                    same.contains(Part.SILENCED) ? List.of() : silenced,
                    undo,
                    redo,
                    new LeftOut(sameRows ? null : ids, same));
        }
    }

    /**
     * What an answer leaves out of a campaign: rows that are as they were, and whole parts.
     *
     * @param rowIds of all rows in their order; null when they are the same as before
     */
    public record LeftOut(@Nullable List<String> rowIds, Set<Part> parts) {}

    /** Lists of a campaign that are told whole or not at all. */
    public enum Part {
        COLUMNS(CampaignView::columns),
        EXCLUDED(CampaignView::excluded),
        AD_STATES(CampaignView::adStates),
        FINDINGS(CampaignView::findings),
        SILENCED(CampaignView::silenced);

        private final Function<CampaignView, List<?>> of;

        Part(Function<CampaignView, List<?>> of) {
            this.of = of;
        }
    }

    /** This plan without what is as it was before. */
    PlanView since(PlanView before) {
        Map<String, CampaignView> known = before.campaigns.stream().collect(Collectors.toMap(CampaignView::id, c -> c));
        return new PlanView(
                id,
                name,
                version,
                stamp,
                campaigns.stream()
                        .map(c -> {
                            CampaignView was = known.get(c.id());
                            return was == null ? c : c.since(was);
                        })
                        .toList());
    }

    /**
     * @param moneyMinor what was set, a day or for the flight
     * @param locked its money stays when money is spread or changed for many
     * @param dailyMinor what it may spend a day: its own money, or an equal part of what the campaign shares
     * @param spendsMinor what it spends of the campaign's basis; zero when every ad is off, an equal part of a shared sum
     * @param size people it talks to; null when the network has not told it
     * @param slices what it keeps to of its audience after splits
     * @param cells money of each ad, by column; null where off
     */
    public record RowView(
            String id,
            String audienceId,
            String label,
            long moneyMinor,
            boolean locked,
            long dailyMinor,
            long spendsMinor,
            long flightMinor,
            @Nullable AudienceSize size,
            List<SliceView> slices,
            DeliveryView delivery,
            List<@Nullable Long> cells) {}

    /**
     * How a row is delivered.
     *
     * @param showing where its ads show; where a split keeps it to, if it does
     * @param bidMinor in minor units; null when automatic
     * @param bidWords the bid as a person reads it
     * @param hours 168 signs, 1 where it runs, from Monday 0 o'clock
     * @param hoursWords the hours as a person reads them
     * @param runsHours how many hours it runs in the flight, as clocks really go
     */
    public record DeliveryView(
            @Nullable String goal,
            @Nullable Charge charge,
            BidStrategy strategy,
            @Nullable Long bidMinor,
            String bidWords,
            Showing showing,
            Pace pace,
            String hours,
            String hoursWords,
            double runsHours,
            Map<String, Boolean> switches) {}

    /**
     * One value that a row keeps to.
     *
     * @param codes of its terms; none where it is no choice of the network's
     */
    public record SliceView(Variable variable, String words, List<String> codes) {}

    /** A cell that is no ad for a reason. */
    public record Excluded(String rowId, String columnId, String why) {}

    public record ColumnView(String id, String creativeId, long dailyMinor, long flightMinor) {}

    /**
     * The state of one ad on the network.
     *
     * @param reviewDue when review is expected to have decided
     */
    public record AdState(
            String rowId,
            String columnId,
            String state,
            @Nullable String reason,
            @Nullable Instant reviewDue) {}

    private static ColumnView column(Inspected inspected, Column c) {
        CampaignFacts f = inspected.campaign().facts();
        Money sum = Objects.requireNonNull(inspected.totals().columns().get(c.id()));
        return new ColumnView(
                c.id(),
                c.creativeId(),
                f.budgeting().daily(sum, f.flight()).minor(),
                f.budgeting().lifetime(sum, f.flight()).minor());
    }

    static CampaignView of(Inspected inspected, boolean live, List<LiveAd> ads, @Nullable Steps steps) {
        Campaign campaign = inspected.campaign();
        PlanTotals totals = inspected.totals();
        CampaignFacts f = campaign.facts();
        Budgeting budgeting = f.budgeting();
        Money shared = budgeting.shared();
        Map<Hours, Double> runs = new HashMap<>();
        return new CampaignView(
                campaign.id(),
                campaign.accountId(),
                f.name(),
                inspected.names().campaign(),
                f.objective(),
                f.temperature(),
                f.purpose(),
                f.flight().start(),
                f.flight().lastDay(),
                f.flight().days(),
                f.moneyPerRow().currency().getCurrencyCode(),
                f.moneyPerRow().minor(),
                budgeting.basis(),
                shared == null ? null : shared.minor(),
                f.subject(),
                campaign.rows().stream().map(r -> row(inspected, r, runs)).toList(),
                campaign.columns().stream().map(c -> column(inspected, c)).toList(),
                totals.ads(),
                totals.daily().minor(),
                totals.flight().minor(),
                live,
                campaign.off().entrySet().stream()
                        .filter(e -> !e.getValue().isEmpty())
                        .map(e -> new Excluded(e.getKey().rowId(), e.getKey().columnId(), e.getValue()))
                        .toList(),
                ads.stream().map(PlanView::state).toList(),
                inspected.findings(),
                inspected.silenced(),
                steps == null ? null : steps.undo(),
                steps == null ? null : steps.redo(),
                null);
    }

    /** @param runs hours in the flight, reckoned once for rows that run alike */
    private static RowView row(Inspected inspected, Row row, Map<Hours, Double> runs) {
        Campaign campaign = inspected.campaign();
        PlanTotals totals = inspected.totals();
        CampaignFacts facts = campaign.facts();
        Money spends = Objects.requireNonNull(totals.rows().get(row.id()));
        return new RowView(
                row.id(),
                row.audienceId(),
                row.label(),
                row.money().minor(),
                row.locked(),
                facts.budgeting()
                        .daily(facts.budgeting().forCampaign() ? spends : row.money(), facts.flight())
                        .minor(),
                spends.minor(),
                facts.budgeting().lifetime(spends, facts.flight()).minor(),
                Objects.requireNonNull(inspected.people().get(row.id())).size(),
                row.narrowing().slices().stream()
                        .map(s -> new SliceView(s.variable(), s.words(), codes(s)))
                        .toList(),
                delivery(row, facts.flight(), runs),
                Objects.requireNonNull(totals.cells().get(row.id())).stream()
                        .map(money -> money == null ? null : money.minor())
                        .collect(Collectors.toList()));
    }

    private static List<String> codes(Slice slice) {
        return slice instanceof Slice.Having h
                ? h.terms().stream().map(Term::code).toList()
                : List.of();
    }

    private static DeliveryView delivery(Row row, Flight flight, Map<Hours, Double> runs) {
        Delivery d = row.delivery();
        Money amount = d.bid().amount();
        return new DeliveryView(
                d.goal(),
                d.charge(),
                d.bid().strategy(),
                amount == null ? null : amount.minor(),
                d.bid().words(),
                row.showing(),
                d.pace(),
                d.hours().week(),
                d.hours().words(),
                runs.computeIfAbsent(d.hours(), h -> h.within(flight).toMinutes() / 60.0),
                d.switches());
    }

    private static AdState state(LiveAd ad) {
        String[] key = ad.itemKey().split("/");
        return new AdState(key[0], key[1], ad.state(), ad.reason(), ad.reviewDue());
    }
}
