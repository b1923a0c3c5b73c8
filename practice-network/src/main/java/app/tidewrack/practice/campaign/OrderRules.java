package app.tidewrack.practice.campaign;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.ObjectiveRule;
import app.tidewrack.core.network.ObjectiveRule.GoalRule;
import app.tidewrack.core.network.PlacementRule;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.Rulebook.Choice;
import app.tidewrack.core.network.Rulebook.MoneyRule;
import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import app.tidewrack.core.network.SpendingRule.Level;
import app.tidewrack.core.network.SubjectFit;
import app.tidewrack.core.network.SubjectFit.Breach;
import app.tidewrack.core.network.SubjectRule;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.practice.account.Account;
import app.tidewrack.practice.campaign.Orders.AdGroupOrder;
import app.tidewrack.practice.campaign.Orders.Bid;
import app.tidewrack.practice.campaign.Orders.Budget;
import app.tidewrack.practice.campaign.Orders.CampaignOrder;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** What the rulebook forbids in campaigns and ad groups. */
final class OrderRules {
    private static final int HOURS_OF_WEEK = 168;

    private final Rulebook rulebook;
    private final Account account;
    private final MoneyRule money;

    OrderRules(Rulebook rulebook, Account account) {
        this.rulebook = rulebook;
        this.account = account;
        money = rulebook.money(account.currency()).orElseThrow();
    }

    void require(CampaignOrder order) {
        requireName(order.name());
        if (rulebook.objective(order.objective()).isEmpty()) {
            throw new Refusal(
                    "objective",
                    "“%s” is not offered.".formatted(order.objective()),
                    "Choose one of "
                            + rulebook.objectives().stream()
                                    .map(ObjectiveRule::code)
                                    .collect(Collectors.joining(", "))
                            + ".");
        }
        long days = ChronoUnit.DAYS.between(order.startsOn(), order.endsOn());
        if (days < 1 || days > rulebook.schedule().mostDays()) {
            throw new Refusal(
                    "endsOn",
                    "The flight has %d days; 1 to %d are taken."
                            .formatted(days, rulebook.schedule().mostDays()),
                    "Choose other days.");
        }
        String subject = order.subject();
        if (subject != null && rulebook.subject(subject).isEmpty()) {
            throw new Refusal("subject", "“%s” is no regulated subject.".formatted(subject), "See the rulebook.");
        }
        if (order.budget() != null) {
            requireLevel(Level.CAMPAIGN);
            requireBudget(order.budget(), days);
        }
    }

    void require(AdGroupOrder order, CampaignOrder campaign) {
        requireName(order.name());
        GoalRule goal = goal(order, campaign);
        if (order.charge() != null && !goal.charged().contains(order.charge())) {
            throw new Refusal(
                    "charge",
                    "%s cannot be charged by %s.".formatted(goal.words(), order.charge()),
                    "Choose one of %s.".formatted(goal.charged()));
        }
        if (goal.siteEvent() != null && account.site() == null) {
            throw new Refusal(
                    "goal",
                    "%s needs a site tag that reports %s; the account has none."
                            .formatted(goal.words(), goal.siteEvent()),
                    "Seek link clicks, or put the tag on the site.");
        }
        requireMoney(order, campaign);
        requireBid(order.bid());
        requireSchedule(order);
        requirePlacements(order.placements());
        for (String code : order.switches().keySet()) {
            if (rulebook.switches().stream().map(Choice::code).noneMatch(code::equals)) {
                throw new Refusal("switches", "“%s” cannot be switched here.".formatted(code), "Take it out.");
            }
        }
        String subject = campaign.subject();
        if (subject != null) {
            rulebook.subject(subject).ifPresent(s -> requireSubject(s, order.audience()));
        }
    }

    GoalRule goal(AdGroupOrder order, CampaignOrder campaign) {
        return rulebook.objective(campaign.objective()).orElseThrow().goal(order.goal());
    }

    private void requireMoney(AdGroupOrder order, CampaignOrder campaign) {
        Budget own = order.budget();
        if ((own == null) == (campaign.budget() == null)) {
            throw new Refusal(
                    "budget",
                    own == null
                            ? "Neither the campaign nor the ad group has money."
                            : "The campaign shares its money; the ad group has its own as well.",
                    own == null ? "Give one of them money." : "Take one of them away.");
        }
        if (own != null) {
            requireLevel(Level.AD_GROUP);
            requireBudget(own, ChronoUnit.DAYS.between(campaign.startsOn(), campaign.endsOn()));
        }
    }

    private void requireLevel(Level level) {
        if (!rulebook.spending().levels().contains(level)) {
            throw new Refusal(
                    "budget",
                    "Money cannot be set on the %s here.".formatted(level == Level.CAMPAIGN ? "campaign" : "ad group"),
                    "Set it on the other level.");
        }
    }

    private void requireBudget(Budget budget, long days) {
        if (budget.lifetime() && !rulebook.spending().lifetime()) {
            throw new Refusal("budget", "Money for the whole flight is not taken here.", "Set it a day.");
        }
        long lowest = money.lowestDailyMinor() * (budget.lifetime() ? days : 1);
        if (budget.minor() < lowest) {
            throw new Refusal(
                    "budget",
                    "%s%s is under the lowest, %s."
                            .formatted(
                                    new Money(budget.minor(), account.currency()),
                                    budget.lifetime() ? " for %d days".formatted(days) : " a day",
                                    new Money(lowest, account.currency())),
                    "Raise it.");
        }
        Long limit = account.spendingLimitMinor();
        if (!budget.lifetime() && limit != null && budget.minor() > limit) {
            throw new Refusal(
                    "budget",
                    "%s a day is over the account’s limit, %s."
                            .formatted(
                                    new Money(budget.minor(), account.currency()),
                                    new Money(limit, account.currency())),
                    "Lower it.");
        }
    }

    private void requireBid(Bid bid) {
        if (!rulebook.spending().strategies().contains(bid.strategy())) {
            throw new Refusal(
                    "bid",
                    "Bids cannot be %s here.".formatted(bid.strategy()),
                    "Choose one of %s.".formatted(rulebook.spending().strategies()));
        }
        Long minor = bid.minor();
        if (bid.strategy() != BidStrategy.AUTOMATIC && (minor == null || minor < money.lowestBidMinor())) {
            throw new Refusal(
                    "bid",
                    "The bid is %s; the lowest is %s."
                            .formatted(
                                    minor == null ? "missing" : new Money(minor, account.currency()),
                                    new Money(money.lowestBidMinor(), account.currency())),
                    "Raise it.");
        }
    }

    private void requireSchedule(AdGroupOrder order) {
        if (order.pace() != Pace.EVEN && !rulebook.schedule().paces().contains(order.pace())) {
            throw new Refusal("pace", "The pace %s is not offered.".formatted(order.pace()), "Choose an even pace.");
        }
        String hours = order.hours();
        if (hours == null) {
            return;
        }
        if (!rulebook.schedule().hours()) {
            throw new Refusal("hours", "Hours of the day cannot be chosen here.", "Run it all day.");
        }
        if (hours.length() != HOURS_OF_WEEK
                || !hours.chars().allMatch(c -> c == '0' || c == '1')
                || !hours.contains("1")) {
            throw new Refusal(
                    "hours",
                    "The hours have %d signs; %d of 0 and 1 are wanted, one of them 1."
                            .formatted(hours.length(), HOURS_OF_WEEK),
                    "Send one for each hour of the week.");
        }
    }

    private void requirePlacements(List<String> placements) {
        for (String placement : placements) {
            if (rulebook.placement(placement).isEmpty()) {
                throw new Refusal(
                        "placements",
                        "“%s” is no placement.".formatted(placement),
                        "Choose of "
                                + rulebook.placements().stream()
                                        .map(PlacementRule::code)
                                        .collect(Collectors.joining(", "))
                                + ".");
            }
        }
    }

    private void requireSubject(SubjectRule subject, AudienceDefinition audience) {
        for (Breach breach : SubjectFit.judge(audience, subject, rulebook.audience())) {
            throw switch (breach.kind()) {
                case AGES -> forbidden(subject, "ages", "narrowing ages");
                case GENDER -> forbidden(subject, "gender", "choosing a gender");
                case RADIUS ->
                    forbidden(
                            subject,
                            "places",
                            "%s; the least is %d km".formatted(breach.asked(), breach.leastRadiusKm()));
                case TERM -> forbidden(subject, "conditions", "conditions on “%s”".formatted(breach.asked()));
            };
        }
    }

    private static Refusal forbidden(SubjectRule subject, String field, String what) {
        return new Refusal(field, "Ads about %s forbid %s.".formatted(subject.words(), what), "Take it out.");
    }

    void requireName(@Nullable String name) {
        int limit = rulebook.nameLimit();
        if (name == null || name.isBlank() || name.length() > limit) {
            throw new Refusal(
                    "name",
                    "A name has 1 to %d characters; this has %d.".formatted(limit, name == null ? 0 : name.length()),
                    "Change it.");
        }
    }
}
