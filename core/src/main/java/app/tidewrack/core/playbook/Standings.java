package app.tidewrack.core.playbook;

import app.tidewrack.core.evidence.Comparison;
import app.tidewrack.core.evidence.DailyBound;
import app.tidewrack.core.evidence.Dispersion;
import app.tidewrack.core.playbook.RowSeen.DayBrought;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Difference;
import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.results.Metric;
import app.tidewrack.core.splittest.Verdict.Cell;
import app.tidewrack.core.splittest.Verdict.Kind;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * How rows stand against a target, or each against all others of its campaign together: by bounds that may be looked at every day
 * ({@link DailyBound}), for as many rows as there are (Holm), with the variation of days that they show. Money and trials of
 * a fresh day count as far as what they bring has come in.
 */
final class Standings {
    private static final Cell NOTHING = new Cell(0, 0, 0, 0);

    /** Rows by days. */
    private final double[][] came;

    private final double[][] of;
    private final int days;

    /**
     * @param p how likely any row would look so different by luck on any day, two-sided
     * @param ratio how many times as often it brings what counts for the same money or trials; over 1 is good
     */
    record Standing(double p, double ratio) {
        boolean good() {
            return ratio > 1;
        }
    }

    private Standings(Metric metric, List<RowSeen> rows, double margin) {
        boolean cost = Difference.kind(metric) == Kind.COST;
        long first = Long.MAX_VALUE;
        long last = Long.MIN_VALUE;
        for (RowSeen row : rows) {
            for (DayBrought day : row.days()) {
                first = Math.min(first, day.day().toEpochDay());
                last = Math.max(last, day.day().toEpochDay());
            }
        }
        days = last < first ? 0 : Math.toIntExact(last - first + 1);
        came = new double[rows.size()][days];
        of = new double[rows.size()][days];
        LocalDate start = days == 0 ? LocalDate.EPOCH : LocalDate.ofEpochDay(first);
        for (int row = 0; row < rows.size(); row++) {
            for (DayBrought day : rows.get(row).days()) {
                int at = (int) (day.day().toEpochDay() - start.toEpochDay());
                Cell cell = cell(metric, day.counts(), margin);
                came[row][at] = cell.successes();
                of[row][at] = (cost ? cell.money() : cell.trials()) * day.come();
            }
        }
    }

    /**
     * Each row's standing, in their order.
     *
     * @param target null to hold each against the others
     * @param margin of a sale, 0 to 1
     */
    static List<Standing> of(Metric metric, @Nullable Double target, List<RowSeen> rows, double margin) {
        boolean cost = Difference.kind(metric) == Kind.COST;
        Standings seen = new Standings(metric, rows, margin);
        List<DailyBound> bounds = target == null ? seen.againstOthers() : seen.against(target, cost);
        List<Double> ps = Comparison.holm(bounds.stream().map(DailyBound::p).toList());
        boolean moreIsGood = cost || metric.better() == Metric.Better.HIGH;
        List<Standing> standings = new ArrayList<>();
        for (int row = 0; row < bounds.size(); row++) {
            double ratio = bounds.get(row).ratio();
            standings.add(new Standing(ps.get(row), moreIsGood ? ratio : 1 / ratio));
        }
        return standings;
    }

    /** How much more the click rates of rows vary from day to day than by chance, 1 or more. */
    static double ofClickRates(List<RowSeen> rows) {
        Standings seen = new Standings(Metric.usual("click_rate"), rows, 0);
        return Dispersion.of(seen.came, seen.of, false);
    }

    static Cell cell(Metric metric, Counts counts, double margin) {
        Cell cell = Difference.cell(metric, new Facts(counts, margin)).orElse(NOTHING);
        // A late correction can leave a day with less than nothing; the day before has it.
        return cell.successes() < 0 || cell.money() < 0 || cell.trials() < 0 ? NOTHING : cell;
    }

    private List<DailyBound> against(double target, boolean cost) {
        double dispersion = Dispersion.of(came, of, false);
        List<DailyBound> bounds = new ArrayList<>();
        for (int row = 0; row < came.length; row++) {
            double all = Arrays.stream(of[row]).sum();
            double brought = Arrays.stream(came[row]).sum();
            bounds.add(
                    cost
                            ? DailyBound.ofRate(brought, all / target, dispersion)
                            : DailyBound.ofPart(
                                    new double[] {brought}, new double[] {all}, new double[] {target}, dispersion));
        }
        return bounds;
    }

    private List<DailyBound> againstOthers() {
        double dispersion = Dispersion.of(came, of, true);
        double[] all = new double[days];
        double[] whole = new double[days];
        for (int day = 0; day < days; day++) {
            for (int row = 0; row < came.length; row++) {
                all[day] += came[row][day];
                whole[day] += of[row][day];
            }
        }
        List<DailyBound> bounds = new ArrayList<>();
        for (int row = 0; row < came.length; row++) {
            double[] parts = new double[days];
            for (int day = 0; day < days; day++) {
                parts[day] = whole[day] > 0 ? of[row][day] / whole[day] : 0;
            }
            bounds.add(DailyBound.ofPart(came[row], all, parts, dispersion));
        }
        return bounds;
    }
}
