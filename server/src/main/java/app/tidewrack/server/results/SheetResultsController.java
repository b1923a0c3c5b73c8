package app.tidewrack.server.results;

import app.tidewrack.core.evidence.DayBlocks;
import app.tidewrack.core.evidence.Interval;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CellRef;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.core.results.Metric;
import app.tidewrack.core.results.Ranks;
import app.tidewrack.server.facts.FactRow;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.results.FactSums.AdOfSheet;
import app.tidewrack.server.results.GroupSql.Beside;
import app.tidewrack.server.results.GroupSql.Grouped;
import app.tidewrack.server.results.ResultsMapper.Reached;
import app.tidewrack.server.web.NotFound;
import app.tidewrack.server.web.SqlArray;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What came back, on the sheet. */
@RestController
@RequestMapping("/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/results")
@RequiredArgsConstructor
class SheetResultsController {
    private final ClientNumbers numbers;
    private final AdsKnown known;
    private final FactSums facts;
    private final SumsByGroup byGroup;
    private final ResultsMapper mapper;
    private final PlanDesk plans;

    /**
     * One number of a cell.
     *
     * @param rank step from 0 worst to 4 best; null without the number, and where there is too little to say
     * @param few there is too little to say
     * @param rests how much of what it stands on there is
     * @param low with a certainty of 95 % it is not under this; null where that cannot be said
     * @param high null where it cannot be said, or has no upper limit
     */
    record CellNumber(
            String rowId,
            String columnId,
            @Nullable Double value,
            @Nullable Integer rank,
            boolean few,
            @Nullable Double rests,
            @Nullable Double low,
            @Nullable Double high,
            @Nullable Long reach) {}

    record SheetResults(String currency, MetricView metric, List<CellNumber> cells) {}

    /** One number of every ad of a campaign, since its start. */
    @GetMapping
    SheetResults results(
            @PathVariable String clientId,
            @PathVariable String planId,
            @PathVariable String campaignId,
            @RequestParam(defaultValue = "cost_per_result") String metric) {
        Campaign campaign = plans.plan(clientId, planId).plan().campaign(campaignId);
        Metric shown = numbers.all(clientId).stream()
                .filter(m -> m.code().equals(metric))
                .findFirst()
                .orElseThrow(() -> new NotFound("number", metric));
        List<AdOfSheet> ads = facts.adsOfSheet(clientId, campaignId);
        Map<String, Measure> results = known.results(clientId, campaign);
        Map<CellRef, Facts> cells = cells(clientId, ads, results);
        Map<CellRef, DayBlocks> days = days(clientId, ads, results, shown);
        Ranks<CellRef> ranks = Ranks.of(cells, shown);
        Metric rests = shown.rests().isEmpty() ? null : Metric.usual(shown.rests());
        Map<String, Long> reach =
                mapper.reach(clientId, campaignId).stream().collect(Collectors.toMap(Reached::scope, Reached::people));
        return new SheetResults(
                campaign.facts().moneyPerRow().currency().getCurrencyCode(),
                MetricView.of(shown),
                cells.entrySet().stream()
                        .map(e -> cell(e.getKey(), e.getValue(), days.get(e.getKey()), shown, rests, ranks, reach))
                        .toList());
    }

    private static CellNumber cell(
            CellRef cell,
            Facts facts,
            @Nullable DayBlocks days,
            Metric metric,
            @Nullable Metric rests,
            Ranks<CellRef> ranks,
            Map<String, Long> reach) {
        Interval between = days == null ? null : metric.interval(days).orElse(null);
        return new CellNumber(
                cell.rowId(),
                cell.columnId(),
                metric.of(facts).stream().boxed().findFirst().orElse(null),
                ranks.steps().get(cell),
                ranks.few().contains(cell),
                rests == null ? null : rests.of(facts).orElse(0),
                between == null ? null : between.from(),
                between == null || Double.isInfinite(between.to()) ? null : between.to(),
                reach.get("ad:" + cell.rowId() + "/" + cell.columnId()));
    }

    /** How each ad's days differed in the two that the number is made of. */
    private Map<CellRef, DayBlocks> days(
            String clientId, List<AdOfSheet> ads, Map<String, Measure> results, Metric metric) {
        Map<List<List<Measure>>, Map<Integer, CellRef>> asked = new LinkedHashMap<>();
        for (AdOfSheet ad : ads) {
            metric.measures(results.get(ad.rowId()))
                    .ifPresent(m -> asked.computeIfAbsent(m, k -> new LinkedHashMap<>())
                            .put(ad.ad(), new CellRef(ad.rowId(), ad.columnId())));
        }
        Map<CellRef, DayBlocks> days = new LinkedHashMap<>();
        asked.forEach((measures, cells) -> facts.blocks(new GroupSql.Blocks(
                        clientId,
                        cells.keySet().stream().map(String::valueOf).collect(SqlArray.literal()),
                        measures.get(0),
                        measures.get(1)))
                .forEach(b -> days.put(
                        Objects.requireNonNull(cells.get(b.ad())),
                        new DayBlocks(b.days(), b.came(), b.of(), b.cameSquare(), b.product(), b.ofSquare()))));
        return days;
    }

    private Map<CellRef, Facts> cells(String clientId, List<AdOfSheet> ads, Map<String, Measure> results) {
        Map<CellRef, Facts> cells = new LinkedHashMap<>();
        if (ads.isEmpty()) {
            return cells;
        }
        double margin = numbers.margin(clientId);
        String array = ads.stream().map(a -> String.valueOf(a.ad())).collect(SqlArray.literal());
        Map<Integer, AdOfSheet> byNumber = ads.stream().collect(Collectors.toMap(AdOfSheet::ad, a -> a));
        for (Map<String, Object> row : byGroup.of(new Grouped(
                clientId, array, array, Beside.NOTHING, null, RowDays.EARLIEST, RowDays.LATEST, Measure.REPORTED))) {
            AdOfSheet ad = Objects.requireNonNull(byNumber.get(
                    Objects.requireNonNull((Number) row.get("group_number")).intValue()));
            Counts counts = FactRow.counts(row);
            Measure result = results.get(ad.rowId());
            cells.put(
                    new CellRef(ad.rowId(), ad.columnId()),
                    new Facts(result == null ? counts : counts.with(Measure.RESULTS, counts.get(result)), margin));
        }
        return cells;
    }
}
