package app.tidewrack.server.results;

import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.core.results.Metric;
import app.tidewrack.server.facts.FactRow;
import app.tidewrack.server.results.AdsKnown.Ad;
import app.tidewrack.server.results.GroupSql.Beside;
import app.tidewrack.server.results.GroupSql.Grouped;
import app.tidewrack.server.web.SqlArray;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.SortedMap;
import java.util.TreeMap;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What every ad brought, day by day, and its parts where networks tell of them. */
@Component
@RequiredArgsConstructor
public class AdsByDay {
    /** Longer ago says little of what works now. */
    private static final int DAYS = 90;

    private static final int DAY_LENGTH = 10;

    private final FactSums facts;
    private final AdsKnown known;
    private final SumsByGroup byGroup;
    private final ClientNumbers numbers;

    /** @param result what its row seeks, as it is counted; null where that is not known */
    public record AdDays(
            int ad,
            String campaignId,
            String rowId,
            String currency,
            @Nullable Temperature temperature,
            @Nullable Measure result,
            SortedMap<LocalDate, Counts> days) {}

    /** Their last {@value #DAYS} days. */
    public List<AdDays> of(String clientId) {
        List<Ad> ads = known.all(clientId);
        Map<Integer, SortedMap<LocalDate, Counts>> days = new HashMap<>();
        rows(clientId, ads.stream().map(a -> a.known().ad()).toList(), Beside.DAY, null)
                .forEach(row -> days.computeIfAbsent(number(row), a -> new TreeMap<>())
                        .put(LocalDate.parse(beside(row)), FactRow.counts(row)));
        return ads.stream()
                .map(a -> new AdDays(
                        a.known().ad(),
                        a.known().campaignId(),
                        a.known().rowId(),
                        a.known().currency(),
                        a.temperature(),
                        a.result(),
                        days.getOrDefault(a.known().ad(), new TreeMap<>())))
                .toList();
    }

    /** @param part as the network tells it */
    public record PartDay(int ad, LocalDate day, String part, Counts counts) {}

    /** @param dimension of breakdowns, such as {@code media} */
    public List<PartDay> parts(String clientId, Collection<Integer> ads, String dimension) {
        return rows(clientId, ads, Beside.PART_OF_DAY, dimension).stream()
                .map(row -> new PartDay(
                        number(row),
                        LocalDate.parse(beside(row).substring(0, DAY_LENGTH)),
                        beside(row).substring(DAY_LENGTH + 1),
                        FactRow.counts(row)))
                .toList();
    }

    private List<Map<String, Object>> rows(
            String clientId, Collection<Integer> ads, Beside beside, @Nullable String dimension) {
        if (ads.isEmpty()) {
            return new ArrayList<>();
        }
        LocalDate last = facts.days(clientId).last();
        if (last == null) {
            return new ArrayList<>();
        }
        String all = ads.stream().map(String::valueOf).collect(SqlArray.literal());
        return byGroup.of(
                new Grouped(clientId, all, all, beside, dimension, last.minusDays(DAYS - 1), last, Measure.REPORTED));
    }

    private static int number(Map<String, Object> row) {
        return Objects.requireNonNull((Number) row.get("group_number")).intValue();
    }

    private static String beside(Map<String, Object> row) {
        return Objects.requireNonNull((String) row.get("beside"));
    }

    /** @throws app.tidewrack.core.refusal.Refusal (field {@code metric}) when a client has no such number */
    public Metric metric(String clientId, String code) {
        return numbers.of(clientId, code);
    }

    /** What a number is made of, for counts of an ad that seeks a kind of result. */
    public Facts facts(String clientId, Counts counts, @Nullable Measure result) {
        return new Facts(
                result == null ? counts : counts.with(Measure.RESULTS, counts.get(result)), numbers.margin(clientId));
    }
}
