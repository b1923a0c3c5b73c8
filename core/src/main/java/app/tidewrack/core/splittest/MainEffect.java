package app.tidewrack.core.splittest;

import app.tidewrack.core.splittest.Verdict.Cell;
import app.tidewrack.core.splittest.Verdict.Design;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * What one variable of a factorial does by itself: cells of each of its values added up over the values of all others, and
 * compared (G. E. P. Box, J. S. Hunter, W. G. Hunter, Statistics for Experimenters, 1978, chapter 10). That two variables work
 * otherwise together than apart is not told by it.
 *
 * @param values of the variable, in the order of {@code cells}
 * @param verdict as of a test between the values; its p-value is for as many variables as there are
 */
public record MainEffect(String variable, List<String> values, List<Cell> cells, Verdict verdict) {

    /** @param variables with the value of each cell, as {@link Differing} tells them */
    public static List<MainEffect> of(
            Design design, Map<String, List<String>> variables, List<Cell> cells, boolean over) {
        List<MainEffect> effects = new ArrayList<>();
        Map<Integer, Double> ps = new TreeMap<>();
        variables.forEach((variable, valueOfCell) -> {
            Map<String, Cell> byValue = new LinkedHashMap<>();
            for (int i = 0; i < cells.size(); i++) {
                byValue.merge(valueOfCell.get(i), cells.get(i), Cell::plus);
            }
            List<Cell> sums = List.copyOf(byValue.values());
            Verdict verdict = Verdict.at(
                    design.among(sums.size(), (double) cells.size() / sums.size()),
                    sums,
                    over ? design.looks() : design.look(cells));
            ps.put(effects.size(), verdict.p());
            effects.add(new MainEffect(variable, List.copyOf(byValue.keySet()), sums, verdict));
        });
        List<Double> adjusted = Comparison.holm(List.copyOf(ps.values()));
        for (int i = 0; i < effects.size(); i++) {
            MainEffect e = effects.get(i);
            effects.set(i, new MainEffect(e.variable, e.values, e.cells, e.verdict.at(adjusted.get(i), over)));
        }
        return effects;
    }
}
