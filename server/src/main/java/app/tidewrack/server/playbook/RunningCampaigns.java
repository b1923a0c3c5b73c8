package app.tidewrack.server.playbook;

import app.tidewrack.core.check.Situation;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.Bid;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.plan.PlanTotals;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.playbook.Adviser.Scene;
import app.tidewrack.core.playbook.Playbook;
import app.tidewrack.core.playbook.Playbook.Target;
import app.tidewrack.core.playbook.RowSeen;
import app.tidewrack.core.playbook.RowSeen.DayBrought;
import app.tidewrack.core.results.Arrivals;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.core.results.Metric;
import app.tidewrack.server.brief.BriefBody;
import app.tidewrack.server.brief.BriefLibrary;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.facts.Lateness;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.plan.PlanDesk.Versioned;
import app.tidewrack.server.plan.inspect.PlanInspector;
import app.tidewrack.server.playbook.PlaybookMapper.RowOnNetwork;
import app.tidewrack.server.results.RowDays;
import app.tidewrack.server.results.RowDays.Brought;
import app.tidewrack.server.results.RowDays.RowKey;
import app.tidewrack.server.splittest.RowsInTests;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Campaigns that run, with their rows as a playbook looks at them. */
@Component
@RequiredArgsConstructor
class RunningCampaigns {
    /** Older days say little of how a row does now. */
    private static final int DAYS_LOOKED_AT = 28;

    private final PlaybookMapper mapper;
    private final PlanDesk plans;
    private final PlanInspector inspector;
    private final RowDays rowDays;
    private final Lateness lateness;
    private final RowsInTests tests;
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
                target(playbook, campaign, account, brief),
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
                Scene scene = scene(playbook, campaign, account, brief(known, campaign, account), all, today, margin);
                running.add(new Running(
                        versioned.plan(),
                        versioned.version(),
                        campaign,
                        account,
                        scene,
                        rows(clientId, versioned.plan(), campaign, rows, brought, scene, account)));
            }
        }
        return running;
    }

    private List<RowSeen> rows(
            String clientId,
            Plan plan,
            Campaign campaign,
            List<RowOnNetwork> live,
            Map<RowKey, Brought> brought,
            Scene scene,
            Account account) {
        ZoneId zone = ZoneId.of(account.zone());
        LocalDate today = scene.today();
        Metric metric = Metric.usual(scene.target().metric());
        Arrivals arrivals = lateness.of(clientId, account.id(), today.atStartOfDay());
        Map<String, RowOnNetwork> byId = live.stream().collect(Collectors.toMap(RowOnNetwork::rowId, r -> r));
        Map<String, Money> daily = PlanTotals.of(campaign).rows();
        Map<String, Long> reach = rowDays.reach(clientId, campaign.id());
        var tested = tests.of(clientId, campaign.id());
        boolean bids = campaign.rows().stream().anyMatch(r -> r.delivery().bid().amount() != null);
        Map<String, Situation.BidPrices> prices =
                bids ? inspector.checks(clientId, plan, campaign).situation().prices() : Map.of();
        List<RowSeen> seen = new ArrayList<>();
        for (Row row : campaign.rows()) {
            RowOnNetwork there = byId.get(row.id());
            if (there == null || there.launchedAt() == null || there.approved() == 0 || !campaign.hasAds(row.id())) {
                continue;
            }
            LocalDate launched = there.launchedAt().atZone(zone).toLocalDate();
            LocalDate begins = campaign.facts().flight().start();
            LocalDate first = launched.isBefore(begins) ? begins : launched;
            Instant changed = Optional.ofNullable(there.changedAt()).orElse(there.launchedAt());
            LocalDate since = changed.atZone(zone).toLocalDate();
            Brought of = brought.getOrDefault(new RowKey(campaign.id(), row.id()), Brought.NOTHING);
            long people = reach.getOrDefault(row.id(), 0L);
            long shown = of.all().get(Measure.IMPRESSIONS);
            Money own = Objects.requireNonNull(daily.get(row.id()));
            seen.add(new RowSeen(
                    row.id(),
                    row.label(),
                    campaign.facts().budgeting().daily(own, campaign.facts().flight()),
                    since.isBefore(first) ? first : since,
                    row.delivery().bid().amount(),
                    suggested(prices.get(row.id()), row.delivery().bid()),
                    tested.contains(row.id()),
                    shown,
                    people,
                    days(of.days(), first, today, d -> arrivals.come(metric, of.sought(), d))));
        }
        return seen;
    }

    /** The days that are looked at, from the row's first at the earliest to the last that is whole. */
    private static List<DayBrought> days(
            SortedMap<LocalDate, Counts> brought, LocalDate first, LocalDate today, ToDoubleFunction<LocalDate> come) {
        List<DayBrought> days = new ArrayList<>();
        LocalDate from = today.minusDays(DAYS_LOOKED_AT);
        for (LocalDate day = first.isBefore(from) ? from : first; day.isBefore(today); day = day.plusDays(1)) {
            days.add(new DayBrought(day, brought.getOrDefault(day, Counts.NONE), come.applyAsDouble(day)));
        }
        return days;
    }

    private static @Nullable Money suggested(Situation.@Nullable BidPrices prices, Bid bid) {
        Money amount = bid.amount();
        return prices == null || amount == null
                ? null
                : Money.ofMinor(prices.suggestedMinor(), amount.currency().getCurrencyCode());
    }

    /** The brief that a campaign works on: of its account and objective, on some of its days. */
    private static @Nullable BriefBody brief(List<BriefBody> briefs, Campaign campaign, Account account) {
        CampaignFacts facts = campaign.facts();
        return briefs.stream().filter(b -> works(b, facts, account)).findFirst().orElse(null);
    }

    private static boolean works(BriefBody brief, CampaignFacts facts, Account account) {
        return brief.accounts().contains(account.id())
                && brief.goal().equals(facts.objective())
                && brief.currency().equals(account.currency())
                && !brief.startsOn().isAfter(facts.flight().lastDay())
                && !brief.lastDay().isBefore(facts.flight().start());
    }

    /**
     * The playbook's own target first; where it has none, what the brief says a result may cost. Cold rows are not judged by what
     * comes after the click (common practice), so a brief of sales or leads says nothing of them.
     */
    private static Target target(Playbook playbook, Campaign campaign, Account account, @Nullable BriefBody brief) {
        Target own = playbook.judging(campaign.facts().temperature(), account.currency());
        boolean fits = brief != null
                && brief.targetMinor() > 0
                && (own.temperature() != Temperature.COLD || !brief.result().afterClick());
        return own.value() != null || brief == null || !fits
                ? own
                : new Target(own.temperature(), "cost_per_result", (double) brief.targetMinor(), account.currency());
    }

    /** What the brief's money leaves a day after all that is planned on it; never less than nothing. */
    private static long room(BriefBody brief, List<Campaign> all, Campaign campaign, Account account, LocalDate today) {
        long planned = all.stream()
                .filter(c -> c.accountId().equals(account.id()) && works(brief, c.facts(), account))
                .mapToLong(c -> PlanTotals.of(c).flight().minor())
                .sum();
        long days = Math.max(
                1, ChronoUnit.DAYS.between(today, campaign.facts().flight().end()));
        return Math.max(0, (brief.moneyMinor() - planned) / days);
    }
}
