package app.tidewrack.core.splittest;

import app.tidewrack.core.splittest.Verdict.Cell;
import app.tidewrack.core.splittest.Verdict.Design;
import app.tidewrack.core.splittest.Verdict.Outcome;
import java.util.ArrayList;
import java.util.List;

/**
 * A test followed from day to day. It is looked at when as much has come in as was planned for a look, and judged on what was
 * there on that day: what comes between looks or after the end says nothing, or chance would be asked more often than planned.
 *
 * @param looks those that were taken, in order
 * @param days how it stood at the end of each, to be drawn; no verdict comes of that
 * @param part of what was planned that has come in, 0 to 1
 */
public record Course(List<Look> looks, Verdict verdict, List<Day> days, double part) {

    /**
     * One look.
     *
     * @param number from 1
     * @param day place of the day at whose end it was taken, from 0
     * @param p the adjusted p-value between the best cell and the one nearest to it
     * @param limit the p-value that had to be reached
     */
    public record Look(int number, int day, double p, double limit) {}

    /**
     * How a day ended.
     *
     * @param part of what was planned that had come in, 0 to 1
     * @param z how many deviations the best cell was apart from the one nearest to it, for all comparisons together
     */
    public record Day(double part, double z) {}

    /**
     * @param days what each cell had brought by the end of each day, summed from the start; only days that are over
     * @param over no more days come, so that the last look is taken with what there is
     * @param changed what else than the variable was changed since the start
     */
    public static Course of(Design design, List<List<Cell>> days, boolean over, List<String> changed) {
        List<Look> looks = new ArrayList<>();
        List<Day> ends = new ArrayList<>();
        Verdict verdict = Verdict.before(design);
        for (int day = 0; day < days.size(); day++) {
            List<Cell> cells = days.get(day);
            ends.add(new Day(
                    design.part(cells),
                    Comparison.deviations(Verdict.at(design, cells, 0).p())));
            boolean last = over && day == days.size() - 1;
            int due = last ? design.looks() : design.look(cells);
            int had = looks.isEmpty() ? 0 : looks.get(looks.size() - 1).number();
            boolean open = verdict.outcome() == Outcome.NOT_YET && due > had;
            verdict = open ? Verdict.at(design, cells, due) : verdict.left(design, cells);
            if (open) {
                looks.add(new Look(due, day, verdict.p(), verdict.limit()));
            }
        }
        List<Cell> now = days.isEmpty() ? design.nothing() : days.get(days.size() - 1);
        List<String> why = Verdict.broken(design, now, changed);
        return new Course(
                List.copyOf(looks), why.isEmpty() ? verdict : Verdict.broken(why), List.copyOf(ends), design.part(now));
    }
}
