package app.tidewrack.server.playbook;

import app.tidewrack.core.forecast.Response;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.Rulebook.MoneyRule;
import app.tidewrack.core.plan.Budgeting;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.playbook.BringsMost;
import app.tidewrack.core.playbook.Playbook;
import app.tidewrack.core.playbook.Responses;
import app.tidewrack.core.playbook.RowSeen;
import app.tidewrack.core.results.Metric;
import app.tidewrack.server.brief.BriefLibrary;
import app.tidewrack.server.brief.BriefLibrary.KeptBrief;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.forecast.AccountRates;
import app.tidewrack.server.playbook.PlaybookMapper.RowOnNetwork;
import app.tidewrack.server.results.RowDays;
import java.time.Instant;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** What rows bring for money, by what they are judged by. */
@Component
@RequiredArgsConstructor
class CampaignResponses {
    private final PlaybookMapper mapper;
    private final RowsSeen seen;
    private final RowDays rowDays;
    private final Accounts accounts;
    private final AccountRates rates;
    private final BriefLibrary briefs;

    /**
     * @param best by the campaign's own basis of money
     * @param counted what rows bring, as people say it
     */
    record Bring(BringsMost best, String counted) {}

    /** Empty while nothing ran. */
    Optional<Bring> of(String clientId, Campaign campaign) {
        Account account = accounts.account(clientId, campaign.accountId());
        List<RowOnNetwork> live = mapper.rows(clientId).stream()
                .filter(r -> r.campaignId().equals(campaign.id()))
                .toList();
        Instant told = rowDays.until(clientId).get(account.id());
        if (live.isEmpty() || told == null) {
            return Optional.empty();
        }
        Playbook playbook = mapper.rules(clientId).orElse(Playbook.USUAL);
        Metric metric = Metric.usual(Judging.target(
                        playbook,
                        campaign,
                        account,
                        Judging.brief(
                                briefs.all(clientId).stream()
                                        .map(KeptBrief::brief)
                                        .toList(),
                                campaign,
                                account))
                .metric());
        List<RowSeen> rows = seen.of(
                clientId,
                campaign,
                account,
                live,
                rowDays.of(clientId, campaign.id()),
                told.atZone(ZoneId.of(account.zone())).toLocalDate(),
                metric,
                Map.of());
        List<Response> responses = Responses.of(metric, rows, rowDays.margin(clientId));
        return responses.isEmpty() ? Optional.empty() : Optional.of(bring(campaign, account, metric, rows, responses));
    }

    private Bring bring(
            Campaign campaign, Account account, Metric metric, List<RowSeen> rows, List<Response> responses) {
        Budgeting budgeting = campaign.facts().budgeting();
        int days = budgeting.forFlight() ? campaign.facts().flight().days() : 1;
        Map<String, Response> byRow = new HashMap<>();
        for (int i = 0; i < responses.size(); i++) {
            byRow.put(rows.get(i).rowId(), responses.get(i).over(days));
        }
        MoneyRule money = rates.prices(account);
        Money lowest = budgeting.ofDaily(
                new Money(money.lowestDailyMinor(), money.currency()),
                campaign.facts().flight());
        return new Bring(
                new BringsMost(
                        byRow,
                        lowest,
                        rows.stream()
                                .filter(RowSeen::tested)
                                .map(RowSeen::rowId)
                                .collect(Collectors.toSet())),
                Metric.usual(metric.counted()).words());
    }
}
