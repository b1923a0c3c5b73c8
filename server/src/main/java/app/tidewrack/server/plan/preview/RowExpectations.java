package app.tidewrack.server.plan.preview;

import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.brief.Result;
import app.tidewrack.core.forecast.Expectation;
import app.tidewrack.core.forecast.Expectation.CurvePoint;
import app.tidewrack.core.forecast.Range;
import app.tidewrack.core.forecast.Reach;
import app.tidewrack.core.forecast.ResultRate;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.Rulebook.MoneyRule;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.Column;
import app.tidewrack.core.plan.PlanTotals;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.core.schedule.Flight;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.facts.AdHistory;
import app.tidewrack.server.facts.AdHistory.Part;
import app.tidewrack.server.facts.Weeks;
import app.tidewrack.server.forecast.AccountRates;
import app.tidewrack.server.forecast.AccountRates.Sought;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.plan.inspect.RowPeople;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What the money of rows is likely to bring. */
@Component
@RequiredArgsConstructor
class RowExpectations {
    /** The curve goes on to so many times the money that is set. */
    private static final int TIMES = 3;

    private static final int STEPS = 30;

    private final RowPeople people;
    private final Accounts accounts;
    private final AccountRates rates;
    private final AdHistory history;
    private final Weeks weeks;
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
     * @param week results for its money in the days that are left, times those of a usual week, by the account's own weekdays
     * @param came what is part of the flight already; null before anything came
     */
    record ExpectedOfMoney(
            Expectation day,
            Expectation flight,
            Range perClick,
            Range perResult,
            List<CurvePoint> curve,
            double week,
            @Nullable CameSoFar came) {}

    /** @param results of the kind that is sought */
    record CameSoFar(long impressions, long people, long clicks, long results, long spentMinor) {}

    /**
     * What is the same for all rows of a campaign, asked for once.
     *
     * @param sizes of the rows' audiences; null where it is not known
     * @param money of the rows with ads, or their supposed part of what is shared
     * @param price of one impression, in four cases of five
     */
    record Sheet(
            Campaign campaign,
            Account account,
            Map<String, @Nullable AudienceSize> sizes,
            Map<String, Money> money,
            Range price) {}

    Sheet sheet(String clientId, Campaign campaign) {
        Account account = accounts.account(clientId, campaign.accountId());
        return new Sheet(
                campaign,
                account,
                people.sizes(clientId, campaign),
                PlanTotals.of(campaign).rows(),
                rates.price(clientId, account));
    }

    ExpectedOfRow of(String clientId, Sheet sheet, Row row) {
        Campaign campaign = sheet.campaign();
        Account account = sheet.account();
        AudienceSize size = sheet.sizes().get(row.id());
        Range price = sheet.price();
        Rulebook rulebook = networks.rulebook(account.network());
        MoneyRule prices = rates.prices(account);
        Result result = rulebook.objective(campaign.facts().objective())
                .map(o -> Result.ofSought(Measure.sought(o.goal(row.delivery().goal()))))
                .orElse(Result.CLICK);
        long many = size == null ? 0 : size.people();
        CampaignFacts facts = campaign.facts();
        Money money = facts.budgeting().forCampaign()
                ? Objects.requireNonNull(sheet.money().get(row.id()))
                : row.money();
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
                                rate(clientId, campaign, row, prices, Result.CLICK),
                                rate(clientId, campaign, row, prices, result),
                                came(clientId, campaign, row, result),
                                new WeekLeft(
                                        left(clientId, account, facts.flight(), Result.CLICK),
                                        left(clientId, account, facts.flight(), result))));
    }

    /** How much clicks and results come for their money in the days that are left, times a usual week. */
    private record WeekLeft(double clicks, double results) {}

    private double left(String clientId, Account account, Flight flight, Result result) {
        return weeks.left(clientId, account.id(), flight, result.measure(), result::of);
    }

    /** What the row brought, with the money that has not had its time to bring results. */
    private record Came(CameSoFar told, double due) {}

    private Came came(String clientId, Campaign campaign, Row row, Result result) {
        Counts counts = Counts.NONE;
        double ripe = 0;
        for (Part part : history.of(clientId)) {
            if (part.rowId().equals(row.id())) {
                counts = counts.plus(part.counts());
                ripe += part.ripeSpend(result.measure().code());
            }
        }
        long reached = counts.equals(Counts.NONE) ? 0 : history.people(clientId, campaign.id(), row.id());
        return new Came(
                new CameSoFar(
                        counts.get(Measure.IMPRESSIONS),
                        reached,
                        counts.get(Measure.CLICKS),
                        Math.round(result.of(counts)),
                        counts.spendMinor()),
                counts.spendMinor() - ripe);
    }

    /** A row that runs brings what came and what the rest of its money brings. */
    private static ExpectedOfMoney expected(
            Reach reach,
            double daily,
            int days,
            Range price,
            ResultRate clicks,
            ResultRate results,
            Came came,
            WeekLeft week) {
        CameSoFar so = came.told();
        double all = daily * days;
        double rest = Math.max(0, all - so.spentMinor());
        Expectation toCome = Expectation.of(reach, rest, price, clicks, results);
        Expectation flight = new Expectation(
                        toCome.impressions(),
                        toCome.people(),
                        toCome.frequency(),
                        clicks.results(rest * week.clicks()),
                        results.results(rest * week.results() + came.due()))
                .after(new Expectation.Came(so.impressions(), so.people(), so.clicks(), so.results()), reach);
        double spending = rest + so.spentMinor();
        return new ExpectedOfMoney(
                Expectation.of(reach, daily, price, clicks, results),
                flight,
                Expectation.each(spending, flight.clicks()),
                Expectation.each(spending, flight.results()),
                Expectation.curve(reach, price, all * TIMES, STEPS).stream()
                        .map(p -> new CurvePoint(p.spending() / days, p.people()))
                        .toList(),
                week.results(),
                so.spentMinor() == 0 ? null : so);
    }

    private ResultRate rate(String clientId, Campaign campaign, Row row, MoneyRule prices, Result result) {
        Sought sought = new Sought(
                campaign.accountId(),
                campaign.facts().objective(),
                campaign.facts().temperature(),
                row.audienceId(),
                campaign.columns().stream().map(Column::creativeId).collect(Collectors.toSet()),
                row.id());
        return AccountRates.rate(prices, result, rates.seen(clientId, result, sought));
    }
}
