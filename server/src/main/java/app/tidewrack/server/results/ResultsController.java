package app.tidewrack.server.results;

import app.tidewrack.core.evidence.DayBlocks;
import app.tidewrack.core.evidence.Interval;
import app.tidewrack.core.naming.NameLevel;
import app.tidewrack.core.naming.Token;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CellRef;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.core.results.Metric;
import app.tidewrack.core.results.Metric.Better;
import app.tidewrack.core.results.Ranks;
import app.tidewrack.core.text.CodeWords;
import app.tidewrack.server.facts.FactRow;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.results.FactSums.AdOfSheet;
import app.tidewrack.server.results.FactSums.Days;
import app.tidewrack.server.results.FactSums.KeptView;
import app.tidewrack.server.results.FactSums.OwnNumber;
import app.tidewrack.server.results.GroupSql.Beside;
import app.tidewrack.server.results.GroupSql.Grouped;
import app.tidewrack.server.results.Paces.CampaignPace;
import app.tidewrack.server.results.ResultTables.Question;
import app.tidewrack.server.results.ResultTables.ReachLine;
import app.tidewrack.server.results.ResultTables.Table;
import app.tidewrack.server.results.ResultsMapper.Reached;
import app.tidewrack.server.web.AsksOnly;
import app.tidewrack.server.web.Deeds;
import app.tidewrack.server.web.NotFound;
import app.tidewrack.server.web.SqlArray;
import app.tidewrack.server.web.TableFile.Form;
import jakarta.validation.Valid;
import jakarta.validation.constraints.DecimalMax;
import jakarta.validation.constraints.DecimalMin;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What came back: on the sheet, in tables by whatever is asked, and in files. */
@RestController
@RequestMapping("/api/clients/{clientId}")
@RequiredArgsConstructor
class ResultsController {
    private static final int MOST_VIEWS = 100;

    private final ResultTables tables;
    private final ResultFiles files;
    private final AdsKnown known;
    private final FactSums facts;
    private final SumsByGroup byGroup;
    private final ResultsMapper mapper;
    private final PlanDesk plans;
    private final Paces paces;

    /** @param by as questions name it */
    record Offered(String by, String words) {}

    /**
     * @param judged codes of the numbers that ads of each temperature are judged by
     * @param margin what is left of a sale before advertising, 0 to 1
     * @param begun the day that is told of now and has not ended
     */
    record ResultOffer(
            List<MetricView> metrics,
            List<Offered> tokens,
            List<Offered> times,
            List<Offered> breakdowns,
            Map<Temperature, List<String>> judged,
            BigDecimal margin,
            @Nullable LocalDate first,
            @Nullable LocalDate last,
            @Nullable LocalDate begun) {}

    @GetMapping("/results/offer")
    ResultOffer offer(@PathVariable String clientId) {
        Days days = facts.days(clientId);
        return new ResultOffer(
                tables.metrics(clientId).stream().map(m -> MetricView.of(m)).toList(),
                Arrays.stream(Token.values())
                        .filter(t -> t.level() != NameLevel.LINK)
                        .map(t -> new Offered(t.name(), t.words()))
                        .toList(),
                List.of(
                        new Offered("DAY", "day"),
                        new Offered("WEEK", "week"),
                        new Offered("HOUR", "hour of the day"),
                        new Offered("AD", "name of the ad")),
                By.breakdowns().stream()
                        .map(b -> new Offered(b, CodeWords.of(b)))
                        .toList(),
                Arrays.stream(Temperature.values())
                        .collect(Collectors.toMap(
                                t -> t,
                                t -> Metric.judging(t).stream()
                                        .map(Metric::code)
                                        .toList())),
                facts.margin(clientId).orElseThrow(),
                days.first(),
                days.last(),
                days.begun());
    }

    @GetMapping("/results/pace")
    List<CampaignPace> pace(@PathVariable String clientId) {
        return paces.of(clientId);
    }

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

    @AsksOnly
    @PostMapping("/results/table")
    Table table(@PathVariable String clientId, @Valid @RequestBody TableQuestion body) {
        return tables.table(clientId, body.question());
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
    @PostMapping("/results/difference")
    DifferenceAnswer difference(@PathVariable String clientId, @Valid @RequestBody DifferenceQuestion body) {
        return new DifferenceAnswer(tables.difference(
                        clientId, body.table().question(), body.metric(), body.first(), body.second())
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
    @PostMapping("/results/reach")
    List<ReachLine> reach(@PathVariable String clientId, @Valid @RequestBody TableQuestion body) {
        return tables.reach(clientId, body.question());
    }

    /**
     * @param form CSV, XLSX or JSON
     * @param metrics codes of the numbers, in the order of their columns
     */
    record FileQuestion(
            Form form,
            @Valid TableQuestion table,
            @Size(min = 1, max = 60) List<String> metrics) {}

    /** The same lines in a file, money in whole units of its currency, shares from 0 to 1; totals at the foot. */
    @AsksOnly
    @Deeds.TakesAway
    @PostMapping("/results/file")
    ResponseEntity<byte[]> file(@PathVariable String clientId, @Valid @RequestBody FileQuestion body) {
        Table table = tables.table(clientId, body.table().question());
        byte[] content = files.of(clientId, body.form(), body.table().question(), table, body.metrics());
        String name = "results-%s-to-%s.%s"
                .formatted(table.from(), table.to(), body.form().name().toLowerCase(Locale.ROOT));
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment().filename(name).build().toString())
                .header(HttpHeaders.CONTENT_TYPE, body.form().mediaType())
                .body(content);
    }

    /** A number of the buyer's own. */
    record OwnNumberBody(
            @Size(min = 1, max = 60) String words,
            @Size(min = 1, max = 2000) String formula,
            Better better,
            boolean share) {}

    @PutMapping("/results/numbers/{code}")
    ResultOffer keepNumber(
            @PathVariable String clientId,
            @PathVariable @Pattern(regexp = "[a-z][a-z0-9_]{0,39}") String code,
            @Valid @RequestBody OwnNumberBody body) {
        if (Metric.USUAL.containsKey(code)) {
            throw new Refusal("code", "“%s” is a number already.".formatted(code), "Choose another name.");
        }
        Metric.own(code, body.words(), body.formula(), body.better(), body.share());
        facts.keepOwnNumber(clientId, new OwnNumber(code, body.words(), body.formula(), body.better(), body.share()));
        return offer(clientId);
    }

    @DeleteMapping("/results/numbers/{code}")
    ResultOffer deleteNumber(@PathVariable String clientId, @PathVariable String code) {
        if (facts.deleteOwnNumber(clientId, code) == 0) {
            throw new NotFound("number", code);
        }
        return offer(clientId);
    }

    record ViewBody(
            @Size(min = 1, max = 60) String name,
            @Size(max = 2000) String query) {}

    @GetMapping("/results/views")
    List<KeptView> views(@PathVariable String clientId) {
        return facts.views(clientId);
    }

    /** Keeps a way of looking; one of the same name is replaced. */
    @PutMapping("/results/views")
    List<KeptView> keepView(@PathVariable String clientId, @Valid @RequestBody ViewBody body) {
        String name = body.name().strip();
        if (name.isEmpty()) {
            throw new Refusal("name", "The view has no name.", "Type one.");
        }
        List<KeptView> now = facts.views(clientId);
        if (now.size() >= MOST_VIEWS && now.stream().noneMatch(v -> v.name().equals(name))) {
            throw new Refusal(
                    "name", "There are %d views; the most is %d.".formatted(now.size(), MOST_VIEWS), "Take one out.");
        }
        facts.keepView(clientId, new KeptView(name, body.query()));
        return facts.views(clientId);
    }

    @DeleteMapping("/results/views/{name}")
    List<KeptView> deleteView(@PathVariable String clientId, @PathVariable String name) {
        if (facts.deleteView(clientId, name) == 0) {
            throw new NotFound("view", name);
        }
        return facts.views(clientId);
    }

    record MarginBody(@DecimalMin("0") @DecimalMax("1") BigDecimal margin) {}

    @PutMapping("/results/margin")
    ResultOffer setMargin(@PathVariable String clientId, @Valid @RequestBody MarginBody body) {
        facts.setMargin(clientId, body.margin());
        return offer(clientId);
    }

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
    @GetMapping("/plans/{planId}/campaigns/{campaignId}/results")
    SheetResults results(
            @PathVariable String clientId,
            @PathVariable String planId,
            @PathVariable String campaignId,
            @RequestParam(defaultValue = "cost_per_result") String metric) {
        Campaign campaign = plans.plan(clientId, planId).plan().campaign(campaignId);
        Metric shown = tables.metrics(clientId).stream()
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
        double margin = tables.margin(clientId);
        String numbers = ads.stream().map(a -> String.valueOf(a.ad())).collect(SqlArray.literal());
        Map<Integer, AdOfSheet> byNumber = ads.stream().collect(Collectors.toMap(AdOfSheet::ad, a -> a));
        for (Map<String, Object> row : byGroup.of(
                new Grouped(clientId, numbers, numbers, Beside.NOTHING, null, RowDays.EARLIEST, RowDays.LATEST))) {
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
