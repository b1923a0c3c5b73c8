package app.tidewrack.bench;

import app.tidewrack.bench.Bench.Figure;
import app.tidewrack.core.playbook.AdviceTrials;
import java.util.ArrayList;
import java.util.List;

/** How often the usual playbook advises what luck alone shows, over campaigns of equal rows, and how soon it finds a bad row. */
final class AdviceLoad {
    private static final int CAMPAIGNS = 1000;
    private static final int DAYS = 28;
    private static final long SEED = 20270301;
    private static final double MOST_WRONG = 10;
    private static final double VARIES = 0.1;
    private static final double CLICK_MINOR = 40;
    private static final double SALE_MINOR = 600;

    List<Figure> figures() {
        List<Figure> figures = new ArrayList<>();
        for (boolean target : new boolean[] {false, true}) {
            of(figures, new AdviceTrials("cost_per_click", CLICK_MINOR, target, VARIES));
            of(figures, new AdviceTrials("cost_per_sale", SALE_MINOR, target, VARIES));
        }
        return figures;
    }

    private static void of(List<Figure> figures, AdviceTrials trials) {
        String against = trials.target() ? "against a target" : "against one another";
        for (int rows : new int[] {2, 5, 10}) {
            for (int days : new int[] {DAYS / 2, DAYS}) {
                figures.add(new Figure(
                        "%d equal rows by %s %s, %d days: campaigns with wrong advice"
                                .formatted(rows, trials.metric(), against, days),
                        100 * trials.wrong(CAMPAIGNS, rows, days, SEED),
                        "%",
                        MOST_WRONG,
                        false));
            }
            figures.add(new Figure(
                    "  of %d rows one at twice the cost: half are told to stop it by day".formatted(rows),
                    trials.halfStopped(CAMPAIGNS, rows, DAYS, 2, SEED),
                    "",
                    DAYS + 1,
                    false));
        }
    }
}
