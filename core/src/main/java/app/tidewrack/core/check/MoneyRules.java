package app.tidewrack.core.check;

import app.tidewrack.core.check.Rule.Seen;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.Rulebook.MoneyRule;
import app.tidewrack.core.plan.Purpose;
import app.tidewrack.core.plan.Row;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Rules on money. */
final class MoneyRules {
    private MoneyRules() {}

    static final List<Rule> ALL = List.of(
            Rule.blocker("money.currency-not-taken", MoneyRules::currencyNotTaken),
            Rule.blocker("money.under-lowest", MoneyRules::underLowest),
            Rule.blocker("money.over-spending-limit", MoneyRules::overSpendingLimit),
            Rule.warning("test.uneven-money", MoneyRules::unevenTest));

    private static Currency currency(Situation s) {
        return s.campaign().facts().dailyPerRow().currency();
    }

    private static Stream<Seen> currencyNotTaken(Situation s) {
        return s.rulebook().money(currency(s)).isPresent()
                ? Stream.empty()
                : Stream.of(new Seen(
                        s.place("money"),
                        currency(s).toString(),
                        s.rulebook().money().stream()
                                .map(MoneyRule::currency)
                                .toList()
                                .toString(),
                        "%s does not take %s.".formatted(s.rulebook().name(), currency(s)),
                        "Use an account in another currency."));
    }

    private static Stream<Seen> underLowest(Situation s) {
        Optional<MoneyRule> rule = s.rulebook().money(currency(s));
        return rule.stream().flatMap(m -> {
            Money lowest = new Money(m.lowestDailyMinor(), m.currency());
            return spendingRows(s)
                    .filter(r -> r.daily().compareTo(lowest) < 0)
                    .map(r -> new Seen(
                            s.place(r, "money"),
                            r.daily().toString(),
                            lowest.toString(),
                            "Daily money %s of row %s is under %s’s lowest, %s per ad group."
                                    .formatted(
                                            r.daily(), r.label(), s.rulebook().name(), lowest),
                            "Raise it to %s, or remove the row.".formatted(lowest)));
        });
    }

    private static Stream<Seen> overSpendingLimit(Situation s) {
        Long limit = s.account().spendingLimitMinor();
        if (limit == null || s.totals().daily().minor() <= limit) {
            return Stream.empty();
        }
        Money most = new Money(limit, currency(s));
        return Stream.of(new Seen(
                s.place("money"),
                s.totals().daily().toString(),
                most.toString(),
                "The sheet spends %s a day; the account’s limit is %s."
                        .formatted(s.totals().daily(), most),
                "Lower the money of a row by %s in all."
                        .formatted(s.totals().daily().minus(most))));
    }

    /** Common practice: rows of a test get equal money, or the test compares budgets, not audiences. */
    private static Stream<Seen> unevenTest(Situation s) {
        List<Money> sums = spendingRows(s).map(Row::daily).distinct().sorted().toList();
        return s.campaign().facts().purpose() != Purpose.TESTING || sums.size() < 2
                ? Stream.empty()
                : Stream.of(new Seen(
                        s.place("money"),
                        sums.get(0) + " to " + sums.get(sums.size() - 1),
                        "equal money",
                        "Rows of this test get from %s to %s a day; a test compares fairly with equal money."
                                .formatted(sums.get(0), sums.get(sums.size() - 1)),
                        "Give each row the same."));
    }

    private static Stream<Row> spendingRows(Situation s) {
        return s.campaign().rows().stream()
                .filter(r -> s.campaign().columns().isEmpty()
                        || !s.campaign().onColumns(r.id()).isEmpty());
    }
}
