package app.tidewrack.server.results;

import app.tidewrack.server.facts.FactMarks;
import app.tidewrack.server.results.GroupSql.Grouped;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Asks the database for sums, with a plan of its own each time: one made for any number of ads can take minutes for many. What was asked
 * a moment ago of the same facts is not asked again, and who asks the same at the same time waits for one answer: a team looks at the
 * same tables.
 */
@Component
@RequiredArgsConstructor
class SumsByGroup {
    /** By which another node's pull is seen at the latest. */
    private static final Duration LONGEST = Duration.ofSeconds(5);

    /** Of about 1 kB each: two tables of the longest, and some fifty megabytes at most. */
    private static final int MOST_LINES = 50_000;

    private final FactSums facts;
    private final TransactionTemplate transaction;
    private final FactMarks marks;
    private final Cache<Asked, List<Map<String, Object>>> recent = Caffeine.newBuilder()
            .expireAfterWrite(LONGEST)
            .maximumWeight(MOST_LINES)
            .<Asked, List<Map<String, Object>>>weigher((asked, lines) -> 1 + lines.size())
            .build();

    /** @param mark of the facts that it is asked of */
    private record Asked(long mark, Grouped of) {}

    /** As {@link FactSums#sums}. */
    List<Map<String, Object>> of(Grouped asked) {
        return recent.get(new Asked(marks.of(asked.clientId()), asked), a -> ask(a.of()));
    }

    private List<Map<String, Object>> ask(Grouped asked) {
        return transaction.execute(t -> {
            facts.planEach();
            return List.copyOf(facts.sums(asked));
        });
    }
}
