package app.tidewrack.server.forecast;

import app.tidewrack.core.brief.Result;
import app.tidewrack.core.forecast.Expectation;
import app.tidewrack.core.forecast.Range;
import app.tidewrack.core.forecast.Reach;
import app.tidewrack.core.forecast.ResultRate;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.Rulebook.MoneyRule;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.forecast.AccountRates.Sought;
import lombok.RequiredArgsConstructor;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What a daily sum is likely to reach. */
@RestController
@RequestMapping("/api/clients/{clientId}/accounts/{accountId}/expected")
@RequiredArgsConstructor
class ForecastController {
    private final Accounts accounts;
    private final AccountRates rates;

    /**
     * Of a day, at the network's usual prices.
     *
     * @param daysToHalf until half of the people have seen it
     * @param clicks in four cases of five
     */
    record Expected(Range impressions, Range people, Range daysToHalf, Range clicks) {}

    @GetMapping
    Expected expected(
            @PathVariable String clientId,
            @PathVariable String accountId,
            @RequestParam long people,
            @RequestParam long dailyMinor) {
        if (people < 1 || dailyMinor < 1 || dailyMinor > Money.LARGEST_MINOR) {
            throw new Refusal(
                    people < 1 ? "people" : "dailyMinor",
                    "%,d people at %,d minor units a day cannot be reckoned.".formatted(people, dailyMinor),
                    "Give 1 or more of each.");
        }
        Account account = accounts.account(clientId, accountId);
        MoneyRule prices = rates.prices(account);
        Range price = rates.price(clientId, account);
        ResultRate clicks =
                AccountRates.rate(prices, Result.CLICK, rates.seen(clientId, Result.CLICK, Sought.on(accountId)));
        Reach reach = new Reach(people);
        Expectation day = Expectation.of(reach, dailyMinor, price, clicks, clicks);
        double half = reach.impressionsFor(0.5);
        return new Expected(
                day.impressions(),
                day.people(),
                new Range(
                        half / day.impressions().to(), half / day.impressions().from()),
                day.clicks());
    }
}
