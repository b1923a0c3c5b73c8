package app.tidewrack.server.results;

import app.tidewrack.core.evidence.Weekdays;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.need.Need;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.plan.PlanTotals;
import app.tidewrack.core.plan.Purpose;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.results.SpendingPace;
import app.tidewrack.core.results.SpendingPace.Part;
import app.tidewrack.core.results.SpendingPace.Stand;
import app.tidewrack.core.schedule.Hours;
import app.tidewrack.server.facts.Weeks;
import app.tidewrack.server.need.NeedSource;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.results.FactSums.RowSpend;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** Money spent beside money planned, of every campaign that ran. */
@Component
@RequiredArgsConstructor
class Paces implements NeedSource {
    private final PlanDesk plans;
    private final Weeks weeks;
    private final FactSums facts;

    /** In minor units. */
    record PaceView(long plannedMinor, long dueMinor, long spentMinor, long atEndMinor, Stand stand) {
        static PaceView of(SpendingPace p) {
            return new PaceView(
                    p.planned().minor(),
                    p.due().minor(),
                    p.spent().minor(),
                    p.atEnd().minor(),
                    p.stand());
        }
    }

    record RowPace(String rowId, String label, PaceView pace) {}

    /**
     * @param until up to when what was spent is known
     * @param rows those that spend money of their own; none where the campaign shares it
     */
    record CampaignPace(
            String planId,
            String plan,
            String campaignId,
            String name,
            Temperature temperature,
            Purpose purpose,
            String accountId,
            String currency,
            Instant until,
            PaceView pace,
            List<RowPace> rows) {}

    List<CampaignPace> of(String clientId) {
        Map<String, List<RowSpend>> spent =
                facts.spend(clientId).stream().collect(Collectors.groupingBy(RowSpend::campaignId));
        List<CampaignPace> paces = new ArrayList<>();
        for (PlanDesk.PlanLine line : plans.plans(clientId)) {
            Plan plan = plans.plan(clientId, line.id()).plan();
            for (Campaign campaign : plan.campaigns()) {
                List<RowSpend> rows = spent.getOrDefault(campaign.id(), List.of());
                if (!rows.isEmpty()) {
                    paces.add(pace(plan, campaign, rows, weeks.spending(clientId, campaign.accountId())));
                }
            }
        }
        return paces;
    }

    /** Rows that spend slower or faster than their flights want. */
    @Override
    public List<Need.Pace> needs(String clientId) {
        return of(clientId).stream()
                .flatMap(c -> c.rows().stream()
                        .filter(r -> r.pace().stand() == Stand.SLOW || r.pace().stand() == Stand.FAST)
                        .map(r -> new Need.Pace(
                                c.planId(),
                                c.campaignId(),
                                c.accountId(),
                                r.rowId(),
                                r.label(),
                                c.name(),
                                c.currency(),
                                r.pace().spentMinor(),
                                r.pace().dueMinor(),
                                r.pace().plannedMinor(),
                                r.pace().stand())))
                .toList();
    }

    private static CampaignPace pace(Plan plan, Campaign campaign, List<RowSpend> spent, Weekdays week) {
        CampaignFacts of = campaign.facts();
        PlanTotals totals = PlanTotals.of(campaign);
        Instant until =
                spent.stream().map(RowSpend::until).max(Instant::compareTo).orElseThrow();
        String currency = of.moneyPerRow().currency().getCurrencyCode();
        long whole = spent.stream().mapToLong(RowSpend::spendMinor).sum();
        Map<String, Long> byRow = spent.stream().collect(Collectors.toMap(RowSpend::rowId, RowSpend::spendMinor));
        List<RowPace> rows = new ArrayList<>();
        List<Part> parts = new ArrayList<>();
        if (of.budgeting().shared() == null) {
            for (Row row : campaign.rows()) {
                Money planned = of.budgeting()
                        .lifetime(Objects.requireNonNull(totals.rows().get(row.id())), of.flight());
                if (planned.minor() > 0) {
                    Money had = Money.ofMinor(byRow.getOrDefault(row.id(), 0L), currency);
                    rows.add(new RowPace(
                            row.id(),
                            row.label(),
                            PaceView.of(
                                    SpendingPace.of(of.flight(), row.delivery().hours(), planned, had, until, week))));
                    parts.add(new Part(row.delivery().hours(), planned));
                }
            }
        }
        if (parts.isEmpty()) {
            List<Hours> hours = campaign.rows().stream()
                    .map(r -> r.delivery().hours())
                    .distinct()
                    .toList();
            parts.add(new Part(hours.size() == 1 ? hours.get(0) : Hours.ALL, totals.flight()));
        }
        return new CampaignPace(
                plan.id(),
                plan.name(),
                campaign.id(),
                of.name(),
                of.temperature(),
                of.purpose(),
                campaign.accountId(),
                currency,
                until,
                PaceView.of(SpendingPace.together(of.flight(), parts, Money.ofMinor(whole, currency), until, week)),
                rows);
    }
}
