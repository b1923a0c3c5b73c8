package app.tidewrack.server.facts;

import app.tidewrack.core.results.Arrivals;
import app.tidewrack.core.results.Arrivals.History;
import app.tidewrack.core.results.Arrivals.Told;
import app.tidewrack.server.facts.ToldMapper.AccountTold;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** How much of what days brought has come in by now, as each account of a client told it so far. */
@Component
@RequiredArgsConstructor
public class Lateness {
    /** By which another node's pull is seen at the latest. */
    private static final Duration LONGEST = Duration.ofSeconds(5);

    private static final int MOST_CLIENTS = 200;

    private final ToldMapper facts;
    private final FactMarks marks;
    private final Cache<Asked, Map<String, Arrivals>> recent = Caffeine.newBuilder()
            .expireAfterWrite(LONGEST)
            .maximumSize(MOST_CLIENTS)
            .build();

    /** @param mark of the facts that it is learned from */
    private record Asked(String clientId, long mark) {}

    /** By account; accounts that told nothing yet are not in it. */
    public Map<String, Arrivals> of(String clientId) {
        return recent.get(new Asked(clientId, marks.of(clientId)), a -> learn(a.clientId()));
    }

    /** The same of one account. */
    public Arrivals of(String clientId, String accountId, LocalDateTime until) {
        return Objects.requireNonNullElseGet(of(clientId).get(accountId), () -> Arrivals.unknown(until));
    }

    private Map<String, Arrivals> learn(String clientId) {
        Map<String, List<Told>> told = new HashMap<>();
        for (Map<String, Object> row : facts.told(clientId)) {
            told.computeIfAbsent((String) Objects.requireNonNull(row.get("account_id")), a -> new ArrayList<>())
                    .add(new Told(
                            LocalDate.parse((String) Objects.requireNonNull(row.get("day"))),
                            number(row, "first_age"),
                            number(row, "age"),
                            FactRow.counts(row)));
        }
        Map<String, History> histories = facts.toldUntil(clientId).stream()
                .collect(Collectors.toMap(
                        AccountTold::id,
                        a -> new History(
                                told.getOrDefault(a.id(), List.of()),
                                a.until().atZone(ZoneId.of(a.zone())).toLocalDateTime())));
        Map<String, Arrivals> arrivals = new HashMap<>();
        histories.forEach((id, history) -> arrivals.put(
                id,
                new Arrivals(
                        history,
                        histories.entrySet().stream()
                                .filter(o -> !o.getKey().equals(id))
                                .sorted(Map.Entry.comparingByKey())
                                .map(Map.Entry::getValue)
                                .toList())));
        return arrivals;
    }

    private static int number(Map<String, Object> row, String column) {
        return ((Number) Objects.requireNonNull(row.get(column))).intValue();
    }
}
