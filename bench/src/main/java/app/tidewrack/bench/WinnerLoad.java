package app.tidewrack.bench;

import app.tidewrack.bench.Bench.Figure;
import app.tidewrack.core.splittest.Verdict.Kind;
import app.tidewrack.core.splittest.WinnerTrials;
import java.util.ArrayList;
import java.util.List;

/** How often tests of 2 to 10 cells name the cell that is better by what they were sized for. */
final class WinnerLoad {
    private static final int TESTS = 8000;
    private static final int MOST_CELLS = 10;
    private static final int LOOKS = 4;
    private static final long SEED = 2027;

    /** In per cent: 80, and two points of error. */
    private static final double LEAST_NAMED = 78;

    List<Figure> figures() {
        List<Figure> figures = new ArrayList<>();
        for (Kind kind : Kind.values()) {
            for (int cells = 2; cells <= MOST_CELLS; cells++) {
                figures.add(new Figure(
                        "tests of %d cells by a %s that name the planned winner"
                                .formatted(cells, kind == Kind.SHARE ? "share" : "cost"),
                        100 * WinnerTrials.named(kind, cells, LOOKS, TESTS, SEED),
                        "%",
                        LEAST_NAMED,
                        true));
            }
        }
        return figures;
    }
}
