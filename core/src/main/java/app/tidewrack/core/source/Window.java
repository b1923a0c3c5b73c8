package app.tidewrack.core.source;

import app.tidewrack.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.List;

/**
 * A window of days since somebody's last event; both ends included, 0 is today.
 *
 * @param from days ago
 * @param to days ago, not under {@code from}, at most {@value #FURTHEST}
 */
public record Window(int from, int to) {
    public static final int FURTHEST = 180;
    private static final int MOST = 30;

    /** @throws Refusal (field {@code window}) when it is none */
    public Window {
        if (from < 0 || to < from || to > FURTHEST) {
            throw new Refusal(
                    "window",
                    "%d to %d days ago is no window within 0 to %d.".formatted(from, to, FURTHEST),
                    "Choose other days.");
        }
    }

    /**
     * Windows that exclude one another and leave no day out, from today to the last cut: cuts 1, 3, 7 make 0 to 1, 2 to 3 and
     * 4 to 7.
     *
     * @param cuts last days of the windows, each over the one before
     * @throws Refusal (field {@code cuts}) when they do not rise, or are too many
     */
    public static List<Window> ladder(List<Integer> cuts) {
        if (cuts.isEmpty() || cuts.size() > MOST) {
            throw new Refusal(
                    "cuts",
                    "There are %d windows; 1 to %d are made at once.".formatted(cuts.size(), MOST),
                    "Choose so many.");
        }
        List<Window> windows = new ArrayList<>();
        int from = 0;
        for (int cut : cuts) {
            if (cut < from) {
                throw new Refusal(
                        "cuts",
                        "The cut at day %d does not come after the one before.".formatted(cut),
                        "Let them rise.");
            }
            windows.add(new Window(from, cut));
            from = cut + 1;
        }
        return List.copyOf(windows);
    }

    /** {@code today}, {@code day 1}, {@code days 2–3}, as the trade says it; no two windows of a ladder alike. */
    public String words() {
        if (to == 0) {
            return "today";
        }
        int first = Math.max(1, from);
        return first == to ? "day " + to : "days " + first + "–" + to;
    }
}
