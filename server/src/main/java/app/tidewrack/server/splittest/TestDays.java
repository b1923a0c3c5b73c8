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
import app.tidewrack.server.results.Lateness;
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
     */
    record Stood(Counts counts, long people, double come) {
        static final Stood BEFORE = new Stood(Counts.NONE, 0, 1);

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
                    cell.come());
        }

        private LookedCell looked() {
            return new LookedCell(
                    Arrays.stream(Measure.values()).collect(Collectors.toMap(Measure::code, counts::get)),
                    people,
                    come);
        }
    }

    /**
     * The days of a test that are over.
     *
     * @param stood each cell at the end of each; days of looks as those found them
     * @param earlier what was looked at before
     * @param allIn its last day is over, and nearly all of it is in
     * @param late the day at whose end that is so, while it is awaited; null else
     */
    record Days(
            Metric metric,
            List<LocalDate> of,
            List<List<Stood>> stood,
            Earlier earlier,
            boolean allIn,
            @Nullable LocalDate late) {
        static Days none(Metric metric) {
            return new Days(metric, List.of(), List.of(), Earlier.NOTHING, false, null);
        }

        List<List<Cell>> judged() {
            return stood.stream()
                    .map(day -> day.stream().map(s -> s.judged(metric)).toList())
                    .toList();
        }

        /** What a cell brought by days, to one of them; nothing under 0. */
        DayBlocks blocks(int cell, int to) {
            DayBlocks blocks = DayBlocks.NONE;
            Counts before = Counts.NONE;
            for (int day = 0; day <= to; day++) {
                Counts now = stood.get(day).get(cell).counts();
                Pair pair = metric.pair(new Facts(now.minus(before), 0)).orElse(new Pair(0, 0));
                blocks = blocks.plus(pair.came(), pair.of());
                before = now;
            }
            return blocks;
        }

        /** What is to be kept of the looks of a course; nothing before the first day is over. */
        Looked looked(Course course) {
            return new Looked(
                    of.isEmpty() ? null : of.get(of.size() - 1),
                    course.looks().stream()
                            .map(l -> new KeptLook(
                                    l.number(),
                                    of.get(l.day()),
                                    stood.get(l.day()).stream()
                                            .map(Stood::looked)
                                            .toList()))
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
        List<List<Stood>> stood = new ArrayList<>();
        List<Counts> sums = new ArrayList<>(Collections.nCopies(cells.size(), Counts.NONE));
        double[] ripe = new double[cells.size()];
        for (LocalDate day = from; day.isBefore(after); day = day.plusDays(1)) {
            List<Stood> then = new ArrayList<>();
            for (int i = 0; i < cells.size(); i++) {
                Counts more = brought.get(i).days().getOrDefault(day, Counts.NONE);
                sums.set(i, sums.get(i).plus(more));
                ripe[i] += weight(metric, more)
                        * arrivals.come(metric, brought.get(i).sought(), day);
                double whole = weight(metric, sums.get(i));
                then.add(new Stood(sums.get(i), people(test, i), whole > 0 ? Math.min(1, ripe[i] / whole) : 1));
            }
            of.add(day);
            stood.add(then);
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
        looks.forEach(l ->
                stood.set(of.indexOf(l.day()), l.cells().stream().map(Stood::of).toList()));
        Earlier earlier = new Earlier(
                looks.stream()
                        .map(l -> new Taken(
                                l.number(),
                                of.indexOf(l.day()),
                                stood.get(of.indexOf(l.day())).stream()
                                        .map(s -> s.judged(metric))
                                        .toList()))
                        .toList(),
                looked.until() == null ? 0 : of.indexOf(looked.until()) + 1);
        return new Days(metric, of, stood, earlier, allIn, over && !allIn ? in : null);
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
