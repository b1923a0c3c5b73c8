package app.tidewrack.core.check;

import app.tidewrack.core.check.Rule.Seen;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.ObjectiveRule;
import app.tidewrack.core.network.ObjectiveRule.Charge;
import app.tidewrack.core.network.ObjectiveRule.GoalRule;
import app.tidewrack.core.network.Rulebook.Choice;
import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.text.CodeWords;
import app.tidewrack.core.text.DayWords;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Rules on what rows seek, bid and when they run. */
final class DeliveryRules {
    private DeliveryRules() {}

    static final Family FAMILY = Family.of(
            EnumSet.of(Matter.FACTS, Matter.ROWS, Matter.MONEY, Matter.DELIVERY, Matter.PRICES),
            Rule.blocker("bid.goal-not-offered", DeliveryRules::goalNotOffered),
            Rule.blocker("bid.goal-needs-site-tag", DeliveryRules::goalNeedsSiteTag),
            Rule.blocker("bid.charge-not-paired", DeliveryRules::chargeNotPaired),
            Rule.blocker("bid.strategy-not-offered", DeliveryRules::strategyNotOffered),
            Rule.blocker("bid.no-amount", DeliveryRules::noAmount),
            Rule.blocker("bid.under-lowest", DeliveryRules::underLowest),
            Rule.warning("bid.too-low-to-deliver", DeliveryRules::tooLow),
            Rule.warning("bid.over-daily-money", DeliveryRules::overDaily),
            Rule.blocker("schedule.hours-not-offered", DeliveryRules::hoursNotOffered),
            Rule.blocker("schedule.no-hours", DeliveryRules::noHours),
            Rule.blocker("schedule.pace-not-offered", DeliveryRules::paceNotOffered),
            Rule.blocker("schedule.too-long", DeliveryRules::tooLong),
            Rule.blocker("account.switch-not-offered", DeliveryRules::switchNotOffered));

    private static Stream<Row> rows(Situation s) {
        return s.campaign().rows().stream();
    }

    private static Optional<ObjectiveRule> objective(Situation s) {
        return s.rulebook().objective(s.campaign().facts().objective());
    }

    private static Optional<GoalRule> goal(Situation s, Row row) {
        String wanted = row.delivery().goal();
        return objective(s)
                .flatMap(o -> wanted == null
                        ? Optional.of(o.goals().get(0))
                        : o.goals().stream()
                                .filter(g -> g.code().equals(wanted))
                                .findFirst());
    }

    private static Stream<Seen> goalNotOffered(Situation s) {
        return objective(s).stream()
                .flatMap(o -> rows(s).filter(r -> goal(s, r).isEmpty()).map(r -> {
                    String offered = o.goals().stream().map(GoalRule::words).collect(Collectors.joining(", "));
                    return new Seen(
                            s.place(r, "goal"),
                            String.valueOf(r.delivery().goal()),
                            offered,
                            "Row %s seeks %s; %s on %s offers %s."
                                    .formatted(
                                            r.label(),
                                            CodeWords.of(
                                                    String.valueOf(r.delivery().goal())),
                                            o.words(),
                                            s.rulebook().name(),
                                            offered),
                            "Choose one of these.");
                }));
    }

    /** Common practice: what happens on a site without a tag cannot be sought; link clicks are the way out. */
    private static Stream<Seen> goalNeedsSiteTag(Situation s) {
        boolean tagged = s.account().hasSiteTag();
        boolean none = objective(s).map(ObjectiveRule::needsSiteTag).orElse(false);
        return tagged || none
                ? Stream.empty()
                : rows(s).flatMap(r -> goal(s, r).filter(g -> g.siteEvent() != null).stream()
                        .map(g -> new Seen(
                                s.place(r, "goal"),
                                "no site tag",
                                "a site tag",
                                "Row %s seeks %s, which needs a site tag; the account %s has none."
                                        .formatted(
                                                r.label(),
                                                g.words().toLowerCase(Locale.ROOT),
                                                s.account().name()),
                                "Choose a goal that is counted on the network, such as link clicks.")));
    }

    private static Stream<Seen> chargeNotPaired(Situation s) {
        return rows(s).flatMap(r -> {
            Charge charge = r.delivery().charge();
            return goal(s, r).filter(g -> charge != null && !g.charged().contains(charge)).stream()
                    .map(g -> new Seen(
                            s.place(r, "charge"),
                            words(charge),
                            g.charged().stream().map(DeliveryRules::words).collect(Collectors.joining(", ")),
                            "Row %s is charged by %s; for %s it can be charged by %s."
                                    .formatted(
                                            r.label(),
                                            words(charge),
                                            g.words().toLowerCase(Locale.ROOT),
                                            g.charged().stream()
                                                    .map(DeliveryRules::words)
                                                    .collect(Collectors.joining(" or "))),
                            "Choose one of these."));
        });
    }

    private static String words(@Nullable Charge charge) {
        return String.valueOf(charge).toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    private static Stream<Seen> strategyNotOffered(Situation s) {
        List<BidStrategy> offered = s.rulebook().spending().strategies();
        return rows(s).filter(r -> !offered.contains(r.delivery().bid().strategy()))
                .map(r -> new Seen(
                        s.place(r, "bid"),
                        words(r.delivery().bid().strategy()),
                        offered.stream().map(DeliveryRules::words).collect(Collectors.joining(", ")),
                        "Row %s bids by %s; %s offers %s."
                                .formatted(
                                        r.label(),
                                        words(r.delivery().bid().strategy()),
                                        s.rulebook().name(),
                                        offered.stream()
                                                .map(DeliveryRules::words)
                                                .collect(Collectors.joining(" or "))),
                        "Choose one of these."));
    }

    private static String words(BidStrategy strategy) {
        return strategy.name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }

    private static Stream<Seen> noAmount(Situation s) {
        return rows(s).filter(r -> r.delivery().bid().strategy() != BidStrategy.AUTOMATIC
                        && r.delivery().bid().amount() == null)
                .map(r -> new Seen(
                        s.place(r, "bid"),
                        "no amount",
                        "an amount",
                        "Row %s bids a %s without an amount."
                                .formatted(r.label(), words(r.delivery().bid().strategy())),
                        "Type one, or let the network bid."));
    }

    private record Offered(Row row, Money amount) {}

    private static Stream<Offered> bids(Situation s) {
        return rows(s).flatMap(
                        r -> Optional.ofNullable(r.delivery().bid().amount()).map(a -> new Offered(r, a)).stream());
    }

    private static Stream<Seen> underLowest(Situation s) {
        return s
                .rulebook()
                .money(s.campaign().facts().moneyPerRow().currency())
                .map(m -> new Money(m.lowestBidMinor(), m.currency()))
                .stream()
                .flatMap(lowest -> bids(s).filter(b -> b.amount().compareTo(lowest) < 0)
                        .map(b -> new Seen(
                                s.place(b.row(), "bid"),
                                b.amount().toString(),
                                lowest.toString(),
                                "Row %s bids %s; %s takes no bid under %s."
                                        .formatted(
                                                b.row().label(),
                                                b.amount(),
                                                s.rulebook().name(),
                                                lowest),
                                "Raise it to %s or more.".formatted(lowest))));
    }

    /** Common practice: the suggestion is the floor to start from, and a row that gets nothing often bids too low. */
    private static Stream<Seen> tooLow(Situation s) {
        return bids(s).flatMap(b -> Optional.ofNullable(s.prices().get(b.row().id())).stream()
                .map(p -> new Money(p.fromMinor(), b.amount().currency()))
                .filter(from -> b.amount().compareTo(from) < 0)
                .map(from -> new Seen(
                        s.place(b.row(), "bid"),
                        b.amount().toString(),
                        from.toString(),
                        "Row %s bids %s; under %s its ads hardly ever win a place."
                                .formatted(b.row().label(), b.amount(), from),
                        "Raise it to the suggestion, %s."
                                .formatted(new Money(
                                        Objects.requireNonNull(
                                                        s.prices().get(b.row().id()))
                                                .suggestedMinor(),
                                        b.amount().currency())))));
    }

    private static Stream<Seen> overDaily(Situation s) {
        return bids(s).filter(b -> b.amount().compareTo(s.daily(b.row())) > 0)
                .map(b -> new Seen(
                        s.place(b.row(), "bid"),
                        b.amount().toString(),
                        s.daily(b.row()).toString(),
                        "Row %s bids %s with %s a day: one click or result could take all of it."
                                .formatted(b.row().label(), b.amount(), s.daily(b.row())),
                        "Lower the bid, or raise the money."));
    }

    private static Stream<Seen> hoursNotOffered(Situation s) {
        return s.rulebook().schedule().hours()
                ? Stream.empty()
                : rows(s).filter(r -> !r.delivery().hours().all())
                        .map(r -> new Seen(
                                s.place(r, "hours"),
                                r.delivery().hours().words(),
                                "all hours",
                                "Row %s runs %s; %s takes no hours of the day."
                                        .formatted(
                                                r.label(),
                                                r.delivery().hours().words(),
                                                s.rulebook().name()),
                                "Run it all day."));
    }

    private static Stream<Seen> noHours(Situation s) {
        return rows(s).filter(r -> r.delivery().hours().none()
                        || r.delivery()
                                .hours()
                                .within(s.campaign().facts().flight())
                                .isZero())
                .map(r -> new Seen(
                        s.place(r, "hours"),
                        r.delivery().hours().words(),
                        "at least 1 hour",
                        "Row %s runs in no hour between %s and %s."
                                .formatted(
                                        r.label(),
                                        DayWords.of(
                                                s.campaign().facts().flight().start()),
                                        DayWords.of(
                                                s.campaign().facts().flight().lastDay())),
                        "Choose hours that come in the flight."));
    }

    private static Stream<Seen> paceNotOffered(Situation s) {
        List<Pace> offered = s.rulebook().schedule().paces();
        return rows(s).filter(r -> r.delivery().pace() != Pace.EVEN
                        && !offered.contains(r.delivery().pace()))
                .map(r -> new Seen(
                        s.place(r, "pace"),
                        "front-loaded",
                        "even",
                        "Row %s spends early in the day; %s spends evenly only."
                                .formatted(r.label(), s.rulebook().name()),
                        "Choose an even pace."));
    }

    private static Stream<Seen> tooLong(Situation s) {
        int most = s.rulebook().schedule().mostDays();
        int days = s.campaign().facts().flight().days();
        return days <= most
                ? Stream.empty()
                : Stream.of(new Seen(
                        s.place("lastDay"),
                        days + " days",
                        most + " days",
                        "The campaign runs %d days; %s takes %d at most."
                                .formatted(days, s.rulebook().name(), most),
                        "Choose an earlier last day."));
    }

    private static Stream<Seen> switchNotOffered(Situation s) {
        List<String> offered =
                s.rulebook().switches().stream().map(Choice::code).toList();
        return rows(s).flatMap(r -> r.delivery().switches().keySet().stream()
                .filter(c -> !offered.contains(c))
                .map(c -> new Seen(
                        s.place(r, "switches"),
                        c,
                        offered.isEmpty() ? "no switches" : String.join(", ", offered),
                        "Row %s switches %s, which %s does not know."
                                .formatted(
                                        r.label(), CodeWords.of(c), s.rulebook().name()),
                        "Take the switch out.")));
    }
}
