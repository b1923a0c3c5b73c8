package app.tidewrack.bench;

import app.tidewrack.bench.Bench.Figure;
import app.tidewrack.core.playbook.AdviceTrials;
import app.tidewrack.core.playbook.AdviceTrials.Late;
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
    private static final double MANY_SALES_MINOR = 50;

    List<Figure> figures() {
        List<Figure> figures = new ArrayList<>();
        for (boolean target : new boolean[] {false, true}) {
            of(figures, new AdviceTrials("cost_per_click", CLICK_MINOR, target, VARIES, Late.AT_ONCE));
            of(figures, new AdviceTrials("cost_per_sale", SALE_MINOR, target, VARIES, Late.AT_ONCE));
        }
        of(figures, new AdviceTrials("cost_per_sale", MANY_SALES_MINOR, true, VARIES, Late.UNTOLD));
        of(figures, new AdviceTrials("cost_per_sale", MANY_SALES_MINOR, true, VARIES, Late.TOLD));
        return figures;
    }

    private static void of(List<Figure> figures, AdviceTrials trials) {
        String against = trials.target() ? "against a target" : "against one another";
        String come = switch (trials.late()) {
            case AT_ONCE -> "all come at once";
            case TOLD -> "45 % come late";
            case UNTOLD -> "45 % come late and nobody knows";
        };
        for (int rows : new int[] {2, 5, 10}) {
            for (int days : new int[] {DAYS / 2, DAYS}) {
                figures.add(new Figure(
                        "%d equal rows by %s %s, %d days, %s: campaigns with wrong advice"
                                .formatted(rows, trials.metric(), against, days, come),
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
