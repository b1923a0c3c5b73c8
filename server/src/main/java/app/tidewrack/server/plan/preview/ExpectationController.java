package app.tidewrack.server.plan.preview;

import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.brief.Result;
import app.tidewrack.core.forecast.Expectation;
import app.tidewrack.core.forecast.Expectation.CurvePoint;
import app.tidewrack.core.forecast.Range;
import app.tidewrack.core.forecast.Reach;
import app.tidewrack.core.forecast.ResultRate;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.ObjectiveRule.GoalRule;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.Rulebook.MoneyRule;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.PlanTotals;
import app.tidewrack.core.plan.Row;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.forecast.AccountRates;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.plan.inspect.RowPeople;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What the money of a row is likely to bring. */
@RestController
@RequestMapping("/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/rows/{rowId}/expected")
@RequiredArgsConstructor
class ExpectationController {
    /** The curve goes on to so many times the money that is set. */
    private static final int TIMES = 3;

    private static final int STEPS = 30;

    private final PlanDesk desk;
    private final RowPeople people;
    private final Accounts accounts;
    private final AccountRates rates;
    private final Networks networks;

    /**
     * Money in minor units; a cost of nothing to nothing is one that cannot be said.
     *
     * @param expected null when the size of the audience is not known, or no money is set
     */
    record ExpectedOfRow(
            String currency,
            String result,
            long people,
            Range perThousand,
            @Nullable ExpectedOfMoney expected) {}

    /**
     * @param perClick in the whole flight, as the other cost
     * @param curve people of the whole flight against money a day
     */
    record ExpectedOfMoney(
            Expectation day, Expectation flight, Range perClick, Range perResult, List<CurvePoint> curve) {}

    @GetMapping
    ExpectedOfRow expected(
            @PathVariable String clientId,
            @PathVariable String planId,
            @PathVariable String campaignId,
            @PathVariable String rowId) {
        Campaign campaign = desk.plan(clientId, planId).plan().campaign(campaignId);
        Row row = campaign.row(rowId);
        Account account = accounts.account(clientId, campaign.accountId());
        Rulebook rulebook = networks.rulebook(account.network());
        MoneyRule prices = rates.prices(account);
        Result result = result(rulebook, campaign, row);
        AudienceSize size = people.sizes(clientId, campaign).get(rowId);
        long many = size == null ? 0 : size.people();
        CampaignFacts facts = campaign.facts();
        Money money = facts.budgeting().forCampaign()
                ? Objects.requireNonNull(PlanTotals.of(campaign).rows().get(rowId))
                : row.money();
        Range price = rates.price(clientId, account);
        double daily = facts.budgeting().daily(money, facts.flight()).minor();
        return new ExpectedOfRow(
                account.currency(),
                result.words(),
                many,
                new Range(price.from() * 1000, price.to() * 1000),
                many < 1 || daily <= 0
                        ? null
                        : expected(
                                new Reach(many),
                                daily,
                                facts.flight().days(),
                                price,
                                rate(clientId, account, prices, Result.CLICK),
                                rate(clientId, account, prices, result)));
    }

    private static ExpectedOfMoney expected(
            Reach reach, double daily, int days, Range price, ResultRate clicks, ResultRate results) {
        double all = daily * days;
        Expectation flight = Expectation.of(reach, all, price, clicks, results);
        return new ExpectedOfMoney(
                Expectation.of(reach, daily, price, clicks, results),
                flight,
                Expectation.each(all, flight.clicks()),
                Expectation.each(all, flight.results()),
                Expectation.curve(reach, price, all * TIMES, STEPS).stream()
                        .map(p -> new CurvePoint(p.spending() / days, p.people()))
                        .toList());
    }

    private ResultRate rate(String clientId, Account account, MoneyRule prices, Result result) {
        return AccountRates.rate(
                prices, result, Optional.ofNullable(rates.seen(clientId, result).get(account.id())));
    }

    /** What the row's delivery seeks, as a result that briefs count. */
    private static Result result(Rulebook rulebook, Campaign campaign, Row row) {
        GoalRule goal = rulebook.objective(campaign.facts().objective())
                .map(o -> o.goal(row.delivery().goal()))
                .orElse(null);
        if (goal == null) {
            return Result.CLICK;
        }
        return switch (goal.action()) {
            case IMPRESSION -> Result.THOUSAND;
            case CLICK -> Result.CLICK;
            case VIEW -> Result.VIDEO_VIEW;
            case ENGAGEMENT -> Result.ENGAGEMENT;
            case FORM_SEND -> Result.FORM;
            case MESSAGE -> Result.CHAT;
            case SITE_EVENT ->
                switch (Objects.requireNonNullElse(goal.siteEvent(), "view")) {
                    case "lead" -> Result.LEAD;
                    case "purchase" -> Result.SALE;
                    case "install" -> Result.INSTALL;
                    default -> Result.VISIT;
                };
        };
    }
}
