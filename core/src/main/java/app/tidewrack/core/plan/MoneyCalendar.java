package app.tidewrack.core.plan;

import app.tidewrack.core.money.Money;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * What the campaigns of a plan spend on each day, one calendar for each currency; amounts of two never meet.
 *
 * @param days every day from the first to the last on which any campaign of the currency runs
 * @param total of all days
 */
public record MoneyCalendar(Currency currency, List<Day> days, Money total) {

    /** One account day and what is spent on it. */
    public record Day(LocalDate date, Money money) {}

    public static List<MoneyCalendar> of(Plan plan) {
        Map<Currency, List<Campaign>> byCurrency = new LinkedHashMap<>();
        plan.campaigns()
                .forEach(c -> byCurrency
                        .computeIfAbsent(c.facts().moneyPerRow().currency(), k -> new ArrayList<>())
                        .add(c));
        return byCurrency.entrySet().stream()
                .map(e -> of(e.getKey(), e.getValue()))
                .toList();
    }

    private static MoneyCalendar of(Currency currency, List<Campaign> campaigns) {
        LocalDate first = campaigns.stream()
                .map(c -> c.facts().flight().start())
                .min(LocalDate::compareTo)
                .orElseThrow();
        LocalDate end = campaigns.stream()
                .map(c -> c.facts().flight().end())
                .max(LocalDate::compareTo)
                .orElseThrow();
        Map<LocalDate, Money> byDate = new LinkedHashMap<>();
        first.datesUntil(end).forEach(d -> byDate.put(d, Money.zero(currency)));
        campaigns.forEach(c -> spread(c, byDate));
        List<Day> days = byDate.entrySet().stream()
                .map(e -> new Day(e.getKey(), e.getValue()))
                .toList();
        return new MoneyCalendar(
                currency,
                days,
                Money.sum(currency, days.stream().map(Day::money).toList()));
    }

    private static void spread(Campaign campaign, Map<LocalDate, Money> byDate) {
        CampaignFacts facts = campaign.facts();
        PlanTotals totals = PlanTotals.of(campaign);
        Money sum = facts.budgeting().forFlight() ? totals.flight() : totals.daily();
        List<Money> days = facts.budgeting().byDay(sum, facts.flight());
        for (int i = 0; i < days.size(); i++) {
            byDate.merge(facts.flight().start().plusDays(i), days.get(i), Money::plus);
        }
    }
}
