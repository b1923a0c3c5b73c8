package app.tidewrack.server.facts;

import app.tidewrack.core.evidence.Weekdays;
import app.tidewrack.core.evidence.Weekdays.Brought;
import app.tidewrack.core.results.Arrivals;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.core.schedule.Flight;
import app.tidewrack.server.facts.ToldMapper.AccountTold;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.ToDoubleBiFunction;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** What each account's week is like, by its last half year. */
@Component
@RequiredArgsConstructor
public class Weeks {
    private static final int DAYS = 182;

    /** By which another node's pull is seen at the latest. */
    private static final Duration LONGEST = Duration.ofMinutes(1);

    private static final int MOST_CLIENTS = 100;

    private final ToldMapper facts;
    private final FactMarks marks;
    private final Lateness lateness;
    private final Cache<Asked, Map<String, History>> recent = Caffeine.newBuilder()
            .expireAfterWrite(LONGEST)
            .maximumSize(MOST_CLIENTS)
            .build();

    private record Asked(String clientId, long mark) {}

    /**
     * One account's days, and what was learned of them so far.
     *
     * @param days that are whole; those that brought nothing may be missing
     * @param learned by what is counted
     */
    private record History(SortedMap<LocalDate, Counts> days, Arrivals arrivals, Map<String, Weekdays> learned) {
        Weekdays of(String counted, ToDoubleFunction<Counts> many, ToDoubleBiFunction<LocalDate, Counts> of) {
            return learned.computeIfAbsent(counted, k -> {
                SortedMap<LocalDate, Brought> brought = new TreeMap<>();
                days.forEach((day, counts) ->
                        brought.put(day, new Brought(many.applyAsDouble(counts), of.applyAsDouble(day, counts))));
                return Weekdays.of(brought).orElse(Weekdays.EVEN);
            });
        }
    }

    /** How much an account spends on the days of a week. */
    public Weekdays spending(String clientId, String accountId) {
        History history = histories(clientId).get(accountId);
        return history == null
                ? Weekdays.EVEN
                : history.of(
                        Measure.SPEND.code(), Counts::spendMinor, (day, counts) -> counts.spendMinor() > 0 ? 1 : 0);
    }

    /** How much of something comes for its money in the days of a flight that are left, times a usual week. */
    public double left(
            String clientId, String accountId, Flight flight, Measure counted, ToDoubleFunction<Counts> many) {
        History history = histories(clientId).get(accountId);
        if (history == null) {
            return 1;
        }
        LocalDate next = history.days().lastKey().plusDays(1);
        LocalDate first = next.isBefore(flight.start()) ? flight.start() : next;
        if (first.isAfter(flight.lastDay())) {
            return 1;
        }
        return history.of(
                        counted.code(),
                        many,
                        (day, counts) ->
                                counts.spendMinor() * history.arrivals().come(counted.code(), day))
                .mean(first, flight.lastDay());
    }

    private Map<String, History> histories(String clientId) {
        return recent.get(new Asked(clientId, marks.of(clientId)), a -> read(a.clientId()));
    }

    private Map<String, History> read(String clientId) {
        Optional<LocalDate> last = facts.last(clientId);
        if (last.isEmpty()) {
            return Map.of();
        }
        Map<String, Arrivals> arrivals = lateness.of(clientId);
        Map<String, LocalDate> open = facts.toldUntil(clientId).stream()
                .collect(Collectors.toMap(
                        AccountTold::id,
                        a -> a.until().atZone(ZoneId.of(a.zone())).toLocalDate()));
        Map<String, SortedMap<LocalDate, Counts>> days = new HashMap<>();
        for (Map<String, Object> row : facts.byDay(clientId, last.get().minusDays(DAYS))) {
            String account = (String) Objects.requireNonNull(row.get("account_id"));
            LocalDate day = LocalDate.parse((String) Objects.requireNonNull(row.get("day")));
            LocalDate today = open.get(account);
            if (today == null || day.isBefore(today)) {
                days.computeIfAbsent(account, a -> new TreeMap<>()).put(day, FactRow.counts(row));
            }
        }
        Map<String, History> histories = new HashMap<>();
        days.forEach((account, byDay) -> histories.put(
                account,
                new History(
                        byDay,
                        Objects.requireNonNullElseGet(
                                arrivals.get(account),
                                () -> Arrivals.unknown(
                                        byDay.lastKey().plusDays(1).atStartOfDay())),
                        new ConcurrentHashMap<>())));
        return histories;
    }
}
