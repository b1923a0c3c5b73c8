package app.tidewrack.server.results;

import app.tidewrack.server.results.GroupSql.Grouped;
import java.util.List;
import java.util.Map;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Asks the database for sums, with a plan of its own each time: one made for any number of ads can take minutes for many. */
@Component
@RequiredArgsConstructor
class SumsByGroup {
    private final FactSums facts;

    /** As {@link FactSums#sums}. */
    @Transactional(readOnly = true)
    public List<Map<String, Object>> of(Grouped asked) {
        facts.planEach();
        return facts.sums(asked);
    }
}
