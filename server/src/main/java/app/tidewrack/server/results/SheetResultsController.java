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
import app.tidewrack.server.results.ResultTables.Ranked;
import app.tidewrack.server.results.ResultsMapper.Reached;
import app.tidewrack.server.results.TableColumns.NumberColumn;
import app.tidewrack.server.results.TableColumns.WordColumn;
import app.tidewrack.server.web.NotFound;
import app.tidewrack.server.web.SqlArray;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
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
     * One number of every ad, as columns: {@code value}; {@code rests}, how much of what it stands on there is; {@code low} and {@code high},
     * between which it is with a certainty of 95 %, the latter missing where it has no upper limit; {@code reach}. An ad is known by
     * its place, from 0.
     *
     * @param signs one an ad, as {@link ResultTables.Ranked} has them
     */
    record SheetResults(
            String currency,
            MetricView metric,
            WordColumn rows,
            WordColumn columns,
            String signs,
            List<NumberColumn> numbers) {}

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
        List<AdOfSheet> all = facts.adsOfSheet(clientId, campaignId);
        Map<String, Measure> results = known.results(clientId, campaign);
        Metric rests = shown.rests().isEmpty() ? null : Metric.usual(shown.rests());
        Map<CellRef, Facts> cells = cells(clientId, all, results, read(shown, rests, results));
        Map<CellRef, DayBlocks> days = days(clientId, all, results, shown);
        Ranks<CellRef> ranks = Ranks.of(cells, shown);
        Map<String, Long> reach =
                mapper.reach(clientId, campaignId).stream().collect(Collectors.toMap(Reached::scope, Reached::people));
        List<Cell> ads = cells.entrySet().stream()
                .map(e -> new Cell(e.getKey(), e.getValue(), between(days.get(e.getKey()), shown)))
                .toList();
        return new SheetResults(
                campaign.facts().moneyPerRow().currency().getCurrencyCode(),
                MetricView.of(shown),
                WordColumn.of(ads, ad -> ad.at.rowId()),
                WordColumn.of(ads, ad -> ad.at.columnId()),
                ads.stream().map(ad -> Ranked.sign(ranks, ad.at)).collect(Collectors.joining()),
                List.of(
                        NumberColumn.of("value", ads, ad -> ad.told(shown)),
                        NumberColumn.of("rests", ads, ad -> rests == null ? null : ad.counted(rests)),
                        NumberColumn.of("low", ads, ad -> ad.between == null ? null : ad.between.from()),
                        NumberColumn.of("high", ads, Cell::high),
                        NumberColumn.of(
                                "reach", ads, ad -> real(reach.get("ad:" + ad.at.rowId() + "/" + ad.at.columnId())))));
    }

    /** An ad, and between what its number is; null where that cannot be said. */
    private record Cell(CellRef at, Facts facts, @Nullable Interval between) {
        @Nullable
        Double told(Metric metric) {
            return metric.of(facts).stream().boxed().findFirst().orElse(null);
        }

        Double counted(Metric metric) {
            return metric.of(facts).orElse(0);
        }

        @Nullable
        Double high() {
            return between == null || Double.isInfinite(between.to()) ? null : between.to();
        }
    }

    private static @Nullable Double real(@Nullable Long whole) {
        return whole == null ? null : whole.doubleValue();
    }

    private static @Nullable Interval between(@Nullable DayBlocks days, Metric metric) {
        return days == null ? null : metric.interval(days).orElse(null);
    }

    /** All that the number, what it rests on and its rank are made of. */
    private static List<Measure> read(Metric shown, @Nullable Metric rests, Map<String, Measure> results) {
        Set<Measure> read = EnumSet.copyOf(results.values().isEmpty() ? List.of(Measure.SPEND) : results.values());
        read.add(Measure.SPEND);
        read.addAll(shown.reads());
        if (rests != null) {
            read.addAll(rests.reads());
        }
        return Measure.REPORTED.stream().filter(read::contains).toList();
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

    private Map<CellRef, Facts> cells(
            String clientId, List<AdOfSheet> ads, Map<String, Measure> results, List<Measure> read) {
        Map<CellRef, Facts> cells = new LinkedHashMap<>();
        if (ads.isEmpty()) {
            return cells;
        }
        double margin = numbers.margin(clientId);
        String array = ads.stream().map(a -> String.valueOf(a.ad())).collect(SqlArray.literal());
        Map<Integer, AdOfSheet> byNumber = ads.stream().collect(Collectors.toMap(AdOfSheet::ad, a -> a));
        for (Map<String, Object> row : byGroup.of(
                new Grouped(clientId, array, array, Beside.NOTHING, null, RowDays.EARLIEST, RowDays.LATEST, read))) {
            AdOfSheet ad = Objects.requireNonNull(byNumber.get(
                    Objects.requireNonNull((Number) row.get("group_number")).intValue()));
            Counts counts = FactRow.counts(row, read);
            Measure result = results.get(ad.rowId());
            cells.put(
                    new CellRef(ad.rowId(), ad.columnId()),
                    new Facts(result == null ? counts : counts.with(Measure.RESULTS, counts.get(result)), margin));
        }
        return cells;
    }
}
