package app.tidewrack.core.playbook;

import app.tidewrack.core.forecast.Reach;
import app.tidewrack.core.forecast.Response;
import app.tidewrack.core.forecast.Response.Day;
import app.tidewrack.core.forecast.Response.Seen;
import app.tidewrack.core.results.Metric;
import java.util.List;

/** What rows of a campaign bring for more money and less, counted by what their judging number counts. */
public final class Responses {
    /** As far ahead as people are looked at, who will have seen an ad by then. */
    private static final int DAYS_AHEAD = 14;

    /** Per cent more results for one per cent more money, where nothing is told of the people. A guess. */
    private static final double USUALLY = 0.8;

    private Responses() {}

    /**
     * @param margin of a sale, 0 to 1
     * @return in the order of the rows; none when nothing came yet
     */
    public static List<Response> of(Metric metric, List<RowSeen> rows, double margin) {
        return Response.of(rows.stream()
                .map(r -> new Seen(Math.max(1, r.daily().minor()), elasticity(r), days(metric, r, margin)))
                .toList());
    }

    private static List<Day> days(Metric metric, RowSeen row, double margin) {
        return row.days().stream()
                .map(d -> new Day(
                        Math.max(0, d.counts().spendMinor()),
                        Standings.cell(metric, d.counts(), margin).successes(),
                        d.come()))
                .toList();
    }

    private static double elasticity(RowSeen row) {
        if (row.people() < 1 || row.shown() <= row.people() || row.days().isEmpty()) {
            return USUALLY;
        }
        return Response.elasticity(
                Reach.among(row.shown(), row.people()).people(),
                Math.max(1, (double) row.shown() / row.days().size() * DAYS_AHEAD));
    }
}
