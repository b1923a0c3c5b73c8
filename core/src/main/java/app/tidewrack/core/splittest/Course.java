package app.tidewrack.core.splittest;

import app.tidewrack.core.evidence.Comparison;
import app.tidewrack.core.evidence.Dispersion;
import app.tidewrack.core.splittest.Verdict.Cell;
import app.tidewrack.core.splittest.Verdict.Design;
import app.tidewrack.core.splittest.Verdict.Kind;
import app.tidewrack.core.splittest.Verdict.Outcome;
import java.util.ArrayList;
import java.util.List;

/**
 * A test followed from day to day. It is looked at when as much has come in as was planned for a look, and judged on what was
 * there on that day and never again, though days may be told anew. Where days vary by more than chance, as much more must come
 * (information instead of counts: C. Jennison and B. Turnbull 2000, chapter 11). What comes between looks or after the end says nothing, or chance would be asked more often than planned.
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
     * @param cells as they stood then, by as much as days vary more than chance
     * @param dispersion by how much that was, 1 or more
     * @param p the adjusted p-value between the best cell and the one nearest to it
     * @param limit the p-value that had to be reached
     */
    public record Look(int number, int day, List<Cell> cells, double dispersion, double p, double limit) {
        public Look {
            cells = List.copyOf(cells);
        }
    }

    /** A look that was taken earlier, with what came by then, and by how much days varied more than chance. */
    public record Taken(int number, int day, List<Cell> cells, double dispersion) {
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
            double dispersion = dispersion(design, days, day);
            List<Cell> cells = over(days.get(day), dispersion);
            ends.add(new Day(
                    design.part(cells),
                    Comparison.deviations(Verdict.at(design, cells, 0).p())));
            boolean last = over && day == days.size() - 1;
            List<Taken> due = new ArrayList<>(earlier.on(day));
            if (last || day >= earlier.days()) {
                due.add(new Taken(last ? design.looks() : design.look(cells), day, days.get(day), dispersion));
            }
            verdict = verdict.left(design, cells);
            for (Taken look : due) {
                int had = looks.isEmpty() ? 0 : looks.get(looks.size() - 1).number();
                if (look.number() > had && verdict.outcome() == Outcome.NOT_YET) {
                    List<Cell> then = over(look.cells(), look.dispersion());
                    verdict = Verdict.at(design, then, look.number());
                    looks.add(new Look(look.number(), day, then, look.dispersion(), verdict.p(), verdict.limit()));
                }
            }
        }
        List<Cell> now = days.isEmpty() ? design.nothing() : evidence(design, days, days.size() - 1);
        List<String> why = Verdict.broken(design, now, changed);
        return new Course(
                List.copyOf(looks), why.isEmpty() ? verdict : Verdict.broken(why), List.copyOf(ends), design.part(now));
    }

    /** What cells have to show at the end of a day: what came, by as much as days vary more than chance. */
    public static List<Cell> evidence(Design design, List<List<Cell>> days, int day) {
        return over(days.get(day), dispersion(design, days, day));
    }

    private static List<Cell> over(List<Cell> cells, double dispersion) {
        return cells.stream().map(c -> c.over(dispersion)).toList();
    }

    /** How many times as much days vary as by chance, to the end of one of them; 1 or more. */
    public static double dispersion(Design design, List<List<Cell>> days, int last) {
        boolean share = design.kind() == Kind.SHARE;
        int cells = design.shares().size();
        double[][] came = new double[cells][last + 1];
        double[][] of = new double[cells][last + 1];
        Cell nothing = new Cell(0, 0, 0, 0);
        for (int day = 0; day <= last; day++) {
            for (int cell = 0; cell < cells; cell++) {
                Cell now = days.get(day).get(cell);
                Cell before = day == 0 ? nothing : days.get(day - 1).get(cell);
                came[cell][day] = Math.max(0, now.successes() - before.successes());
                of[cell][day] = Math.max(0, share ? now.trials() - before.trials() : now.money() - before.money());
            }
        }
        return Dispersion.beside(came, of, share);
    }
}
