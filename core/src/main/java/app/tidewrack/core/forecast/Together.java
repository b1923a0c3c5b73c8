package app.tidewrack.core.forecast;

import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Different people whom several rows reach together: of those whom one row reaches, others have reached some already. Where a network
 * tells how many people two audiences share, a person of both is as likely to be reached by either as anyone in it; where nobody can
 * tell, as between networks, people are taken for met by chance among all there are (Sainsbury's formula, 1 − (1 − r₁)(1 − r₂); J.
 * Agostini, "How to Estimate Unduplicated Audiences", Journal of Advertising Research 1, 1961, names it; from memory).
 */
public final class Together {
    private Together() {}

    /**
     * One row.
     *
     * @param people of its audience, 1 or more
     * @param reached of them, 0 to all
     */
    public record Part(double people, double reached) {
        public Part {
            if (!(people >= 1) || !(reached >= 0) || reached > people) {
                throw new IllegalArgumentException("%s reached of %s people".formatted(reached, people));
            }
        }
    }

    /**
     * Different people reached.
     *
     * @param shared people of both, by row and row; NaN where that is not told
     * @param everyone among whom they are, at least as many as in any audience
     * @return at least what the row that reaches most reaches, at most the sum of all
     */
    public static double of(List<Part> rows, double[][] shared, double everyone) {
        int[] order = IntStream.range(0, rows.size())
                .boxed()
                .sorted(Comparator.comparingDouble(i -> -rows.get(i).reached()))
                .mapToInt(i -> i)
                .toArray();
        double all = 0;
        for (int k = 0; k < order.length; k++) {
            Part row = rows.get(order[k]);
            double anew = row.reached();
            for (int i = 0; i < k; i++) {
                Part before = rows.get(order[i]);
                double both = shared[order[k]][order[i]];
                double seen = Double.isNaN(both)
                        ? before.reached() / everyone
                        : Math.min(1, both / row.people()) * before.reached() / before.people();
                anew *= 1 - Math.min(1, seen);
            }
            all += anew;
        }
        return all;
    }
}
