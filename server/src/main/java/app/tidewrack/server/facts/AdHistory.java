package app.tidewrack.server.facts;

import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.results.Arrivals;
import app.tidewrack.core.results.Counts;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What a client's ads brought of late, by what they are: what forecasts learn from. */
@Component
@RequiredArgsConstructor
public class AdHistory {
    /** How it was longer ago says little of how it is. */
    private static final int DAYS = 180;

    /** By which another node's pull, and edits of plans, are seen at the latest. */
    private static final Duration LONGEST = Duration.ofMinutes(1);

    private static final int MOST_CLIENTS = 100;

    private final ToldMapper facts;
    private final FactMarks marks;
    private final Lateness lateness;
    private final Cache<Asked, List<Part>> recent = Caffeine.newBuilder()
            .expireAfterWrite(LONGEST)
            .maximumSize(MOST_CLIENTS)
            .build();

    private record Asked(String clientId, long mark) {}

    /**
     * What one kind of ad brought; what is null of it is no longer in a plan.
     *
     * @param day of what may still bring more; null for what is older
     */
    public record Part(
            String accountId,
            @Nullable String objective,
            @Nullable Temperature temperature,
            @Nullable String audienceId,
            @Nullable String creativeId,
            String rowId,
            @Nullable LocalDate day,
            Counts counts,
            @Nullable Arrivals arrivals) {
        /** Its money that has had its time to bring what is counted, in minor units. */
        public double ripeSpend(String counted) {
            return counts.spendMinor() * (day == null || arrivals == null ? 1 : arrivals.come(counted, day));
        }
    }

    /** All that it brought in its last {@value #DAYS} days. */
    public List<Part> of(String clientId) {
        return recent.get(new Asked(clientId, marks.of(clientId)), a -> read(a.clientId()));
    }

    /** Different people that a row reached so far; 0 where that is not told. */
    public long people(String clientId, String campaignId, String rowId) {
        return facts.reached(clientId, campaignId, rowId).orElse(0L);
    }

    private List<Part> read(String clientId) {
        Optional<LocalDate> last = facts.last(clientId);
        if (last.isEmpty()) {
            return List.of();
        }
        Map<String, Arrivals> arrivals = lateness.of(clientId);
        return facts.brought(clientId, last.get().minusDays(DAYS), last.get().minusDays(Arrivals.MOST_AGE)).stream()
                .map(row -> part(row, arrivals))
                .toList();
    }

    private static Part part(Map<String, Object> row, Map<String, Arrivals> arrivals) {
        String account = (String) Objects.requireNonNull(row.get("account_id"));
        String temperature = (String) row.get("temperature");
        String day = (String) row.get("day");
        return new Part(
                account,
                (String) row.get("objective"),
                temperature == null ? null : Temperature.valueOf(temperature),
                (String) row.get("audience_id"),
                (String) row.get("creative_id"),
                (String) Objects.requireNonNull(row.get("row_id")),
                day == null ? null : LocalDate.parse(day),
                FactRow.counts(row),
                arrivals.get(account));
    }
}
