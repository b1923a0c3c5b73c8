package app.tidewrack.core.check;

import app.tidewrack.core.check.Rule.Seen;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.Rulebook.MoneyRule;
import app.tidewrack.core.network.SpendingRule.Level;
import app.tidewrack.core.plan.Budgeting;
import app.tidewrack.core.plan.Purpose;
import app.tidewrack.core.plan.Row;
import java.util.Currency;
import java.util.EnumSet;
import java.util.List;
import java.util.stream.Stream;

/** Rules on money. */
final class MoneyRules {
    /** The money of all rows, each its own. */
    private static final String ROW_MONEY = "rowMoney";

    private MoneyRules() {}

    static final Family FAMILY = Family.of(
            EnumSet.of(Matter.FACTS, Matter.ROWS, Matter.MONEY, Matter.COLUMNS, Matter.CELLS),
            Rule.blocker("money.currency-not-taken", MoneyRules::currencyNotTaken),
            Rule.blocker("money.under-lowest", MoneyRules::underLowest),
            Rule.blocker("money.over-spending-limit", MoneyRules::overSpendingLimit),
            Rule.blocker("money.lifetime-not-taken", MoneyRules::lifetimeNotTaken),
            Rule.blocker("money.level-not-taken", MoneyRules::levelNotTaken),
            Rule.warning("test.uneven-money", MoneyRules::unevenTest),
            Rule.warning("test.shared-money", MoneyRules::sharedTest));

    private static Currency currency(Situation s) {
        return s.campaign().facts().moneyPerRow().currency();
    }

    private static Stream<Seen> currencyNotTaken(Situation s) {
        return s.rulebook().money(currency(s)).isPresent()
                ? Stream.empty()
                : Stream.of(new Seen(
                        s.place("account"),
                        currency(s).toString(),
                        s.rulebook().money().stream()
                                .map(MoneyRule::currency)
                                .toList()
                                .toString(),
                        "%s does not take %s.".formatted(s.rulebook().name(), currency(s)),
                        "Copy it to an account in another currency."));
    }

    private static Stream<Seen> underLowest(Situation s) {
        Budgeting budgeting = s.campaign().facts().budgeting();
        String kind = budgeting.forFlight() ? "Lifetime" : "Daily";
        Money shared = budgeting.shared();
        return s.lowest().stream().flatMap(lowest -> {
            if (shared != null) {
                return shared.compareTo(lowest) >= 0
                        ? Stream.empty()
                        : Stream.of(new Seen(
                                s.place("money"),
                                shared.toString(),
                                lowest.toString(),
                                "%s money %s shared by the campaign is under %s’s lowest, %s."
                                        .formatted(kind, shared, s.rulebook().name(), lowest),
                                "Raise it to %s.".formatted(lowest)));
            }
            return s.spendingRows().stream()
                    .filter(r -> r.money().compareTo(lowest) < 0)
                    .map(r -> new Seen(
                            s.place(r, "money"),
                            r.money().toString(),
                            lowest.toString(),
                            "%s money %s of row %s is under %s’s lowest, %s per ad group."
                                    .formatted(
                                            kind,
                                            r.money(),
                                            r.label(),
                                            s.rulebook().name(),
                                            lowest),
                            "Raise it to %s, or remove the row.".formatted(lowest)));
        });
    }

    private static Stream<Seen> lifetimeNotTaken(Situation s) {
        return !s.campaign().facts().budgeting().forFlight()
                        || s.rulebook().spending().lifetime()
                ? Stream.empty()
                : Stream.of(new Seen(
                        s.place("money"),
                        "money for the flight",
                        "money a day",
                        "%s takes money a day only, none for the whole flight."
                                .formatted(s.rulebook().name()),
                        "Give it a day."));
    }

    private static Stream<Seen> levelNotTaken(Situation s) {
        boolean shared = s.campaign().facts().budgeting().forCampaign();
        return s.rulebook().spending().levels().contains(shared ? Level.CAMPAIGN : Level.AD_GROUP)
                ? Stream.empty()
                : Stream.of(new Seen(
                        s.place("money"),
                        shared ? "shared by the campaign" : "per row",
                        shared ? "per row" : "shared by the campaign",
                        "%s takes no money %s."
                                .formatted(
                                        s.rulebook().name(), shared ? "that a campaign shares" : "of single ad groups"),
                        shared ? "Give each row its own." : "Let the campaign share it."));
    }

    /** The limit is the account's: what runs there beside this sheet counts too. */
    private static Stream<Seen> overSpendingLimit(Situation s) {
        Long limit = s.account().spendingLimitMinor();
        Money sheet = s.totals().daily();
        Money beside = new Money(s.account().besideMinor(), currency(s));
        Money all = sheet.plus(beside);
        if (limit == null || all.minor() <= limit) {
            return Stream.empty();
        }
        Money most = new Money(limit, currency(s));
        return Stream.of(new Seen(
                s.place(s.campaign().facts().budgeting().forCampaign() ? "money" : ROW_MONEY),
                all.toString(),
                most.toString(),
                beside.minor() == 0
                        ? "The sheet spends %s a day; the account’s limit is %s.".formatted(sheet, most)
                        : "The sheet spends %s a day, and %s run beside it; the account’s limit is %s."
                                .formatted(sheet, beside, most),
                beside.minor() > limit
                        ? "Pause something else on this account first."
                        : "Lower the money by %s in all.".formatted(all.minus(most))));
    }

    /** Common practice: rows of a test get equal money, or the test compares budgets, not audiences. */
    private static Stream<Seen> unevenTest(Situation s) {
        List<Money> sums =
                s.spendingRows().stream().map(Row::money).distinct().sorted().toList();
        return !testing(s) || s.campaign().facts().budgeting().forCampaign() || sums.size() < 2
                ? Stream.empty()
                : Stream.of(new Seen(
                        s.place(ROW_MONEY),
                        sums.get(0) + " to " + sums.get(sums.size() - 1),
                        "equal money",
                        "Rows of this test get from %s to %s; a test compares fairly with equal money."
                                .formatted(sums.get(0), sums.get(sums.size() - 1)),
                        "Give each row the same."));
    }

    /** Common practice: a shared sum goes to early winners, so that the other rows never get a fair try. */
    private static Stream<Seen> sharedTest(Situation s) {
        int rows = s.spendingRows().size();
        return !testing(s) || !s.campaign().facts().budgeting().forCampaign() || rows < 2
                ? Stream.empty()
                : Stream.of(new Seen(
                        s.place("money"),
                        "shared by %d rows".formatted(rows),
                        "money of each row",
                        "The network gives most of a shared sum to one row early; a test compares fairly with equal money.",
                        "Give each row its own."));
    }

    private static boolean testing(Situation s) {
        return s.campaign().facts().purpose() == Purpose.TESTING;
    }
}
