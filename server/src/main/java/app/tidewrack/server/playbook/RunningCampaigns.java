package app.tidewrack.server.playbook;

import app.tidewrack.core.check.Situation;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.plan.PlanTotals;
import app.tidewrack.core.playbook.Adviser.Scene;
import app.tidewrack.core.playbook.Playbook;
import app.tidewrack.core.playbook.RowSeen;
import app.tidewrack.core.results.Metric;
import app.tidewrack.server.brief.BriefBody;
import app.tidewrack.server.brief.BriefLibrary;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.plan.PlanDesk.Versioned;
import app.tidewrack.server.plan.inspect.PlanInspector;
import app.tidewrack.server.playbook.PlaybookMapper.RowOnNetwork;
import app.tidewrack.server.results.RowDays;
import app.tidewrack.server.results.RowDays.Brought;
import app.tidewrack.server.results.RowDays.RowKey;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Campaigns that run, with their rows as a playbook looks at them. */
@Component
@RequiredArgsConstructor
class RunningCampaigns {
    private final PlaybookMapper mapper;
    private final PlanDesk plans;
    private final PlanInspector inspector;
    private final RowDays rowDays;
    private final RowsSeen seen;
    private final Accounts accounts;
    private final BriefLibrary briefs;

    /** @param scene as of the day after the last that is known whole */
    record Running(Plan plan, int version, Campaign campaign, Account account, Scene scene, List<RowSeen> rows) {}

    private Scene scene(
            Playbook playbook,
            Campaign campaign,
            Account account,
            @Nullable BriefBody brief,
            List<Campaign> all,
            LocalDate today,
            double margin) {
        return new Scene(
                Judging.target(playbook, campaign, account, brief),
                campaign.facts().purpose(),
                campaign.facts().budgeting().forCampaign(),
                brief == null ? null : room(brief, all, campaign, account, today),
                today,
                margin);
    }

    List<Running> of(String clientId, Playbook playbook) {
        List<RowOnNetwork> live = mapper.rows(clientId);
        if (live.isEmpty()) {
            return List.of();
        }
        Map<RowKey, Brought> brought = rowDays.of(clientId, null);
        Map<String, Instant> until = rowDays.until(clientId);
        double margin = rowDays.margin(clientId);
        List<BriefBody> known =
                briefs.all(clientId).stream().map(BriefLibrary.KeptBrief::brief).toList();
        Map<String, Versioned> read = new LinkedHashMap<>();
        live.stream().map(RowOnNetwork::planId).distinct().forEach(id -> read.put(id, plans.plan(clientId, id)));
        List<Campaign> all = read.values().stream()
                .flatMap(p -> p.plan().campaigns().stream())
                .toList();
        List<Running> running = new ArrayList<>();
        Map<String, List<RowOnNetwork>> byCampaign =
                live.stream().collect(Collectors.groupingBy(RowOnNetwork::campaignId));
        for (Versioned versioned : read.values()) {
            for (Campaign campaign : versioned.plan().campaigns()) {
                Account account = accounts.account(clientId, campaign.accountId());
                Instant told = until.get(account.id());
                List<RowOnNetwork> rows = byCampaign.get(campaign.id());
                if (rows == null || told == null) {
                    continue;
                }
                ZoneId zone = ZoneId.of(account.zone());
                LocalDate today = told.atZone(zone).toLocalDate();
                if (!campaign.facts().flight().end().isAfter(today)) {
                    continue;
                }
                Scene scene =
                        scene(playbook, campaign, account, Judging.brief(known, campaign, account), all, today, margin);
                running.add(new Running(
                        versioned.plan(),
                        versioned.version(),
                        campaign,
                        account,
                        scene,
                        seen.of(
                                clientId,
                                campaign,
                                account,
                                rows,
                                brought,
                                today,
                                Metric.usual(scene.target().metric()),
                                prices(clientId, versioned.plan(), campaign))));
            }
        }
        return running;
    }

    private Map<String, Situation.BidPrices> prices(String clientId, Plan plan, Campaign campaign) {
        boolean bids = campaign.rows().stream().anyMatch(r -> r.delivery().bid().amount() != null);
        return bids ? inspector.checks(clientId, plan, campaign).situation().prices() : Map.of();
    }

    /** What the brief's money leaves a day after all that is planned on it; never less than nothing. */
    private static long room(BriefBody brief, List<Campaign> all, Campaign campaign, Account account, LocalDate today) {
        long planned = all.stream()
                .filter(c -> c.accountId().equals(account.id()) && Judging.works(brief, c.facts(), account))
                .mapToLong(c -> PlanTotals.of(c).flight().minor())
                .sum();
        long days = Math.max(
                1, ChronoUnit.DAYS.between(today, campaign.facts().flight().end()));
        return Math.max(0, (brief.moneyMinor() - planned) / days);
    }
}
