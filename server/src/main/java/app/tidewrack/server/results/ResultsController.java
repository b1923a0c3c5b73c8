package app.tidewrack.server.results;

import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CellRef;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Metric;
import app.tidewrack.core.results.ResultGrid;
import app.tidewrack.core.results.ResultGrid.Fact;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.results.ResultsMapper.AdOnNetwork;
import app.tidewrack.server.results.ResultsMapper.Reached;
import java.time.LocalDate;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** What a campaign brought, by ad, row, column and day; all from the same facts. */
@RestController
class ResultsController {
    private final ResultsMapper mapper;
    private final PlanDesk plans;

    ResultsController(ResultsMapper mapper, PlanDesk plans) {
        this.mapper = mapper;
        this.plans = plans;
    }

    /**
     * Counts and what is made of them. Costs are in minor units per one, rates shares from 0 to 1; null where the number
     * has no meaning yet.
     *
     * @param reach different people, as the network counts them; null where it does not tell
     * @param frequency impressions for each person reached
     */
    record Figures(
            long impressions,
            long clicks,
            long conversions,
            long spendMinor,
            @Nullable Long reach,
            @Nullable Double frequency,
            @Nullable Double clickRate,
            @Nullable Double costPerClickMinor,
            @Nullable Double costPerConversionMinor) {}

    record NamedFigures(String id, String label, Figures figures) {}

    /** @param ranks step from 0 worst to 4 best, by metric */
    record CellFigures(String rowId, String columnId, Figures figures, Map<Metric, Integer> ranks) {}

    record DayFigures(LocalDate day, Figures figures) {}

    record ResultsView(
            String currency,
            Figures total,
            List<NamedFigures> rows,
            List<NamedFigures> columns,
            List<CellFigures> cells,
            List<DayFigures> days) {}

    @GetMapping("/api/clients/{clientId}/plans/{planId}/campaigns/{campaignId}/results")
    ResultsView results(@PathVariable String clientId, @PathVariable String planId, @PathVariable String campaignId) {
        Campaign campaign = plans.plan(clientId, planId).plan().campaign(campaignId);
        List<Fact> facts = mapper.hours(clientId, campaignId).stream()
                .map(h -> new Fact(
                        new CellRef(h.rowId(), h.columnId()),
                        h.hour(),
                        new Counts(h.impressions(), h.clicks(), h.conversions(), h.spendMinor())))
                .toList();
        ResultGrid grid = ResultGrid.of(facts, campaign.facts().flight().zone());
        Map<String, Long> reach =
                mapper.reach(clientId, campaignId).stream().collect(Collectors.toMap(Reached::scope, Reached::people));
        return new ResultsView(
                campaign.facts().moneyPerRow().currency().getCurrencyCode(),
                figures(grid.total(), reach.get("all")),
                named(rowLabels(clientId, campaign, grid), grid.rows(), "row:", reach),
                named(columnLabels(campaign, grid), grid.columns(), "column:", reach),
                cells(grid, reach),
                grid.days().entrySet().stream()
                        .map(d -> new DayFigures(d.getKey(), figures(d.getValue(), null)))
                        .toList());
    }

    /** Rows of the sheet in its order, then rows that ran and were removed. */
    private Map<String, String> rowLabels(String clientId, Campaign campaign, ResultGrid grid) {
        Map<String, String> labels = new LinkedHashMap<>();
        campaign.rows().forEach(r -> labels.put(r.id(), r.label()));
        Map<String, String> onNetwork = mapper.adGroups(clientId, campaign.id()).stream()
                .collect(Collectors.toMap(AdOnNetwork::itemKey, AdOnNetwork::name));
        grid.rows().keySet().forEach(id -> labels.putIfAbsent(id, onNetwork.getOrDefault(id, id) + " (removed)"));
        return labels;
    }

    private static Map<String, String> columnLabels(Campaign campaign, ResultGrid grid) {
        Map<String, String> labels = new LinkedHashMap<>();
        campaign.columns().forEach(c -> labels.put(c.id(), c.creativeId()));
        grid.columns().keySet().forEach(id -> labels.putIfAbsent(id, ""));
        return labels;
    }

    private static List<NamedFigures> named(
            Map<String, String> labels, Map<String, Counts> counts, String scope, Map<String, Long> reach) {
        return labels.entrySet().stream()
                .map(e -> new NamedFigures(
                        e.getKey(),
                        e.getValue(),
                        figures(counts.getOrDefault(e.getKey(), Counts.NONE), reach.get(scope + e.getKey()))))
                .toList();
    }

    private static List<CellFigures> cells(ResultGrid grid, Map<String, Long> reach) {
        Map<Metric, Map<CellRef, Integer>> ranks = new EnumMap<>(Metric.class);
        for (Metric metric : Metric.values()) {
            ranks.put(metric, ResultGrid.ranks(grid.cells(), metric));
        }
        return grid.cells().entrySet().stream()
                .map(e -> {
                    CellRef cell = e.getKey();
                    Map<Metric, Integer> own = new EnumMap<>(Metric.class);
                    ranks.forEach((metric, all) -> {
                        if (all.containsKey(cell)) {
                            own.put(metric, all.get(cell));
                        }
                    });
                    Long people = reach.get("ad:" + cell.rowId() + "/" + cell.columnId());
                    return new CellFigures(cell.rowId(), cell.columnId(), figures(e.getValue(), people), own);
                })
                .toList();
    }

    private static Figures figures(Counts c, @Nullable Long reach) {
        return new Figures(
                c.impressions(),
                c.clicks(),
                c.conversions(),
                c.spendMinor(),
                reach,
                reach == null || reach == 0 ? null : (double) c.impressions() / reach,
                orNull(Metric.CLICK_RATE.of(c)),
                orNull(Metric.COST_PER_CLICK.of(c)),
                orNull(Metric.COST_PER_CONVERSION.of(c)));
    }

    private static @Nullable Double orNull(OptionalDouble value) {
        return value.isPresent() ? value.getAsDouble() : null;
    }
}
