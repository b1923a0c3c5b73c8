package app.tidewrack.server.forecast;

import app.tidewrack.core.brief.Result;
import app.tidewrack.core.forecast.ImpressionPrice;
import app.tidewrack.core.forecast.Likeness;
import app.tidewrack.core.forecast.Range;
import app.tidewrack.core.forecast.ResultRate;
import app.tidewrack.core.forecast.ResultRate.Seen;
import app.tidewrack.core.network.Rulebook.MoneyRule;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.facts.AdHistory;
import app.tidewrack.server.facts.AdHistory.Part;
import app.tidewrack.server.network.Networks;
import java.util.Currency;
import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Prices of a client's accounts by their rulebooks, and the results a minor unit brings there by their own history. */
@Component
@RequiredArgsConstructor
public class AccountRates {
    private final HistoryMapper mapper;
    private final Networks networks;
    private final AdHistory history;

    /**
     * What is forecast; of what is null nothing is known.
     *
     * @param creativeIds any of which makes an ad alike
     */
    public record Sought(
            String accountId,
            @Nullable String objective,
            @Nullable Temperature temperature,
            @Nullable String audienceId,
            Set<String> creativeIds,
            @Nullable String rowId) {

        /** Anything on the account. */
        public static Sought on(String accountId) {
            return new Sought(accountId, null, null, null, Set.of(), null);
        }

        /**
         * Where what is seen is nearest; empty on another account, and where what comes after a click was not sought: that it did not
         * come says nothing of where it is.
         */
        private Optional<Likeness> like(Part part, Result result) {
            if (!part.accountId().equals(accountId)) {
                return Optional.empty();
            }
            if (part.rowId().equals(rowId)) {
                return Optional.of(Likeness.ROW);
            }
            boolean seeks = objective != null && objective.equals(part.objective());
            if (objective != null && !seeks && result.afterClick()) {
                return Optional.empty();
            }
            boolean kind = seeks && (temperature == null || temperature == part.temperature());
            boolean alike = kind
                    && (audienceId != null && audienceId.equals(part.audienceId())
                            || creativeIds.contains(String.valueOf(part.creativeId())));
            return Optional.of(alike ? Likeness.ALIKE : kind ? Likeness.KIND : Likeness.ACCOUNT);
        }
    }

    /** What was seen of a kind of result, near and far; in minor units of the account's currency. */
    public Map<Likeness, Seen> seen(String clientId, Result result, Sought sought) {
        Map<Likeness, Seen> seen = new EnumMap<>(Likeness.class);
        for (Part part : history.of(clientId)) {
            sought.like(part, result)
                    .ifPresent(like -> seen.merge(
                            like,
                            new Seen(
                                    result.of(part.counts()),
                                    part.ripeSpend(result.measure().code())),
                            Seen::plus));
        }
        // Where none ever came, nothing says that it was sought.
        return seen.values().stream().allMatch(s -> s.results() == 0) ? Map.of() : seen;
    }

    /** What the account's network asks for a thousand impressions, in minor units. */
    public MoneyRule prices(Account account) {
        return networks.rulebook(account.network())
                .money(Currency.getInstance(account.currency()))
                .orElseThrow();
    }

    /** Results for each minor unit of the account's currency. */
    public static ResultRate rate(MoneyRule prices, Result result, Map<Likeness, Seen> seen) {
        return ResultRate.usually(result.ofImpressions().over(ofImpression(prices)))
                .seen(seen);
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
