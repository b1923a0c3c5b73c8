package app.tidewrack.server.brief;

import app.tidewrack.core.brief.Balance;
import app.tidewrack.core.brief.Balance.Need;
import app.tidewrack.core.brief.Brief;
import app.tidewrack.core.brief.Judging;
import app.tidewrack.core.forecast.Likeness;
import app.tidewrack.core.forecast.Range;
import app.tidewrack.core.forecast.ResultRate;
import app.tidewrack.core.forecast.ResultRate.Seen;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.Rulebook.MoneyRule;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.forecast.AccountRates;
import app.tidewrack.server.forecast.AccountRates.Sought;
import app.tidewrack.server.network.Networks;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What a brief's money can buy, by the networks' rulebooks and the client's own history. */
@Component
@RequiredArgsConstructor
class BriefReckoner {
    private final AccountRates rates;
    private final ClientMapper clients;
    private final Networks networks;

    /**
     * @param balance the brief's four numbers with the unknown filled in; null when the others leave nothing for it
     * @param problem why there is no balance
     * @param field what mends it
     * @param atTarget results that the money pays at the target cost; null without a target
     * @param lines one for each of the brief's accounts
     */
    record Reckoning(
            @Nullable Sums balance,
            @Nullable String problem,
            @Nullable String field,
            @Nullable Long atTarget,
            List<BriefLine> lines,
            @Nullable Judging judging) {}

    record Sums(long moneyMinor, long days, long rows, long targetMinor) {}

    /**
     * What the whole money could do in one account.
     *
     * @param results in four cases of five
     * @param rows that it feeds at the network's lowest
     * @param historyResults how many of the result the account has seen, for {@code historySpentMinor}
     * @param problem why the account cannot take part; the numbers are 0 then
     */
    record BriefLine(
            String accountId,
            String network,
            String networkName,
            String currency,
            long lowestDailyMinor,
            Range results,
            long rows,
            long historyResults,
            long historySpentMinor,
            @Nullable String problem) {}

    private record Priced(BriefLine line, @Nullable MoneyRule rule) {}

    Reckoning reckon(String clientId, Brief brief) {
        List<Account> accounts = clients.accounts(clientId).stream()
                .filter(a -> brief.accounts().contains(a.id()))
                .toList();
        Optional<Balance> balance = Optional.empty();
        Refusal problem = null;
        try {
            balance = Optional.of(Balance.of(brief.unknown(), brief.typed(), need(accounts, brief)));
        } catch (Refusal refusal) {
            problem = refusal;
        }
        Money money = balance.map(Balance::money).orElse(brief.money());
        long days = balance.map(Balance::days).orElse(brief.days());
        List<Priced> priced = accounts.stream()
                .map(a -> priced(clientId, a, brief, money, days))
                .toList();
        long target = balance.map(b -> b.target().minor()).orElse(brief.target().minor());
        return new Reckoning(
                balance.map(b -> new Sums(
                                b.money().minor(),
                                b.days(),
                                b.rows(),
                                b.target().minor()))
                        .orElse(null),
                problem == null ? null : problem.getMessage(),
                problem == null ? null : problem.field(),
                target == 0 ? null : money.minor() / target,
                priced.stream().map(Priced::line).toList(),
                judging(priced, brief, money, days));
    }

    /** Rows must be able to run in any of the accounts, so the dearest lowest counts. */
    private Need need(List<Account> accounts, Brief brief) {
        long lowest = accounts.stream()
                .filter(a -> a.currency().equals(brief.currency().getCurrencyCode()))
                .flatMap(a -> networks.rulebook(a.network()).money(brief.currency()).stream())
                .mapToLong(MoneyRule::lowestDailyMinor)
                .max()
                .orElse(0);
        return new Need(new Money(lowest, brief.currency()), brief.resultsPerRow());
    }

    private Priced priced(String clientId, Account account, Brief brief, Money money, long days) {
        Rulebook rulebook = networks.rulebook(account.network());
        String currency = brief.currency().getCurrencyCode();
        if (!account.currency().equals(currency)) {
            return new Priced(
                    without(
                            account,
                            rulebook,
                            "The account is in %s; the brief’s money is in %s and is not converted."
                                    .formatted(account.currency(), currency)),
                    null);
        }
        if (rulebook.objective(brief.goal()).isEmpty()) {
            return new Priced(without(account, rulebook, "The network offers no such goal."), null);
        }
        MoneyRule rule = rates.prices(account);
        Sought sought = new Sought(account.id(), brief.goal(), null, null, Set.of(), null);
        Map<Likeness, Seen> seen = rates.seen(clientId, brief.result(), sought);
        ResultRate rate = AccountRates.rate(rule, brief.result(), seen);
        Seen known = seen.values().stream().reduce(Seen.NOTHING, Seen::plus);
        return new Priced(
                new BriefLine(
                        account.id(),
                        account.network(),
                        rulebook.name(),
                        account.currency(),
                        rule.lowestDailyMinor(),
                        rate.results(money.minor()),
                        money.minor() / days / rule.lowestDailyMinor(),
                        Math.round(known.results()),
                        Math.round(known.spent()),
                        null),
                rule);
    }

    private static BriefLine without(Account account, Rulebook rulebook, String problem) {
        return new BriefLine(
                account.id(),
                account.network(),
                rulebook.name(),
                account.currency(),
                0,
                new Range(0, 0),
                0,
                0,
                0,
                problem);
    }

    /** A test runs in one account; the cheapest is taken. */
    private static @Nullable Judging judging(List<Priced> priced, Brief brief, Money money, long days) {
        return priced.stream()
                .flatMap(p -> Optional.ofNullable(p.rule()).stream())
                .min(Comparator.comparingLong(r -> r.thousandFromMinor() + r.thousandToMinor()))
                .map(r -> Judging.of(
                        brief.result(),
                        brief.cells(),
                        brief.liftPercent() / 100.0,
                        new Range(r.thousandFromMinor(), r.thousandToMinor()),
                        money.per(days)))
                .orElse(null);
    }
}
