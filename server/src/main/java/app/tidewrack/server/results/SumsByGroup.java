package app.tidewrack.server.results;

import app.tidewrack.server.results.GroupSql.Beside;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Asks the database for sums, with a plan of its own each time: one made for any number of ads can take minutes for many. */
@Component
@RequiredArgsConstructor
class SumsByGroup {
    private final FactSums facts;

    /** As {@link FactSums#sums}. */
    @Transactional(readOnly = true)
    public List<Map<String, Object>> of(
            String clientId,
            String ads,
            String groups,
            Beside beside,
            @Nullable String dimension,
            LocalDate from,
            LocalDate to) {
        facts.planEach();
        return facts.sums(clientId, ads, groups, beside, dimension, from, to);
    }
}
