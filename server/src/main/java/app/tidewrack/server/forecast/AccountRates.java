package app.tidewrack.server.forecast;

import app.tidewrack.core.brief.Result;
import app.tidewrack.core.forecast.ImpressionPrice;
import app.tidewrack.core.forecast.Range;
import app.tidewrack.core.forecast.ResultRate;
import app.tidewrack.core.network.Rulebook.MoneyRule;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.forecast.HistoryMapper.History;
import app.tidewrack.server.network.Networks;
import java.util.Currency;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** Prices of a client's accounts by their rulebooks, and the results a minor unit brings there by their own history. */
@Component
@RequiredArgsConstructor
public class AccountRates {
    private final HistoryMapper mapper;
    private final Networks networks;

    /** What a client's accounts have brought, by account. */
    public Map<String, Seen> seen(String clientId, Result result) {
        return mapper.histories(clientId).stream().collect(Collectors.toMap(History::accountId, h -> seen(result, h)));
    }

    /** So many results for so much. */
    public record Seen(long results, long spentMinor) {
        public static final Seen NOTHING = new Seen(0, 0);
    }

    /** Results of the kind in a history, as far as reports tell kinds apart. */
    private static Seen seen(Result result, History history) {
        long results = switch (result) {
            case CLICK -> history.clicks();
            case FORM, LEAD, SALE, INSTALL -> history.conversions();
            case THOUSAND -> history.impressions() / 1000;
            case VISIT, VIDEO_VIEW, ENGAGEMENT, CHAT -> 0;
        };
        return results == 0 ? Seen.NOTHING : new Seen(results, history.spendMinor());
    }

    /** What the account's network asks for a thousand impressions, in minor units. */
    public MoneyRule prices(Account account) {
        return networks.rulebook(account.network())
                .money(Currency.getInstance(account.currency()))
                .orElseThrow();
    }

    /** Results for each minor unit of the account's currency. */
    public static ResultRate rate(MoneyRule prices, Result result, Optional<Seen> seen) {
        Seen known = seen.orElse(Seen.NOTHING);
        return ResultRate.usually(result.ofImpressions().over(ofImpression(prices)))
                .seen(known.results(), known.spentMinor());
    }

    /** What one impression costs the account, in minor units, in four cases of five: by its rulebook and its own ad groups. */
    public Range price(String clientId, Account account) {
        return ImpressionPrice.usually(ofImpression(prices(account)))
                .seen(mapper.paid(clientId, account.id()))
                .range();
    }

    private static Range ofImpression(MoneyRule prices) {
        return new Range(prices.thousandFromMinor() / 1000.0, prices.thousandToMinor() / 1000.0);
    }
}
