package app.tidewrack.server.splittest;

import app.tidewrack.core.evidence.Comparison;
import app.tidewrack.core.evidence.DayBlocks;
import app.tidewrack.core.evidence.Interval;
import app.tidewrack.core.evidence.Odds;
import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.launch.Field;
import app.tidewrack.core.launch.ItemKey;
import app.tidewrack.core.launch.LiveItem;
import app.tidewrack.core.results.Difference;
import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.results.Metric;
import app.tidewrack.core.splittest.Course;
import app.tidewrack.core.splittest.Differing;
import app.tidewrack.core.splittest.Differing.Shape;
import app.tidewrack.core.splittest.Looks;
import app.tidewrack.core.splittest.MainEffect;
import app.tidewrack.core.splittest.TestSize;
import app.tidewrack.core.splittest.Verdict;
import app.tidewrack.core.splittest.Verdict.Cell;
import app.tidewrack.core.splittest.Verdict.Design;
import app.tidewrack.core.splittest.Verdict.Kind;
import app.tidewrack.core.splittest.Verdict.Outcome;
import app.tidewrack.core.testing.SecondChange;
import app.tidewrack.core.testing.SecondChange.Done;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.launch.kept.LiveMapper;
import app.tidewrack.server.launch.words.Wording;
import app.tidewrack.server.results.MetricView;
import app.tidewrack.server.splittest.SplitTestMapper.Began;
import app.tidewrack.server.splittest.SplitTestMapper.ChangeDone;
import app.tidewrack.server.splittest.SplitTestMapper.Looked;
import app.tidewrack.server.splittest.SplitTestMapper.StoredTest;
import app.tidewrack.server.splittest.TestDays.Days;
import app.tidewrack.server.splittest.TestDays.Stood;
import app.tidewrack.server.splittest.TestView.AskedTold;
import app.tidewrack.server.splittest.TestView.CellTold;
import app.tidewrack.server.splittest.TestView.CourseTold;
import app.tidewrack.server.splittest.TestView.DayTold;
import app.tidewrack.server.splittest.TestView.EffectTold;
import app.tidewrack.server.splittest.TestView.LookTold;
import app.tidewrack.server.splittest.TestView.OddsTold;
import app.tidewrack.server.splittest.TestView.PlaceTold;
import app.tidewrack.server.splittest.TestView.TestState;
import app.tidewrack.server.splittest.TestView.ValueTold;
import app.tidewrack.server.splittest.TestView.VerdictTold;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What a test says by what networks have told so far. */
@Component
@RequiredArgsConstructor
class TestReader {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMMM", Locale.ENGLISH);

    private final SplitTestMapper mapper;
    private final TestDays testDays;
    private final Accounts accounts;
    private final LiveMapper live;
    private final Wording wording;

    /** When it began to run; empty before it is launched with ad groups held apart. */
    Optional<Began> began(String clientId, StoredTest test) {
        return mapper.began(clientId, test.campaignId())
                .map(b -> b.startedAt().isBefore(test.setUpAt()) ? new Began(test.setUpAt(), b.practiceAt()) : b);
    }

    TestView view(String clientId, StoredTest test) {
        TestView ended = test.ended();
        if (ended != null) {
            return ended.withLearned(test.learned());
        }
        Account account = accounts.account(clientId, test.accountId());
        ZoneId zone = ZoneId.of(account.zone());
        List<TestCell> cells = test.cells().all();
        Metric metric = Metric.usual(test.metric());
        Kind kind = Difference.kind(metric);
        Optional<Began> began = began(clientId, test);
        @Nullable
        LocalDate runsFrom = began.map(b -> b.practiceAt().atZone(zone).toLocalDate())
                .map(d -> d.isBefore(test.startsOn()) ? test.startsOn() : d)
                .orElse(null);
        Days days = runsFrom == null ? Days.none(metric) : testDays.of(clientId, test, account, metric, runsFrom);
        SecondChange changes = began.isEmpty() || runsFrom == null
                ? new SecondChange(List.of(), List.of())
                : changes(clientId, test, account, began.get(), runsFrom);
        Design design =
                new Design(kind, test.level(), test.looks(), test.perCell(), Collections.nCopies(cells.size(), 1.0));
        Course course = Course.of(design, days.judged(), days.earlier(), days.allIn(), changes.breaking());
        keep(clientId, test, days.looked(course));
        return told(test, account, runsFrom, days, design, course, changes);
    }

    /** A look that anybody has seen is kept as they saw it. */
    private void keep(String clientId, StoredTest test, Looked looked) {
        Looked before = Objects.requireNonNullElse(test.looked(), Looked.NOTHING);
        boolean more = !Objects.equals(looked.until(), before.until())
                || looked.looks().size() > before.looks().size();
        if (looked.until() != null && more) {
            mapper.keepLooks(clientId, test.id(), looked, before.until());
        }
    }

    private SecondChange changes(String clientId, StoredTest test, Account account, Began began, LocalDate runsFrom) {
        ZoneId zone = ZoneId.of(account.zone());
        Instant from = runsFrom.atStartOfDay(zone).toInstant();
        List<Done> done = new ArrayList<>();
        for (ChangeDone change : mapper.changes(clientId, test.campaignId(), began.startedAt(), from)) {
            String when = "by %s on %s"
                    .formatted(change.person(), DAY.format(change.practiceAt().atZone(zone)));
            ItemKey key = ItemKey.parse(test.campaignId(), change.itemKey());
            done.add(new Done(change.action(), key, change.before(), change.settings(), when));
        }
        live.drifted(clientId, test.campaignId()).forEach(l -> done.addAll(drifted(l.item())));
        return SecondChange.of(labels(test), done, wording.of(clientId, account.network()));
    }

    /** What others did to an item, as if it had been launched. */
    private static List<Done> drifted(LiveItem item) {
        String by = "by somebody on the network";
        Set<Field> fields = item.drift();
        List<Done> done = new ArrayList<>();
        if (fields.contains(Field.PRESENCE)) {
            done.add(new Done(Action.REMOVE, item.key(), null, null, by));
        } else if (fields.contains(Field.STATE)) {
            Action action = item.now().paused() ? Action.PAUSE : Action.RESUME;
            done.add(new Done(action, item.key(), null, null, by));
        }
        done.add(new Done(
                Action.CHANGE, item.key(), item.left().settings(), item.now().settings(), by));
        return done;
    }

    /** Labels of the cells' rows by id. */
    Map<String, String> labels(StoredTest test) {
        return test.cells().all().stream()
                .collect(Collectors.toMap(TestCell::rowId, TestCell::label, (a, b) -> a, LinkedHashMap::new));
    }

    private static TestView told(
            StoredTest test,
            Account account,
            @Nullable LocalDate runsFrom,
            Days days,
            Design design,
            Course course,
            SecondChange changes) {
        Metric metric = Metric.usual(test.metric());
        List<TestCell> cells = test.cells().all();
        Verdict verdict = course.verdict();
        int judged = judged(days, course);
        List<Stood> now = judged < 0 ? Collections.nCopies(cells.size(), Stood.BEFORE) : days.at(judged);
        List<Cell> compared = compared(design, days, course, judged, now);
        List<Facts> facts = now.stream().map(Stood::facts).toList();
        Differing differing = Differing.of(cells.stream().map(TestCell::values).toList());
        List<@Nullable Double> chances = design.kind() == Kind.SHARE && judged >= 0
                ? List.copyOf(Verdict.chances(compared))
                : Collections.nCopies(cells.size(), null);
        List<@Nullable Double> losses = design.kind() == Kind.SHARE && judged >= 0
                ? List.copyOf(Verdict.losses(compared))
                : Collections.nCopies(cells.size(), null);
        boolean open = verdict.outcome() == Outcome.NOT_YET;
        List<MainEffect> effects = differing.shape() == Shape.FACTORIAL && judged >= 0
                ? MainEffect.of(design, differing.variables(), course.looks(), compared)
                : List.of();
        return new TestView(
                test.id(),
                test.name(),
                test.hypothesis(),
                test.person(),
                test.learned(),
                runsFrom == null ? TestState.SET_UP : open ? TestState.RUNNING : TestState.READY,
                new PlaceTold(test.planId(), test.campaignId(), test.campaign(), account.network(), account.currency()),
                asked(test, metric, differing),
                course(test, design, days, course, judged, runsFrom, changes.even()),
                verdict(verdict, best(metric, facts)),
                IntStream.range(0, cells.size())
                        .mapToObj(i -> cell(
                                cells.get(i),
                                now.get(i).told(metric),
                                facts.get(i),
                                now.get(i).days(),
                                metric,
                                chances.get(i),
                                losses.get(i)))
                        .toList(),
                effects.stream().map(e -> effect(e, design)).toList());
    }

    /** What cells have to show at the end of a day: of a look as it was taken. */
    private static List<Cell> compared(Design design, Days days, Course course, int day, List<Stood> now) {
        return course.looks().stream()
                .filter(l -> l.day() == day)
                .reduce((a, b) -> b)
                .map(Course.Look::cells)
                .orElseGet(() -> day < 0
                        ? now.stream().map(s -> s.judged(days.metric())).toList()
                        : Course.evidence(design, days.judged(), day));
    }

    /** A verdict that was given is told with the numbers of its day: what came after has no part in it. Under 0 before any day. */
    private static int judged(Days days, Course course) {
        Outcome outcome = course.verdict().outcome();
        return outcome == Outcome.WINNER || outcome == Outcome.NO_DIFFERENCE
                ? course.looks().get(course.looks().size() - 1).day()
                : days.of().size() - 1;
    }

    private static AskedTold asked(StoredTest test, Metric metric, Differing differing) {
        return new AskedTold(
                MetricView.of(metric),
                differing.shape(),
                List.copyOf(differing.variables().keySet()),
                test.base(),
                test.least(),
                test.power(),
                test.level(),
                test.looks(),
                test.perCell(),
                test.startsOn(),
                test.lastDay());
    }

    private static CourseTold course(
            StoredTest test,
            Design design,
            Days days,
            Course course,
            int judged,
            @Nullable LocalDate runsFrom,
            List<String> even) {
        int had = days.of().size();
        double perDay = had == 0 ? 0 : course.part() * test.perCell() / had;
        Verdict verdict = course.verdict();
        return new CourseTold(
                runsFrom,
                had == 0 ? null : days.of().get(judged),
                days.of(),
                course.looks().stream()
                        .map(l -> new LookTold(l.number(), days.of().get(l.day()), l.p(), l.limit()))
                        .toList(),
                IntStream.range(0, had)
                        .mapToObj(i -> new DayTold(
                                days.of().get(i),
                                course.days().get(i).part(),
                                course.days().get(i).z()))
                        .toList(),
                IntStream.rangeClosed(1, test.looks())
                        .mapToObj(l -> Looks.limit(l, test.looks(), test.level()))
                        .toList(),
                course.part(),
                verdict.left(),
                verdict.outcome() == Outcome.NOT_YET && perDay > 0 ? verdict.left() / perDay : null,
                had == 0 ? null : visible(test, design, perDay, had),
                days.late(),
                had == 0 ? null : Course.dispersion(design, days.judged(), judged),
                had == 0 ? null : together(design, Course.evidence(design, days.judged(), judged)),
                even);
    }

    /** How likely all cells would differ as much by luck; null where their shares cannot be told. */
    private static @Nullable Double together(Design design, List<Cell> cells) {
        return design.kind() == Kind.COST || cells.stream().anyMatch(c -> c.trials() == 0)
                ? null
                : Comparison.ofAllShares(
                        cells.stream().map(Cell::successes).toList(),
                        cells.stream().map(Cell::trials).toList());
    }

    /** The smallest difference that so many days can show; null for none. */
    private static @Nullable Double visible(StoredTest test, Design design, double perDay, int days) {
        TestSize.Asked asked = new TestSize.Asked(
                design.kind(),
                test.base(),
                test.least(),
                test.power(),
                test.level(),
                test.cells().all().size(),
                test.looks());
        double visible = TestSize.of(asked, perDay, days).visible();
        return Double.isInfinite(visible) ? null : visible;
    }

    private static VerdictTold verdict(Verdict verdict, @Nullable Integer best) {
        var difference = verdict.difference();
        return new VerdictTold(
                verdict.outcome(),
                verdict.winner(),
                best,
                verdict.p(),
                verdict.limit(),
                difference == null ? null : difference.from(),
                difference == null ? null : difference.to(),
                verdict.why());
    }

    private static @Nullable Integer best(Metric metric, List<Facts> facts) {
        Integer best = null;
        double most = 0;
        for (int i = 0; i < facts.size(); i++) {
            double value = metric.of(facts.get(i)).orElse(Double.NaN);
            double good = metric.better() == Metric.Better.LOW ? -value : value;
            if (!Double.isNaN(good) && (best == null || good > most)) {
                best = i;
                most = good;
            }
        }
        return best;
    }

    private static CellTold cell(
            TestCell cell,
            Cell now,
            Facts facts,
            DayBlocks days,
            Metric metric,
            @Nullable Double chance,
            @Nullable Double loss) {
        Interval between = metric.interval(days).orElse(null);
        return new CellTold(
                cell.rowId(),
                cell.label(),
                cell.values(),
                now.people(),
                now.trials(),
                now.successes(),
                now.money(),
                value(metric, facts),
                between == null ? null : between.from(),
                between == null || Double.isInfinite(between.to()) ? null : between.to(),
                chance,
                loss);
    }

    private static @Nullable Double value(Metric metric, Facts facts) {
        return metric.of(facts).stream().boxed().findFirst().orElse(null);
    }

    private static EffectTold effect(MainEffect effect, Design design) {
        Verdict verdict = effect.verdict();
        return new EffectTold(
                effect.variable(),
                IntStream.range(0, effect.values().size())
                        .mapToObj(i -> {
                            Cell c = effect.cells().get(i);
                            return value(effect.values().get(i), c, design);
                        })
                        .toList(),
                verdict.outcome(),
                verdict.winner(),
                verdict.p(),
                odds(effect.odds()));
    }

    private static @Nullable OddsTold odds(@Nullable Odds odds) {
        return odds == null || Double.isInfinite(odds.ratio())
                ? null
                : new OddsTold(
                        odds.ratio(),
                        odds.between().from(),
                        Double.isInfinite(odds.between().to())
                                ? null
                                : odds.between().to());
    }

    private static ValueTold value(String value, Cell c, Design design) {
        double certainty = Metric.CERTAINTY;
        if (design.kind() == Kind.SHARE) {
            Interval i = c.trials() == 0 ? null : Interval.ofShare(c.successes(), c.trials(), certainty);
            return i == null
                    ? new ValueTold(value, null, null, null)
                    : new ValueTold(value, (double) c.successes() / c.trials(), i.from(), i.to());
        }
        Interval often = Interval.ofCount(c.successes(), certainty);
        return c.successes() == 0
                ? new ValueTold(value, null, null, null)
                : new ValueTold(
                        value, (double) c.money() / c.successes(), c.money() / often.to(), c.money() / often.from());
    }
}
