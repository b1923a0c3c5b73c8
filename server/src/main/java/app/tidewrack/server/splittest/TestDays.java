package app.tidewrack.server.splittest;

import app.tidewrack.core.evidence.DayBlocks;
import app.tidewrack.core.results.Arrivals;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Difference;
import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.core.results.Metric;
import app.tidewrack.core.results.Metric.Pair;
import app.tidewrack.core.splittest.Course;
import app.tidewrack.core.splittest.Course.Earlier;
import app.tidewrack.core.splittest.Course.Taken;
import app.tidewrack.core.splittest.Verdict.Cell;
import app.tidewrack.core.splittest.Verdict.Kind;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.facts.Lateness;
import app.tidewrack.server.results.RowDays;
import app.tidewrack.server.results.RowDays.Brought;
import app.tidewrack.server.results.RowDays.RowKey;
import app.tidewrack.server.splittest.SplitTestMapper.KeptLook;
import app.tidewrack.server.splittest.SplitTestMapper.Looked;
import app.tidewrack.server.splittest.SplitTestMapper.LookedCell;
import app.tidewrack.server.splittest.SplitTestMapper.StoredTest;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** How the cells of a test stood at the end of each day, as networks tell it now and as looks found it then. */
@Component
@RequiredArgsConstructor
class TestDays {
    private static final Cell NOTHING = new Cell(0, 0, 0, 0);

    private final RowDays rows;
    private final Lateness lateness;

    /**
     * How a cell stood at the end of a day.
     *
     * @param counts from the first day on
     * @param come the part that has come in of what is counted
     * @param days how its days differed in what decides
     */
    record Stood(Counts counts, long people, double come, DayBlocks days) {
        static final Stood BEFORE = new Stood(Counts.NONE, 0, 1, DayBlocks.NONE);

        Facts facts() {
            return new Facts(counts, 0);
        }

        /** As it came. */
        Cell told(Metric metric) {
            Cell cell = Difference.cell(metric, facts()).orElse(NOTHING);
            return new Cell(people, cell.trials(), cell.successes(), cell.money());
        }

        /** As it is judged: money and trials as far as what they bring has come in. */
        Cell judged(Metric metric) {
            Cell cell = told(metric);
            return new Cell(
                    people,
                    Math.max(cell.successes(), Math.round(cell.trials() * come)),
                    cell.successes(),
                    Math.round(cell.money() * come));
        }

        private static Stood of(LookedCell cell) {
            return new Stood(
                    Counts.of(Arrays.stream(Measure.values())
                            .collect(Collectors.toMap(
                                    Function.identity(), m -> cell.counts().getOrDefault(m.code(), 0L)))),
                    cell.people(),
                    cell.come(),
                    cell.days());
        }

        private LookedCell looked() {
            return new LookedCell(
                    Arrays.stream(Measure.values()).collect(Collectors.toMap(Measure::code, counts::get)),
                    people,
                    come,
                    days);
        }
    }

    /**
     * The days of a test that are over.
     *
     * @param now each cell at the end of each, as it is told now
     * @param then the same of days of looks, by their place, as those found it
     * @param earlier what was looked at before
     * @param allIn its last day is over, and nearly all of it is in
     * @param late the day at whose end that is so, while it is awaited; null else
     */
    record Days(
            Metric metric,
            List<LocalDate> of,
            List<List<Stood>> now,
            Map<Integer, List<Stood>> then,
            Earlier earlier,
            boolean allIn,
            @Nullable LocalDate late) {
        static Days none(Metric metric) {
            return new Days(metric, List.of(), List.of(), Map.of(), Earlier.NOTHING, false, null);
        }

        List<Stood> at(int day) {
            return then.getOrDefault(day, now.get(day));
        }

        List<List<Cell>> judged() {
            return now.stream()
                    .map(day -> day.stream().map(s -> s.judged(metric)).toList())
                    .toList();
        }

        /** What is to be kept of the looks of a course; nothing before the first day is over. */
        Looked looked(Course course) {
            return new Looked(
                    of.isEmpty() ? null : of.get(of.size() - 1),
                    course.looks().stream()
                            .map(l -> new KeptLook(
                                    l.number(),
                                    of.get(l.day()),
                                    l.dispersion(),
                                    at(l.day()).stream().map(Stood::looked).toList()))
                            .toList());
        }
    }

    /** @param from the first day that counts */
    Days of(String clientId, StoredTest test, Account account, Metric metric, LocalDate from) {
        Instant until = rows.until(clientId).get(account.id());
        if (until == null) {
            return Days.none(metric);
        }
        List<TestCell> cells = test.cells().all();
        LocalDate end = until.atZone(ZoneId.of(account.zone())).toLocalDate();
        LocalDate after = end.isAfter(test.lastDay()) ? test.lastDay().plusDays(1) : end;
        Map<RowKey, Brought> all = rows.of(clientId, test.campaignId());
        List<Brought> brought = cells.stream()
                .map(c -> all.getOrDefault(new RowKey(test.campaignId(), c.rowId()), Brought.NOTHING))
                .toList();
        Arrivals arrivals = lateness.of(clientId, account.id(), end.atStartOfDay());
        List<LocalDate> of = new ArrayList<>();
        List<List<Stood>> now = new ArrayList<>();
        List<Counts> sums = new ArrayList<>(Collections.nCopies(cells.size(), Counts.NONE));
        double[] ripe = new double[cells.size()];
        List<DayBlocks> blocks = new ArrayList<>(Collections.nCopies(cells.size(), DayBlocks.NONE));
        for (LocalDate day = from; day.isBefore(after); day = day.plusDays(1)) {
            List<Stood> ended = new ArrayList<>();
            for (int i = 0; i < cells.size(); i++) {
                Counts more = brought.get(i).days().getOrDefault(day, Counts.NONE);
                sums.set(i, sums.get(i).plus(more));
                ripe[i] += weight(metric, more)
                        * arrivals.come(metric, brought.get(i).sought(), day);
                Pair pair = metric.pair(new Facts(more, 0)).orElse(new Pair(0, 0));
                blocks.set(i, blocks.get(i).plus(pair.came(), pair.of()));
                double whole = weight(metric, sums.get(i));
                ended.add(new Stood(
                        sums.get(i), people(test, i), whole > 0 ? Math.min(1, ripe[i] / whole) : 1, blocks.get(i)));
            }
            of.add(day);
            now.add(ended);
        }
        boolean over = !of.isEmpty() && !of.get(of.size() - 1).isBefore(test.lastDay());
        LocalDate in = brought.stream()
                .map(b -> arrivals.nearlyAllBy(metric, b.sought(), test.lastDay()))
                .max(Comparator.naturalOrder())
                .orElse(test.lastDay());
        boolean allIn = over && in.isBefore(arrivals.today());
        Looked looked = Objects.requireNonNullElse(test.looked(), Looked.NOTHING);
        List<KeptLook> looks =
                looked.looks().stream().filter(l -> of.contains(l.day())).toList();
        Map<Integer, List<Stood>> then = new HashMap<>();
        looks.forEach(l ->
                then.put(of.indexOf(l.day()), l.cells().stream().map(Stood::of).toList()));
        Earlier earlier = new Earlier(
                looks.stream()
                        .map(l -> new Taken(
                                l.number(),
                                of.indexOf(l.day()),
                                l.cells().stream()
                                        .map(c -> Stood.of(c).judged(metric))
                                        .toList(),
                                l.dispersion()))
                        .toList(),
                looked.until() == null ? 0 : of.indexOf(looked.until()) + 1);
        return new Days(metric, of, now, then, earlier, allIn, over && !allIn ? in : null);
    }

    private static double weight(Metric metric, Counts counts) {
        Cell cell = Difference.cell(metric, new Facts(counts, 0)).orElse(NOTHING);
        return Difference.kind(metric) == Kind.SHARE ? cell.trials() : cell.money();
    }

    /** People count where all cells talk to the same ones: then they must be even. */
    private static long people(StoredTest test, int cell) {
        List<TestCell> cells = test.cells().all();
        return TestVariables.sameAudience(cells)
                ? test.people().ofRow().getOrDefault(cells.get(cell).rowId(), 0L)
                : 0;
    }
}
