package app.tidewrack.server.results;

import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.PlanTotals;
import app.tidewrack.core.schedule.Flight;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.results.FactSums.SpentToday;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Money of the account day at hand beside what may be spent on it. */
@Component
@RequiredArgsConstructor
public class DayMoney {
    private final PlanDesk plans;
    private final FactSums facts;

    /** What a campaign may spend on each day from its first to its last. */
    public record PlannedDay(String campaignId, long dailyMinor, LocalDate start, LocalDate lastDay) {
        private boolean holds(LocalDate day) {
            return !day.isBefore(start) && !day.isAfter(lastDay);
        }
    }

    public List<PlannedDay> planned(String clientId) {
        return plans.plans(clientId).stream()
                .flatMap(p -> plans.plan(clientId, p.id()).plan().campaigns().stream())
                .map(DayMoney::planned)
                .toList();
    }

    private static PlannedDay planned(Campaign campaign) {
        Flight flight = campaign.facts().flight();
        return new PlannedDay(campaign.id(), PlanTotals.of(campaign).daily().minor(), flight.start(), flight.lastDay());
    }

    /**
     * In one currency.
     *
     * @param day of the account that is told of furthest
     * @param plannedMinor what all campaigns on a network may spend in the whole day
     * @param spentMinor so far
     * @param passed share of that day that is told of, 0 to 1
     */
    public record MoneyToday(String currency, LocalDate day, long plannedMinor, long spentMinor, double passed) {}

    /**
     * By client and currency; currencies are never added.
     *
     * @param clientId null for all clients of the person
     * @param planned of a client
     */
    public Map<String, List<MoneyToday>> today(
            String personId, @Nullable String clientId, Function<String, List<PlannedDay>> planned) {
        Map<String, List<SpentToday>> byClient = facts.spentToday(personId, clientId).stream()
                .collect(Collectors.groupingBy(SpentToday::clientId, LinkedHashMap::new, Collectors.toList()));
        Map<String, List<MoneyToday>> today = new LinkedHashMap<>();
        byClient.forEach((client, spent) -> today.put(client, byCurrency(spent, planned.apply(client))));
        return today;
    }

    private static List<MoneyToday> byCurrency(List<SpentToday> spent, List<PlannedDay> planned) {
        Map<String, PlannedDay> byCampaign =
                planned.stream().collect(Collectors.toMap(PlannedDay::campaignId, Function.identity()));
        Map<String, List<SpentToday>> byCurrency = spent.stream()
                .collect(Collectors.groupingBy(SpentToday::currency, LinkedHashMap::new, Collectors.toList()));
        List<MoneyToday> today = new ArrayList<>();
        byCurrency.forEach((currency, own) -> {
            SpentToday last = own.stream()
                    .max((a, b) -> a.day().equals(b.day())
                            ? Double.compare(a.passed(), b.passed())
                            : a.day().compareTo(b.day()))
                    .orElseThrow();
            long may = own.stream()
                    .map(s -> byCampaign.get(s.campaignId()))
                    .filter(Objects::nonNull)
                    .filter(p -> p.holds(last.day()))
                    .mapToLong(PlannedDay::dailyMinor)
                    .sum();
            long had = own.stream().mapToLong(SpentToday::spendMinor).sum();
            if (may > 0) {
                today.add(new MoneyToday(currency, last.day(), may, had, last.passed()));
            }
        });
        return today;
    }
}
