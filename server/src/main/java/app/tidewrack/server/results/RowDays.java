package app.tidewrack.server.results;

import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.server.facts.FactRow;
import app.tidewrack.server.results.AdsKnown.Ad;
import app.tidewrack.server.results.FactSums.AccountUntil;
import app.tidewrack.server.results.GroupSql.Beside;
import app.tidewrack.server.results.GroupSql.Grouped;
import app.tidewrack.server.results.ResultsMapper.Reached;
import app.tidewrack.server.web.SqlArray;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What rows brought, day by day. */
@Component
@RequiredArgsConstructor
public class RowDays {
    static final LocalDate EARLIEST = LocalDate.of(2000, 1, 1);
    static final LocalDate LATEST = LocalDate.of(2100, 1, 1);

    private static final String ROW = "row:";

    private final FactSums facts;
    private final SumsByGroup byGroup;
    private final AdsKnown known;
    private final ResultsMapper mapper;

    public record RowKey(String campaignId, String rowId) {}

    /**
     * What a row brought.
     *
     * @param sought what its delivery seeks, as it is counted; null where that is not known
     * @param days by account day, those without anything left out; results as it seeks them
     */
    public record Brought(@Nullable Measure sought, SortedMap<LocalDate, Counts> days) {
        public static final Brought NOTHING = new Brought(null, Collections.emptySortedMap());

        public Counts all() {
            return days.values().stream().reduce(Counts.NONE, Counts::plus);
        }
    }

    /** @param campaignId null for all */
    public Map<RowKey, Brought> of(String clientId, @Nullable String campaignId) {
        List<Ad> ads = known.all(clientId).stream()
                .filter(a -> campaignId == null || a.known().campaignId().equals(campaignId))
                .toList();
        if (ads.isEmpty()) {
            return new LinkedHashMap<>();
        }
        Map<RowKey, Integer> numbers = new LinkedHashMap<>();
        Map<Integer, RowKey> keys = new HashMap<>();
        Map<RowKey, Measure> results = new HashMap<>();
        Map<String, RowKey> byExternal = new HashMap<>();
        for (Ad ad : ads) {
            RowKey key = new RowKey(ad.known().campaignId(), ad.known().rowId());
            keys.put(numbers.computeIfAbsent(key, k -> numbers.size()), key);
            if (ad.result() != null) {
                results.put(key, ad.result());
            }
            if (ad.known().externalId() != null) {
                byExternal.put(ad.known().externalId(), key);
            }
        }
        Map<RowKey, SortedMap<LocalDate, Counts>> days = days(clientId, ads, numbers, keys, results);
        facts.won(clientId, EARLIEST, LATEST)
                .forEach(won -> Optional.ofNullable(byExternal.get(won.externalAd()))
                        .ifPresent(key -> days.computeIfAbsent(key, k -> new TreeMap<>())
                                .merge(won.day(), Counts.NONE.with(Measure.QUALIFIED, won.leads()), Counts::plus)));
        Map<RowKey, Brought> brought = new LinkedHashMap<>();
        days.forEach((key, of) -> brought.put(key, new Brought(results.get(key), of)));
        return brought;
    }

    private Map<RowKey, SortedMap<LocalDate, Counts>> days(
            String clientId,
            List<Ad> ads,
            Map<RowKey, Integer> numbers,
            Map<Integer, RowKey> keys,
            Map<RowKey, Measure> results) {
        Map<RowKey, SortedMap<LocalDate, Counts>> days = new LinkedHashMap<>();
        for (Map<String, Object> row : byGroup.of(new Grouped(
                clientId,
                array(ads, a -> String.valueOf(a.known().ad())),
                array(
                        ads,
                        a -> String.valueOf(numbers.get(
                                new RowKey(a.known().campaignId(), a.known().rowId())))),
                Beside.DAY,
                null,
                EARLIEST,
                LATEST,
                Measure.REPORTED))) {
            RowKey key = keys.get(
                    Objects.requireNonNull((Number) row.get("group_number")).intValue());
            Counts counts = FactRow.counts(row);
            Measure sought = results.get(key);
            days.computeIfAbsent(key, k -> new TreeMap<>())
                    .put(
                            LocalDate.parse((String) row.get("beside")),
                            sought == null ? counts : counts.with(Measure.RESULTS, counts.get(sought)));
        }
        return days;
    }

    private static String array(List<Ad> ads, Function<Ad, String> of) {
        return ads.stream().map(of).collect(SqlArray.literal());
    }

    /** Until when facts are known, by account; accounts that told nothing yet are not in it. */
    public Map<String, Instant> until(String clientId) {
        return facts.until(clientId).stream().collect(Collectors.toMap(AccountUntil::id, AccountUntil::until));
    }

    /** Different people that each row of a campaign reached so far. */
    public Map<String, Long> reach(String clientId, String campaignId) {
        return mapper.reach(clientId, campaignId).stream()
                .filter(r -> r.scope().startsWith(ROW))
                .collect(Collectors.toMap(r -> r.scope().substring(ROW.length()), Reached::people));
    }

    public double margin(String clientId) {
        return facts.margin(clientId).orElseThrow().doubleValue();
    }
}
