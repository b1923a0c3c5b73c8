package app.tidewrack.core.splittest;

import app.tidewrack.core.splittest.Verdict.Cell;
import app.tidewrack.core.splittest.Verdict.Design;
import app.tidewrack.core.splittest.Verdict.Outcome;
import java.util.ArrayList;
import java.util.List;

/**
 * A test followed from day to day. It is looked at when as much has come in as was planned for a look, and judged on what was
 * there on that day and never again, though days may be told anew: what comes between looks or after the end says nothing, or chance would be asked more often than planned.
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
     * @param cells as they stood then
     * @param p the adjusted p-value between the best cell and the one nearest to it
     * @param limit the p-value that had to be reached
     */
    public record Look(int number, int day, List<Cell> cells, double p, double limit) {
        public Look {
            cells = List.copyOf(cells);
        }
    }

    /** A look that was taken earlier, with what was there then. */
    public record Taken(int number, int day, List<Cell> cells) {
        public Taken {
            cells = List.copyOf(cells);
        }
    }

    /**
     * What was looked at earlier.
     *
     * @param looks that were taken, in order
     * @param days from the first that were seen then: no other look is taken at the end of one of them, whatever is told of it
     *     later, but the last of all
     */
    public record Earlier(List<Taken> looks, int days) {
        public static final Earlier NOTHING = new Earlier(List.of(), 0);

        List<Taken> on(int day) {
            return looks.stream().filter(l -> l.day() == day).toList();
        }
    }

    /**
     * How a day ended.
     *
     * @param part of what was planned that had come in, 0 to 1
     * @param z how many deviations the best cell was apart from the one nearest to it, for all comparisons together
     */
    public record Day(double part, double z) {}

    /**
     * @param days what each cell had brought by the end of each day, summed from the start; only days that are over
     * @param over no more comes, so that the last look is taken with what there is
     * @param changed what else than the variable was changed since the start
     */
    public static Course of(Design design, List<List<Cell>> days, Earlier earlier, boolean over, List<String> changed) {
        List<Look> looks = new ArrayList<>();
        List<Day> ends = new ArrayList<>();
        Verdict verdict = Verdict.before(design);
        for (int day = 0; day < days.size(); day++) {
            List<Cell> cells = days.get(day);
            ends.add(new Day(
                    design.part(cells),
                    Comparison.deviations(Verdict.at(design, cells, 0).p())));
            boolean last = over && day == days.size() - 1;
            List<Taken> due = new ArrayList<>(earlier.on(day));
            if (last || day >= earlier.days()) {
                due.add(new Taken(last ? design.looks() : design.look(cells), day, cells));
            }
            verdict = verdict.left(design, cells);
            for (Taken look : due) {
                int had = looks.isEmpty() ? 0 : looks.get(looks.size() - 1).number();
                if (look.number() > had && verdict.outcome() == Outcome.NOT_YET) {
                    verdict = Verdict.at(design, look.cells(), look.number());
                    looks.add(new Look(look.number(), day, look.cells(), verdict.p(), verdict.limit()));
                }
            }
        }
        List<Cell> now = days.isEmpty() ? design.nothing() : days.get(days.size() - 1);
        List<String> why = Verdict.broken(design, now, changed);
        return new Course(
                List.copyOf(looks), why.isEmpty() ? verdict : Verdict.broken(why), List.copyOf(ends), design.part(now));
    }
}
