package app.tidewrack.server.splittest;

import app.tidewrack.core.brief.Result;
import app.tidewrack.core.need.Need;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.Rulebook.MoneyRule;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.PlanTotals;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Difference;
import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.core.results.Metric;
import app.tidewrack.core.splittest.Differing.Shape;
import app.tidewrack.core.splittest.Looks;
import app.tidewrack.core.splittest.TestSize;
import app.tidewrack.core.splittest.Verdict.Cell;
import app.tidewrack.core.splittest.Verdict.Kind;
import app.tidewrack.core.text.DayWords;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.forecast.AccountRates;
import app.tidewrack.server.need.NeedSource;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.results.RowDays;
import app.tidewrack.server.results.RowDays.Brought;
import app.tidewrack.server.results.RowDays.RowKey;
import app.tidewrack.server.splittest.SplitTestMapper.Cells;
import app.tidewrack.server.splittest.SplitTestMapper.People;
import app.tidewrack.server.splittest.SplitTestMapper.StoredTest;
import app.tidewrack.server.splittest.TestVariables.Found;
import app.tidewrack.server.splittest.TestView.CellTold;
import app.tidewrack.server.splittest.TestView.TestState;
import app.tidewrack.server.splittest.TestView.VerdictTold;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import jakarta.validation.constraints.DecimalMax;
import jakarta.validation.constraints.DecimalMin;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Stream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Sets tests up, lists them, and keeps what they said when they are ended. */
@Service
@RequiredArgsConstructor
public class SplitTests implements NeedSource {
    private static final long ENOUGH_HISTORY = 50;

    private final SplitTestMapper mapper;
    private final TestVariables variables;
    private final TestReader reader;
    private final PlanDesk plans;
    private final Accounts accounts;
    private final AccountRates rates;
    private final Networks networks;
    private final RowDays rows;

    /**
     * What a test is to find out.
     *
     * @param metric code of the deciding number
     * @param base what it is expected to be, costs in minor units; null to take what was seen so far
     * @param least the smallest difference worth finding, as a part of the base
     */
    public record TestAsked(
            @Size(min = 1, max = 200) List<String> rowIds,
            @Size(max = 60) String metric,
            @Nullable Double base,
            @DecimalMin("0.01") @DecimalMax("5") double least,
            @DecimalMin("0.5") @DecimalMax("0.99") double power,
            @DecimalMin("0.001") @DecimalMax("0.2") double level,
            @Min(1) @Max(Looks.MOST) int looks,
            LocalDate startsOn,
            LocalDate lastDay) {}

    /** One thing that differs, with the value of each row in the order asked. */
    record VariableFound(String name, List<String> values) {}

    /**
     * What a test would need.
     *
     * @param base as taken; null where nothing tells it
     * @param baseFrom in words, what it is taken from
     * @param perDay of each cell at the planned money; likewise perCell and the rest null without a base
     * @param days until each cell has enough
     * @param flight days from first to last
     * @param visible the smallest difference that the flight can show, as a part of the base; null when none
     * @param stops why it cannot be set up so; empty when it can
     */
    record TestReckoned(
            Shape shape,
            List<VariableFound> variables,
            @Nullable Double base,
            String baseFrom,
            @Nullable Double perDay,
            @Nullable Double perCell,
            @Nullable Double days,
            int flight,
            @Nullable Double visible,
            List<String> stops) {}

    private static TestSize size(Kind kind, double base, TestAsked asked, int cells, double perDay, int days) {
        return TestSize.of(
                new TestSize.Asked(
                        kind, base, least(kind, base, asked), asked.power(), asked.level(), cells, asked.looks()),
                perDay,
                days);
    }

    TestReckoned reckon(String clientId, String planId, String campaignId, TestAsked asked) {
        Campaign campaign = plans.plan(clientId, planId).plan().campaign(campaignId);
        List<Row> cells = campaign.rows(asked.rowIds());
        Account account = accounts.account(clientId, campaign.accountId());
        Found found = variables.of(clientId, campaign, cells);
        Metric metric = deciding(asked.metric());
        Kind kind = Difference.kind(metric);
        List<String> stops = new ArrayList<>(stops(campaign, account, asked, cells, found));
        mapper.open(clientId, campaignId)
                .ifPresent(t -> stops.add("“%s” is set up on this campaign. End it first.".formatted(t.name())));
        Seen seen = seen(clientId, campaign, account, cells.get(0), metric);
        Double base = asked.base() == null ? seen.base() : asked.base();
        int flight = (int) Math.max(0, ChronoUnit.DAYS.between(asked.startsOn(), asked.lastDay()) + 1);
        if (base != null && !(base > 0 && (kind == Kind.COST || base < 1))) {
            stops.add("The %s cannot be expected at %s.".formatted(metric.words(), base));
            base = null;
        }
        Double perDay = null;
        TestSize size = null;
        if (base != null && cells.size() > 1) {
            double money = daily(campaign, cells);
            perDay = kind == Kind.COST ? money / base : money * seen.perMinor();
            size = size(kind, base, asked, cells.size(), perDay, flight);
        }
        return new TestReckoned(
                found.differing().shape(),
                found.differing().variables().entrySet().stream()
                        .map(e -> new VariableFound(e.getKey(), e.getValue()))
                        .toList(),
                base,
                asked.base() == null ? seen.from() : "as typed",
                perDay,
                size == null ? null : size.perCell(),
                size == null || Double.isInfinite(size.days()) ? null : size.days(),
                flight,
                size == null || Double.isInfinite(size.visible()) ? null : size.visible(),
                stops);
    }

    /** A rise past all, or a fall to nothing, is not asked for. */
    private static double least(Kind kind, double base, TestAsked asked) {
        return kind == Kind.COST ? Math.min(asked.least(), 0.99) : Math.min(asked.least(), (1 - base) / base * 0.99);
    }

    private static Metric deciding(String code) {
        Metric metric = Metric.USUAL.get(code);
        if (metric == null || metric.rests().isEmpty()) {
            throw new Refusal(
                    "metric",
                    "Nothing is decided by “%s”: it is a sum, or no number at all.".formatted(code),
                    "Choose a share or a cost for each.");
        }
        return metric;
    }

    private List<String> stops(Campaign campaign, Account account, TestAsked asked, List<Row> cells, Found found) {
        List<String> stops = new ArrayList<>();
        found.differing().stops(cells.size()).ifPresent(stops::add);
        cells.stream()
                .filter(r -> !campaign.hasAds(r.id()))
                .forEach(r -> stops.add("Row %s has no ad. Switch one on.".formatted(r.label())));
        if (asked.lastDay().isBefore(asked.startsOn())) {
            stops.add("The last day, %s, is before the first, %s. Swap them."
                    .formatted(DayWords.of(asked.lastDay()), DayWords.of(asked.startsOn())));
        }
        CampaignFacts facts = campaign.facts();
        if (asked.startsOn().isBefore(facts.flight().start())
                || asked.lastDay().isAfter(facts.flight().lastDay())) {
            stops.add("The campaign runs from %s to %s; the test does not fit into that."
                    .formatted(
                            DayWords.of(facts.flight().start()),
                            DayWords.of(facts.flight().lastDay())));
        }
        charged(campaign, account, Metric.usual(asked.metric()), cells).ifPresent(stops::add);
        LocalDate today = networks.lately().atZone(ZoneId.of(account.zone())).toLocalDate();
        if (asked.startsOn().isBefore(today)) {
            stops.add("What %s brought is known already, so no test can begin there. Begin on %s or later."
                    .formatted(DayWords.of(asked.startsOn()), DayWords.of(today)));
        }
        return stops;
    }

    /** Where what the deciding number is the cost of is what is charged, money follows it, and the test would be blind. */
    private Optional<String> charged(Campaign campaign, Account account, Metric metric, List<Row> cells) {
        return networks.rulebook(account.network()).objective(campaign.facts().objective()).stream()
                .flatMap(o ->
                        cells.stream().map(r -> Map.entry(r, o.goal(r.delivery().goal()))))
                .filter(e -> metric.isPriceOf(
                        e.getValue().charge(e.getKey().delivery().charge()), Measure.sought(e.getValue())))
                .findFirst()
                .map(e ->
                        "Row %s is charged for %s, so %s is what was bid and tells nothing. Decide by what comes after it."
                                .formatted(
                                        e.getKey().label(),
                                        Metric.usual(metric.rests()).words(),
                                        metric.words()));
    }

    private static double daily(Campaign campaign, List<Row> cells) {
        CampaignFacts facts = campaign.facts();
        PlanTotals totals = PlanTotals.of(campaign);
        return cells.stream()
                .map(r -> Objects.requireNonNull(totals.rows().get(r.id())))
                .mapToDouble(m -> facts.budgeting().daily(m, facts.flight()).minor())
                .min()
                .orElse(0);
    }

    /**
     * What the number was so far, or usually is.
     *
     * @param perMinor trials for each minor unit spent
     */
    private record Seen(@Nullable Double base, double perMinor, String from) {}

    private Seen seen(String clientId, Campaign campaign, Account account, Row row, Metric metric) {
        Map<RowKey, Brought> brought = rows.of(clientId, null);
        Counts ofCampaign = sum(brought, k -> k.campaignId().equals(campaign.id()));
        List<String> ofAccount = plans.plans(clientId).stream()
                .flatMap(p -> plans.plan(clientId, p.id()).plan().campaigns().stream())
                .filter(c -> c.accountId().equals(account.id()))
                .map(Campaign::id)
                .toList();
        Counts ofAll = sum(brought, k -> ofAccount.contains(k.campaignId()));
        return Stream.of(
                        Map.entry(ofCampaign, "what this campaign brought so far"),
                        Map.entry(ofAll, "what this account’s campaigns brought so far"),
                        Map.entry(usual(campaign, account, row), "what is usual on this network"))
                .map(e -> seen(e.getKey(), metric, e.getValue()))
                .filter(Objects::nonNull)
                .findFirst()
                .orElse(new Seen(null, 0, "nothing was seen of it yet: type what you expect"));
    }

    private static @Nullable Seen seen(Counts counts, Metric metric, String from) {
        Facts facts = new Facts(counts, 0);
        Cell cell = Difference.cell(metric, facts).orElse(null);
        double value = metric.of(facts).orElse(Double.NaN);
        boolean share = Difference.kind(metric) == Kind.SHARE;
        if (cell == null
                || Double.isNaN(value)
                || value <= 0
                || cell.successes() < ENOUGH_HISTORY
                || cell.money() <= 0) {
            return null;
        }
        return new Seen(value, share ? (double) cell.trials() / cell.money() : 0, from);
    }

    private static Counts sum(Map<RowKey, Brought> brought, Predicate<RowKey> of) {
        return brought.entrySet().stream()
                .filter(e -> of.test(e.getKey()))
                .map(e -> e.getValue().all())
                .reduce(Counts.NONE, Counts::plus);
    }

    /** Ten million impressions as they usually go on a network at its usual price. */
    private Counts usual(Campaign campaign, Account account, Row row) {
        double impressions = 1e7;
        MoneyRule prices = rates.prices(account);
        Map<Measure, Long> counts = new EnumMap<>(Measure.class);
        counts.put(Measure.IMPRESSIONS, (long) impressions);
        counts.put(
                Measure.SPEND,
                Math.round((prices.thousandFromMinor() + prices.thousandToMinor()) / 2.0 * impressions / 1000));
        Map<Measure, Result> of = new LinkedHashMap<>(Map.of(
                Measure.CLICKS, Result.CLICK,
                Measure.VISITS, Result.VISIT,
                Measure.VIEWS, Result.VIDEO_VIEW,
                Measure.ENGAGEMENTS, Result.ENGAGEMENT,
                Measure.FORM_SENDS, Result.FORM,
                Measure.CHATS, Result.CHAT,
                Measure.SITE_LEADS, Result.LEAD,
                Measure.PURCHASES, Result.SALE,
                Measure.INSTALLS, Result.INSTALL));
        of.forEach((measure, result) -> counts.put(
                measure,
                Math.round(
                        (result.ofImpressions().from() + result.ofImpressions().to()) / 2 * impressions)));
        Rulebook rulebook = networks.rulebook(account.network());
        rulebook.objective(campaign.facts().objective())
                .map(o -> Measure.sought(o.goal(row.delivery().goal())))
                .ifPresent(m -> counts.put(Measure.RESULTS, counts.getOrDefault(m, 0L)));
        return Counts.of(counts);
    }

    /** @throws Refusal (field {@code test}) when it cannot be set up so */
    @Transactional
    public String setUp(
            String clientId,
            String planId,
            String campaignId,
            String name,
            String hypothesis,
            TestAsked asked,
            String personId) {
        TestReckoned reckoned = reckon(clientId, planId, campaignId, asked);
        if (!reckoned.stops().isEmpty()) {
            throw refusal(reckoned.stops().get(0));
        }
        if (reckoned.base() == null || reckoned.perCell() == null) {
            throw new Refusal("base", "Nothing was seen of the deciding number yet.", "Type what you expect of it.");
        }
        Campaign campaign = plans.plan(clientId, planId).plan().campaign(campaignId);
        List<TestCell> cells =
                variables.of(clientId, campaign, campaign.rows(asked.rowIds())).cells();
        String id = Ids.fresh();
        mapper.insert(
                clientId,
                new StoredTest(
                        id,
                        planId,
                        campaignId,
                        campaign.accountId(),
                        CampaignFacts.checkedName(name),
                        hypothesis.strip(),
                        asked.metric(),
                        reckoned.base(),
                        asked.least(),
                        asked.power(),
                        asked.level(),
                        asked.looks(),
                        reckoned.perCell(),
                        asked.startsOn(),
                        asked.lastDay(),
                        new Cells(cells),
                        personId,
                        networks.lately(),
                        People.NONE,
                        null,
                        null,
                        null,
                        "",
                        campaign.facts().name()),
                personId);
        return id;
    }

    /** A stop ends with its remedy, where there is another than other days. */
    private static Refusal refusal(String stop) {
        int mend = stop.lastIndexOf(". ");
        return new Refusal(
                "test",
                mend < 0 ? stop : stop.substring(0, mend + 1),
                mend < 0 ? "Choose other days." : stop.substring(mend + 2));
    }

    List<TestView> all(String clientId) {
        return mapper.all(clientId).stream().map(t -> reader.view(clientId, t)).toList();
    }

    /** Tests that have said what they will, and wait for a person to end them. */
    @Override
    public List<Need.TestReady> needs(String clientId) {
        return mapper.notEnded(clientId).stream()
                .map(t -> ready(t.accountId(), reader.view(clientId, t)))
                .flatMap(Optional::stream)
                .toList();
    }

    private static Optional<Need.TestReady> ready(String accountId, TestView test) {
        if (test.state() != TestState.READY) {
            return Optional.empty();
        }
        VerdictTold verdict = test.verdict();
        CellTold winner = verdict.winner() == null ? null : test.cells().get(verdict.winner());
        return Optional.of(new Need.TestReady(
                test.place().planId(),
                test.place().campaignId(),
                accountId,
                test.id(),
                test.name(),
                verdict.outcome(),
                winner == null ? null : winner.label(),
                winner == null
                        ? List.of()
                        : test.asked().variables().stream()
                                .map(v -> winner.values().getOrDefault(v, ""))
                                .toList(),
                verdict.why().stream().findFirst().orElse(null)));
    }

    TestView view(String clientId, String id) {
        return reader.view(clientId, stored(clientId, id));
    }

    private StoredTest stored(String clientId, String id) {
        return mapper.test(clientId, id).orElseThrow(() -> new NotFound("test", id));
    }

    /** Keeps what the test says now, and lets its rows out of it; one that never ran leaves nothing. */
    @Transactional
    public @Nullable TestView end(String clientId, String id, String learned) {
        StoredTest test = stored(clientId, id);
        if (test.ended() != null) {
            throw new Refusal(
                    "test", "“%s” has ended already.".formatted(test.name()), "Write what was learned beside it.");
        }
        TestView now = reader.view(clientId, test);
        if (now.state() == TestState.SET_UP) {
            mapper.delete(clientId, id);
            return null;
        }
        mapper.end(clientId, id, now.ended(), learned.strip());
        return view(clientId, id);
    }

    @Transactional
    public TestView learn(String clientId, String id, String learned) {
        stored(clientId, id);
        mapper.setLearned(clientId, id, learned.strip());
        return view(clientId, id);
    }
}
