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
                        .computeIfAbsent(c.facts().dailyPerRow().currency(), k -> new ArrayList<>())
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
        Map<String, Money> daily = new LinkedHashMap<>();
        campaigns.forEach(c -> daily.put(c.id(), PlanTotals.of(c).daily()));
        List<Day> days = first.datesUntil(end)
                .map(date -> new Day(
                        date,
                        Money.sum(
                                currency,
                                campaigns.stream()
                                        .filter(c -> !date.isBefore(
                                                        c.facts().flight().start())
                                                && date.isBefore(
                                                        c.facts().flight().end()))
                                        .map(c -> daily.get(c.id()))
                                        .toList())))
                .toList();
        return new MoneyCalendar(
                currency,
                days,
                Money.sum(currency, days.stream().map(Day::money).toList()));
    }
}
