package app.tidewrack.core.splittest;

import app.tidewrack.core.evidence.Comparison;
import app.tidewrack.core.evidence.Interval;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import org.apache.commons.statistics.distribution.BetaDistribution;
import org.apache.commons.statistics.distribution.NormalDistribution;
import org.jspecify.annotations.Nullable;

/**
 * What a split test says by now. Every two cells are compared, with Holm's correction for as many comparisons; one wins when it
 * is apart from every other at the limit of this look. A test that is not what it was set up to be says nothing but why.
 *
 * @param winner place of the winning cell; null unless {@link Outcome#WINNER}
 * @param p the adjusted p-value between the best cell and the one nearest to it; 1 for a broken test
 * @param limit the p-value that must be reached at this look
 * @param difference how much the best cell's number is over that of the one nearest to it; null for costs and broken tests
 * @param left what each cell still needs before the last look: of shares trials, of costs results; 0 when it is over
 * @param why what broke it; empty otherwise
 */
public record Verdict(
        Outcome outcome,
        @Nullable Integer winner,
        double p,
        double limit,
        @Nullable Interval difference,
        double left,
        List<String> why) {
    /** How a test stands. */
    public enum Outcome {
        WINNER,
        NO_DIFFERENCE,
        NOT_YET,
        BROKEN
    }

    /** Under this the people of the cells are not those that were planned (common practice). */
    static final double SHARES_BROKEN = 0.001;

    private static final NormalDistribution NORMAL = NormalDistribution.of(0, 1);
    private static final int POINTS = 96;

    /** What is compared. */
    public enum Kind {
        /** Successes of trials: more is better. */
        SHARE,
        /** Money for each success: less is better. */
        COST
    }

    /**
     * What was planned.
     *
     * @param level two-sided, (0, 1)
     * @param looks planned, 1 to {@link Looks#MOST}
     * @param perCell of shares the trials, of costs the successes that each cell is to have at the end, over 0
     * @param shares how people are shared among cells; of one cell each at least one
     */
    public record Design(Kind kind, double level, int looks, double perCell, List<Double> shares) {
        public Design {
            shares = List.copyOf(shares);
            if (shares.size() < 2) {
                throw new IllegalArgumentException("A test has 2 cells or more, not " + shares.size());
            }
        }

        /**
         * What has come in for each cell: of shares the trials of the cell with the fewest; of costs the mean of successes, which
         * does not depend on who is ahead.
         */
        double have(List<Cell> cells) {
            return kind == Kind.SHARE
                    ? cells.stream().mapToLong(Cell::trials).min().orElseThrow()
                    : cells.stream().mapToLong(Cell::successes).average().orElseThrow();
        }

        /** Of what is planned, 0 to 1. */
        double part(List<Cell> cells) {
            return Math.min(1, have(cells) / perCell);
        }

        /** The last look for which enough has come in; 0 for none. */
        int look(List<Cell> cells) {
            return (int) Math.min(looks, Math.floor(have(cells) / perCell * looks + 1e-9));
        }

        List<Cell> nothing() {
            return Collections.nCopies(shares.size(), new Cell(0, 0, 0, 0));
        }

        /** The same for even cells that hold so many times as much. */
        Design among(int cells, double times) {
            return new Design(kind, level, looks, perCell * times, Collections.nCopies(cells, 1.0));
        }
    }

    /**
     * What came of one cell.
     *
     * @param people whom the network put in it; 0 in all cells where it does not tell
     * @param trials impressions or clicks; not fewer than successes for shares
     * @param money in minor units
     */
    public record Cell(long people, long trials, long successes, long money) {
        double rate() {
            return trials == 0 ? 0 : (double) successes / trials;
        }

        double perMoney() {
            return money == 0 ? 0 : (double) successes / money;
        }

        /** What there is to go by where days vary so many times as much as chance has it. */
        Cell over(double dispersion) {
            return dispersion == 1
                    ? this
                    : new Cell(
                            people,
                            Math.round(trials / dispersion),
                            Math.round(successes / dispersion),
                            Math.round(money / dispersion));
        }

        /** Both together. */
        public Cell plus(Cell other) {
            return new Cell(
                    people + other.people, trials + other.trials, successes + other.successes, money + other.money);
        }
    }

    /** @param changed what else than the variable was changed since the start; one is enough to break the test */
    public static Verdict of(Design design, List<Cell> cells, List<String> changed) {
        List<String> why = broken(design, cells, changed);
        return why.isEmpty() ? at(design, cells, design.look(cells)) : broken(why);
    }

    /** What breaks a test; empty when nothing does. */
    static List<String> broken(Design design, List<Cell> cells, List<String> changed) {
        List<String> why = new ArrayList<>(changed);
        double shared = Comparison.ofSizes(cells.stream().map(Cell::people).toList(), design.shares());
        if (shared < SHARES_BROKEN) {
            why.add("the cells did not get the shares of people that were planned");
        }
        return List.copyOf(why);
    }

    static Verdict broken(List<String> why) {
        return new Verdict(Outcome.BROKEN, null, 1, 0, null, 0, why);
    }

    /** Before anything came. */
    static Verdict before(Design design) {
        return new Verdict(Outcome.NOT_YET, null, 1, 0, null, design.perCell(), List.of());
    }

    /** How likely two cells are as far apart when there is no difference. */
    interface Pair {
        double p(int one, int other);
    }

    /** @param look at which it is judged, 0 for none yet; the last one ends it */
    static Verdict at(Design design, List<Cell> cells, int look) {
        return at(design, cells, look, (a, b) -> p(design.kind(), cells.get(a), cells.get(b)));
    }

    static Verdict at(Design design, List<Cell> cells, int look, Pair pair) {
        if (cells.size() != design.shares().size()) {
            throw new IllegalArgumentException("%d cells for a design of %d"
                    .formatted(cells.size(), design.shares().size()));
        }
        double limit = look == 0 ? 0 : Comparison.twoSided(Looks.limit(look, design.looks(), design.level()));
        int best = best(design.kind(), cells);
        Near near = near(cells.size(), pair, best);
        boolean wins = near.p() <= limit;
        boolean over = look == design.looks();
        return new Verdict(
                wins ? Outcome.WINNER : over ? Outcome.NO_DIFFERENCE : Outcome.NOT_YET,
                wins ? best : null,
                near.p(),
                limit,
                design.kind() == Kind.SHARE
                        ? difference(cells.get(best), cells.get(near.cell()), design.level())
                        : null,
                wins || over ? 0 : Math.max(0, design.perCell() - design.have(cells)),
                List.of());
    }

    /** The same with what is left by now. */
    Verdict left(Design design, List<Cell> cells) {
        return outcome == Outcome.NOT_YET
                ? new Verdict(
                        outcome, winner, p, limit, difference, Math.max(0, design.perCell() - design.have(cells)), why)
                : this;
    }

    /** The same with another p-value. */
    Verdict at(double adjusted, boolean over) {
        boolean wins = outcome == Outcome.WINNER && adjusted <= limit;
        return new Verdict(
                wins ? Outcome.WINNER : over ? Outcome.NO_DIFFERENCE : Outcome.NOT_YET,
                wins ? winner : null,
                adjusted,
                limit,
                difference,
                left,
                why);
    }

    private static @Nullable Interval difference(Cell best, Cell near, double level) {
        return best.trials() == 0 || near.trials() == 0
                ? null
                : Interval.ofDifference(best.successes(), best.trials(), near.successes(), near.trials(), 1 - level);
    }

    private static int best(Kind kind, List<Cell> cells) {
        return IntStream.range(0, cells.size())
                .boxed()
                .max(Comparator.comparingDouble(i ->
                        kind == Kind.SHARE ? cells.get(i).rate() : cells.get(i).perMoney()))
                .orElseThrow();
    }

    /** @param cell the one that is hardest to tell from the best */
    private record Near(int cell, double p) {}

    private static Near near(int cells, Pair pairs, int best) {
        List<int[]> compared = new ArrayList<>();
        List<Double> ps = new ArrayList<>();
        for (int a = 0; a < cells; a++) {
            for (int b = a + 1; b < cells; b++) {
                compared.add(new int[] {a, b});
                ps.add(pairs.p(a, b));
            }
        }
        List<Double> adjusted = Comparison.holm(ps);
        Near near = new Near(best == 0 ? 1 : 0, -1);
        for (int i = 0; i < compared.size(); i++) {
            int[] pair = compared.get(i);
            if ((pair[0] == best || pair[1] == best) && adjusted.get(i) > near.p()) {
                near = new Near(pair[0] == best ? pair[1] : pair[0], adjusted.get(i));
            }
        }
        return near;
    }

    private static double p(Kind kind, Cell a, Cell b) {
        if (kind == Kind.SHARE) {
            return a.trials() == 0 || b.trials() == 0
                    ? 1
                    : Comparison.ofShares(a.successes(), a.trials(), b.successes(), b.trials());
        }
        return a.money() == 0 || b.money() == 0
                ? 1
                : Comparison.ofCosts(a.successes(), a.money(), b.successes(), b.money());
    }

    /**
     * The chance of each cell that its share is the highest, by Beta(1, 1) before: for points of each cell's distribution that of all
     * others to lie under them. It is told beside a verdict, never instead.
     */
    public static List<Double> chances(List<Cell> cells) {
        List<BetaDistribution> after = cells.stream()
                .map(c -> BetaDistribution.of(1.0 + c.successes(), 1.0 + c.trials() - c.successes()))
                .toList();
        double[] best = new double[cells.size()];
        double whole = 0;
        for (int i = 0; i < best.length; i++) {
            for (int point = 0; point < POINTS; point++) {
                double at = quantile(after.get(i), (point + 0.5) / POINTS);
                double under = 1;
                for (int other = 0; other < best.length && under > 0; other++) {
                    under *= other == i ? 1 : below(after.get(other), at);
                }
                best[i] += under / POINTS;
            }
            whole += best[i];
        }
        double sum = whole;
        return IntStream.range(0, best.length).mapToObj(i -> best[i] / sum).toList();
    }

    /**
     * What is given away in the mean, as a share, by choosing each cell where another may be better; by Beta(1, 1) before, for even points
     * of the likelihood of the highest share.
     */
    public static List<Double> losses(List<Cell> cells) {
        List<BetaDistribution> after = cells.stream()
                .map(c -> BetaDistribution.of(1.0 + c.successes(), 1.0 + c.trials() - c.successes()))
                .toList();
        double low =
                after.stream().mapToDouble(d -> quantile(d, LEAST_TAIL)).min().orElseThrow();
        double high = after.stream()
                .mapToDouble(d -> quantile(d, 1 - LEAST_TAIL))
                .max()
                .orElseThrow();
        low = Math.max(0, low);
        high = Math.min(1, high);
        // The mean of the highest is where it begins and, from there, how likely it is to lie over each point.
        double most = low;
        double step = (high - low) / FINE;
        for (int point = 0; point < FINE; point++) {
            double at = low + (point + 0.5) * step;
            double under = 1;
            for (BetaDistribution d : after) {
                under *= below(d, at);
            }
            most += (1 - under) * step;
        }
        double highest = most;
        return after.stream().map(d -> Math.max(0, highest - d.getMean())).toList();
    }

    private static final double LEAST_TAIL = 1e-9;
    private static final int FINE = 500;

    /** With hundreds on either side a beta distribution is as good as normal. */
    private static boolean nearlyNormal(BetaDistribution d) {
        return Math.min(d.getAlpha(), d.getBeta()) > 200;
    }

    private static double quantile(BetaDistribution d, double p) {
        return nearlyNormal(d)
                ? d.getMean() + Math.sqrt(d.getVariance()) * NORMAL.inverseCumulativeProbability(p)
                : d.inverseCumulativeProbability(p);
    }

    private static double below(BetaDistribution d, double x) {
        return nearlyNormal(d)
                ? NORMAL.cumulativeProbability((x - d.getMean()) / Math.sqrt(d.getVariance()))
                : d.cumulativeProbability(Math.max(0, Math.min(1, x)));
    }
}
