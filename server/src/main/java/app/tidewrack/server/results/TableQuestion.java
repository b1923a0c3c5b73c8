package app.tidewrack.server.results;

import app.tidewrack.core.plan.Temperature;
import app.tidewrack.server.results.ResultTables.Question;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * Which results are asked for, as {@link Question} says it.
 *
 * @param campaignIds only these; null or empty for all
 */
record TableQuestion(
        @Size(max = 4) List<@Size(max = 40) String> by,
        @Nullable LocalDate from,
        @Nullable LocalDate to,
        @Size(max = 500) @Nullable List<String> campaignIds,
        @Nullable Temperature temperature) {
    Question question() {
        return new Question(by, from, to, Objects.requireNonNullElse(campaignIds, List.of()), temperature);
    }
}
