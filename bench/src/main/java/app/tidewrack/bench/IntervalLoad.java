package app.tidewrack.bench;

import app.tidewrack.bench.Bench.Figure;
import app.tidewrack.core.evidence.IntervalTrials;
import app.tidewrack.core.evidence.IntervalTrials.Held;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** How often the truth lies within intervals of 95 %, while prices and people vary from day to day. */
final class IntervalLoad {
    private static final int TRIALS = 10_000;
    private static final long SEED = 2027;
    private static final double LEAST_WITHIN = 93;

    List<Figure> figures() {
        List<Figure> figures = new ArrayList<>();
        for (int days : new int[] {3, 7, 14, 28}) {
            for (double aDay : new double[] {1, 5, 40, 400}) {
                Held held = new IntervalTrials(days, aDay).held(TRIALS, SEED);
                Map<String, Double> parts = new LinkedHashMap<>();
                parts.put("cost", held.rate());
                parts.put("share", held.share());
                parts.put("return", held.amount());
                parts.put("two costs", held.rates());
                parts.put("two shares", held.shares());
                parts.put("two returns", held.amounts());
                parts.forEach((what, part) -> figures.add(new Figure(
                        "%s, %d days of %.0f results: truth within 95 %%".formatted(what, days, aDay),
                        100 * part,
                        "%",
                        LEAST_WITHIN,
                        true)));
            }
        }
        return figures;
    }
}
