package app.tidewrack.server.results;

import app.tidewrack.core.results.Metric;
import app.tidewrack.server.results.Paces.CampaignPace;
import app.tidewrack.server.results.ResultPeople.ReachLine;
import app.tidewrack.server.results.ResultTables.Line;
import app.tidewrack.server.results.ResultTables.Question;
import app.tidewrack.server.web.AsksOnly;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What came back, by whatever is asked. */
@RestController
@RequestMapping("/api/clients/{clientId}/results")
@RequiredArgsConstructor
class ResultsController {
    static final int MOST_METRICS = 60;

    private final ResultTables tables;
    private final ClientNumbers numbers;
    private final LineDifferences differences;
    private final ResultPeople people;
    private final Paces paces;

    @GetMapping("/pace")
    List<CampaignPace> pace(@PathVariable String clientId) {
        return paces.of(clientId);
    }

    /**
     * @param metrics codes of the numbers that are told; null for all
     * @param ranked code of the one whose lines are ranked; null for none
     */
    record NumbersQuestion(
            @Valid TableQuestion table,
            @Size(max = MOST_METRICS) @Nullable List<@Size(max = 40) String> metrics,
            @Size(max = 40) @Nullable String ranked) {}

    @AsksOnly
    @PostMapping("/table")
    TableColumns table(@PathVariable String clientId, @Valid @RequestBody NumbersQuestion body) {
        List<Metric> metrics =
                body.metrics() == null ? numbers.all(clientId) : numbers.of(clientId, "metrics", body.metrics());
        Metric ranked = body.ranked() == null
                ? null
                : numbers.of(clientId, "ranked", List.of(body.ranked())).get(0);
        Question asked = body.table().question();
        return TableColumns.of(asked.by(), tables.table(clientId, asked, metrics, ranked), metrics);
    }

    /** @param line its currency and keys */
    record LineQuestion(
            @Valid TableQuestion table,
            @Size(min = 1, max = 5) List<String> line) {}

    /** Every number of one line. */
    @AsksOnly
    @PostMapping("/line")
    Line line(@PathVariable String clientId, @Valid @RequestBody LineQuestion body) {
        return tables.line(clientId, body.table().question(), body.line());
    }

    /** @param first currency and keys of a line; likewise the second */
    record DifferenceQuestion(
            @Valid TableQuestion table,
            String metric,
            @Size(min = 1, max = 5) List<String> first,
            @Size(min = 1, max = 5) List<String> second) {}

    /**
     * @param apart chance is ruled out at 5 %, for every two lines that could have been picked
     * @param ofMany the p-value for all of those
     * @param low with a certainty of 95 %: by how much the first share is over the second, or how many times as much the first is
     * @param high null where it has no upper limit
     * @param times whether it is how many times as much
     */
    record DifferenceView(
            boolean apart,
            double p,
            double ofMany,
            double low,
            @Nullable Double high,
            boolean times) {}

    /** @param told null where it cannot be said: of sums, of two currencies, of results of different kinds */
    record DifferenceAnswer(@Nullable DifferenceView told) {}

    @AsksOnly
    @PostMapping("/difference")
    DifferenceAnswer difference(@PathVariable String clientId, @Valid @RequestBody DifferenceQuestion body) {
        return new DifferenceAnswer(differences
                .of(clientId, body.table().question(), body.metric(), body.first(), body.second())
                .map(d -> new DifferenceView(
                        d.apart(),
                        d.p(),
                        d.ofMany(),
                        d.between().from(),
                        Double.isInfinite(d.between().to()) ? null : d.between().to(),
                        d.times()))
                .orElse(null));
    }

    /** Different people by line, as networks count them; a line over several accounts has none, since people are never added. */
    @AsksOnly
    @PostMapping("/reach")
    List<ReachLine> reach(@PathVariable String clientId, @Valid @RequestBody TableQuestion body) {
        return people.of(clientId, body.question());
    }
}
