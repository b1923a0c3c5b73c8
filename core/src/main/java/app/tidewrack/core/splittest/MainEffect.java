package app.tidewrack.core.splittest;

import app.tidewrack.core.evidence.Comparison;
import app.tidewrack.core.evidence.Comparison.Stratum;
import app.tidewrack.core.evidence.Odds;
import app.tidewrack.core.splittest.Course.Look;
import app.tidewrack.core.splittest.Verdict.Cell;
import app.tidewrack.core.splittest.Verdict.Design;
import app.tidewrack.core.splittest.Verdict.Kind;
import app.tidewrack.core.splittest.Verdict.Outcome;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * What one variable of a factorial does by itself: its values are compared within each combination of all other variables (Mantel and
 * Haenszel, {@link Comparison}), so that a value which got more of the better company is not taken for better. It is judged at the
 * looks of the test, and what a look said stays. That two variables work otherwise together than apart is not told by it.
 *
 * @param values of the variable, in the order of {@code cells}
 * @param cells one for each value: what it would have brought in the company that all have together
 * @param verdict as of a test between the values; its p-value is for as many variables as there are
 * @param odds of two values of a share, by the same company: how many times those of the better one's are the other's; null else
 */
public record MainEffect(
        String variable,
        List<String> values,
        List<Cell> cells,
        Verdict verdict,
        @Nullable Odds odds) {

    /**
     * @param variables with the value of each cell, as {@link Differing} tells them
     * @param looks that were taken, in order
     * @param now what has come in, told until a look decides
     */
    public static List<MainEffect> of(
            Design design, Map<String, List<String>> variables, List<Look> looks, List<Cell> now) {
        List<Variable> all = variables.entrySet().stream()
                .map(v -> Variable.of(design, v.getKey(), variables))
                .toList();
        List<MainEffect> effects = new ArrayList<>();
        all.forEach(v -> effects.add(new MainEffect(v.name, v.values, v.evenly(now), Verdict.before(v.design), null)));
        for (Look look : looks) {
            boolean over = look.number() == design.looks();
            List<Verdict> verdicts = all.stream().map(v -> v.at(look)).toList();
            List<Double> adjusted =
                    Comparison.holm(verdicts.stream().map(Verdict::p).toList());
            for (int i = 0; i < effects.size(); i++) {
                if (effects.get(i).verdict.outcome() == Outcome.NOT_YET) {
                    Variable v = all.get(i);
                    Verdict verdict = verdicts.get(i).at(adjusted.get(i), over);
                    boolean open = verdict.outcome() == Outcome.NOT_YET;
                    List<Cell> told = open ? now : look.cells();
                    effects.set(i, new MainEffect(v.name, v.values, v.evenly(told), verdict, v.odds(told)));
                }
            }
        }
        return effects;
    }

    /**
     * One variable.
     *
     * @param design of a test between its values
     * @param strata of each combination of the others, the cell that has each value; -1 for none
     */
    private record Variable(String name, List<String> values, Design design, List<int[]> strata) {
        static Variable of(Design design, String name, Map<String, List<String>> variables) {
            List<String> valueOfCell = variables.getOrDefault(name, List.of());
            List<String> values = List.copyOf(new LinkedHashSet<>(valueOfCell));
            Map<List<String>, int[]> strata = new LinkedHashMap<>();
            for (int cell = 0; cell < valueOfCell.size(); cell++) {
                int at = cell;
                List<String> company = variables.entrySet().stream()
                        .filter(v -> !v.getKey().equals(name))
                        .map(v -> v.getValue().get(at))
                        .toList();
                int[] stratum = strata.computeIfAbsent(
                        company, c -> values.stream().mapToInt(v -> -1).toArray());
                stratum[values.indexOf(valueOfCell.get(cell))] = cell;
            }
            return new Variable(
                    name,
                    values,
                    design.among(values.size(), (double) valueOfCell.size() / values.size()),
                    List.copyOf(strata.values()));
        }

        Verdict at(Look look) {
            return Verdict.at(design, evenly(look.cells()), look.number(), (one, other) -> p(look.cells(), one, other));
        }

        private @Nullable Odds odds(List<Cell> cells) {
            if (design.kind() != Kind.SHARE || values.size() != 2) {
                return null;
            }
            List<Cell> even = evenly(cells);
            int better = even.get(1).rate() > even.get(0).rate() ? 1 : 0;
            return Odds.of(compared(cells, better, 1 - better), 1 - design.level())
                    .orElse(null);
        }

        private double p(List<Cell> cells, int one, int other) {
            List<Stratum> compared = compared(cells, one, other);
            return design.kind() == Kind.SHARE ? Comparison.ofShares(compared) : Comparison.ofCosts(compared);
        }

        private List<Stratum> compared(List<Cell> cells, int one, int other) {
            boolean share = design.kind() == Kind.SHARE;
            return strata.stream()
                    .filter(s -> s[one] >= 0 && s[other] >= 0)
                    .map(s -> {
                        Cell a = cells.get(s[one]);
                        Cell b = cells.get(s[other]);
                        return new Stratum(
                                a.successes(),
                                share ? a.trials() : a.money(),
                                b.successes(),
                                share ? b.trials() : b.money());
                    })
                    .toList();
        }

        /** What each value would have brought if it had the parts of all company that all values together have. */
        private List<Cell> evenly(List<Cell> cells) {
            boolean share = design.kind() == Kind.SHARE;
            double[] weights = strata.stream()
                    .mapToDouble(s -> IntStream.of(s)
                            .filter(c -> c >= 0)
                            .mapToDouble(c ->
                                    share ? cells.get(c).trials() : cells.get(c).money())
                            .sum())
                    .toArray();
            return IntStream.range(0, values.size())
                    .mapToObj(value -> {
                        Cell sum = new Cell(0, 0, 0, 0);
                        double rate = 0;
                        double weight = 0;
                        for (int i = 0; i < weights.length; i++) {
                            int cell = strata.get(i)[value];
                            if (cell >= 0) {
                                Cell c = cells.get(cell);
                                sum = sum.plus(c);
                                double own = share ? c.rate() : c.perMoney();
                                weight += weights[i];
                                rate += weights[i] * own;
                            }
                        }
                        double of = share ? sum.trials() : sum.money();
                        long brought = weight == 0 ? 0 : Math.round(of * rate / weight);
                        return new Cell(sum.people(), sum.trials(), brought, sum.money());
                    })
                    .toList();
        }
    }
}
