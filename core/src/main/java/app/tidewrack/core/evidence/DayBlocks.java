package app.tidewrack.core.evidence;

import java.util.Optional;
import org.apache.commons.statistics.distribution.NormalDistribution;
import org.apache.commons.statistics.distribution.TDistribution;

/**
 * What came over some days of what made it come, with how much days differ: days are the blocks that are independent, not the single
 * impressions or clicks in them. Ratios by the delta method (W. Cochran, Sampling Techniques, 3rd edition, 1977, 6.4); counts by
 * quasi-likelihood, whose dispersion is that of the days (P. McCullagh and J. Nelder, Generalized Linear Models, 2nd edition, 1989,
 * 4.5), drawn towards what is usual while days are few. Never surer than chance alone would have it.
 *
 * @param days on which there was any of either
 * @param came sum over days: results, or money
 * @param of sum over days: money, trials or impressions; 0 or more
 * @param cameSquare sum of the squares of days; likewise the rest
 */
public record DayBlocks(int days, double came, double of, double cameSquare, double product, double ofSquare) {
    public static final DayBlocks NONE = new DayBlocks(0, 0, 0, 0, 0, 0);

    /** Days that what is usual counts for in the dispersion, and in how well that is known. */
    private static final double USUAL_WEIGHT = 3;

    private static final double USUAL_KNOWN = 9;

    /** Variance of the log of a day's rate: prices go up and down by a third, and so does what money brings (common practice). */
    private static final double RATE_VARIANCE = 0.1;

    /** Likewise of a share, in which prices take no part. */
    private static final double SHARE_VARIANCE = 0.015;

    /** Likewise of how two that ran together stand to one another: what days have in common takes no part. */
    private static final double BESIDE_VARIANCE = 0.02;

    private static final int LEAST_DAYS = 3;
    private static final NormalDistribution NORMAL = NormalDistribution.of(0, 1);

    /** @param of by the same days as {@code came} */
    public static DayBlocks of(double[] came, double[] of) {
        DayBlocks blocks = NONE;
        for (int day = 0; day < came.length; day++) {
            blocks = blocks.plus(came[day], of[day]);
        }
        return blocks;
    }

    /** One more day. */
    public DayBlocks plus(double dayCame, double dayOf) {
        return dayCame == 0 && dayOf == 0
                ? this
                : new DayBlocks(
                        days + 1,
                        came + dayCame,
                        of + dayOf,
                        cameSquare + dayCame * dayCame,
                        product + dayCame * dayOf,
                        ofSquare + dayOf * dayOf);
    }

    private double ratio() {
        return came / of;
    }

    /** Variance of what came about its ratio to the whole, as the days show it. */
    private double variance() {
        double squares = cameSquare - 2 * ratio() * product + ratio() * ratio() * ofSquare;
        return Math.max(0, squares) * days / (days - 1.0);
    }

    /** How many times as much what came varies as by chance, 1 or more. */
    private double dispersion(double byChance, double usualVariance) {
        double usual = 1 + usualVariance * came / Math.max(1, days);
        return days > 1 && byChance > 0 ? drawn(days - 1, variance() / byChance, usual) : usual;
    }

    private static double drawn(double known, double seen, double usual) {
        return Math.max(1, (known * seen + USUAL_WEIGHT * usual) / (known + USUAL_WEIGHT));
    }

    /** How many times as much two that ran together vary to one another as by chance, 1 or more. */
    static double besideDispersion(double known, double seen, double cameADay) {
        return drawn(known, seen, 1 + BESIDE_VARIANCE * cameADay);
    }

    /** The law of a deviation whose dispersion is known by so few days. */
    static TDistribution apart(double known) {
        return TDistribution.of(known + USUAL_KNOWN);
    }

    /**
     * How many times as much as by chance the days vary, 1 or more.
     *
     * @param share whether what came is a part of what it came of
     */
    public double varies(boolean share) {
        return share ? dispersion(came * (1 - ratio()), SHARE_VARIANCE) : dispersion(came, RATE_VARIANCE);
    }

    private double known() {
        return Math.max(0, days - 1);
    }

    /** The certainty of as many normal deviations as a dispersion known by so few days calls for. */
    private static double widened(double certainty, double known) {
        double t = apart(known).inverseSurvivalProbability((1 - certainty) / 2);
        return 1 - 2 * NORMAL.survivalProbability(t);
    }

    /**
     * Of how often something comes for one unit of money.
     *
     * @param certainty two-sided, (0, 1)
     * @return empty where no money was spent
     */
    public Optional<Interval> rate(double certainty) {
        if (!(of > 0) || came < 0) {
            return Optional.empty();
        }
        double dispersion = dispersion(came, RATE_VARIANCE);
        return Optional.of(
                Interval.ofCount(came / dispersion, widened(certainty, known())).times(dispersion / of));
    }

    /** Of a share; empty where there is none. */
    public Optional<Interval> share(double certainty) {
        if (!(of > 0) || came < 0 || came > of) {
            return Optional.empty();
        }
        double dispersion = dispersion(came * (1 - ratio()), SHARE_VARIANCE);
        return Optional.of(Interval.ofShare(came / dispersion, of / dispersion, widened(certainty, known())));
    }

    /** Of one amount for another, as value for money; empty where there are under {@value #LEAST_DAYS} days, or nothing came. */
    public Optional<Interval> amount(double certainty) {
        if (days < LEAST_DAYS || !(of > 0) || !(came > 0)) {
            return Optional.empty();
        }
        double t = TDistribution.of(days - 1.0).inverseSurvivalProbability((1 - certainty) / 2);
        double half = t * Math.sqrt(variance()) / came;
        return Optional.of(new Interval(ratio() * Math.exp(-half), ratio() * Math.exp(half)));
    }

    /**
     * How one stands to another.
     *
     * @param p two-sided
     * @param between of rates and amounts how many times as much the first is as the second; of shares how much it is over it
     */
    public record Apart(double p, Interval between) {}

    /**
     * Two rates.
     *
     * @param first what came by day, of money by day; the second by the same days
     * @return empty where either has no money, or neither a result
     */
    public static Optional<Apart> rates(double[][] first, double[][] second, double certainty) {
        DayBlocks a = of(first[0], first[1]);
        DayBlocks b = of(second[0], second[1]);
        if (!(a.of > 0) || !(b.of > 0) || a.came < 0 || b.came < 0 || !(a.came + b.came > 0)) {
            return Optional.empty();
        }
        Beside beside = beside(first, second, a, b, 1 / a.came + 1 / b.came);
        double certain = widened(certainty, beside.known);
        return Optional.of(new Apart(
                beside.p(Comparison.ofCosts(
                        Math.round(a.came / beside.dispersion), a.of, Math.round(b.came / beside.dispersion), b.of)),
                Interval.ofRatio(a.came / beside.dispersion, b.came / beside.dispersion, certain)
                        .times(b.of / a.of)));
    }

    /** Two shares, likewise. */
    public static Optional<Apart> shares(double[][] first, double[][] second, double certainty) {
        DayBlocks a = of(first[0], first[1]);
        DayBlocks b = of(second[0], second[1]);
        if (!(a.of > 0) || !(b.of > 0) || a.came < 0 || b.came < 0 || a.came > a.of || b.came > b.of) {
            return Optional.empty();
        }
        Beside beside = beside(first, second, a, b, (1 - a.ratio()) / a.came + (1 - b.ratio()) / b.came);
        double d = beside.dispersion;
        return Optional.of(new Apart(
                beside.p(Comparison.ofShares(
                        Math.round(a.came / d), Math.round(a.of / d), Math.round(b.came / d), Math.round(b.of / d))),
                Interval.ofDifference(a.came / d, a.of / d, b.came / d, b.of / d, widened(certainty, beside.known))));
    }

    /** Two amounts for amounts, likewise; empty also where either has under {@value #LEAST_DAYS} days. */
    public static Optional<Apart> amounts(double[][] first, double[][] second, double certainty) {
        DayBlocks a = of(first[0], first[1]);
        DayBlocks b = of(second[0], second[1]);
        int known = Math.min(a.days, b.days) - 1;
        if (known < LEAST_DAYS - 1 || !(a.came > 0) || !(b.came > 0) || !(a.of > 0) || !(b.of > 0)) {
            return Optional.empty();
        }
        double error = Math.sqrt(relative(first, second, a, b));
        double log = Math.log(a.ratio() / b.ratio());
        TDistribution t = TDistribution.of(known);
        double half = t.inverseSurvivalProbability((1 - certainty) / 2) * error;
        return Optional.of(new Apart(
                error == 0 ? (log == 0 ? 1 : 0) : 2 * t.survivalProbability(Math.abs(log) / error),
                new Interval(Math.exp(log - half), Math.exp(log + half))));
    }

    /** Variance of the log of two ratios' ratio, as the days show it. */
    private static double relative(double[][] first, double[][] second, DayBlocks a, DayBlocks b) {
        double squares = 0;
        int days = 0;
        for (int day = 0; day < first[0].length; day++) {
            double one = (first[0][day] - a.ratio() * first[1][day]) / a.came;
            double other = (second[0][day] - b.ratio() * second[1][day]) / b.came;
            squares += (one - other) * (one - other);
            days += first[1][day] != 0 || second[1][day] != 0 ? 1 : 0;
        }
        return squares * days / Math.max(1, days - 1.0);
    }

    /** @param known days fewer one by which the dispersion is known */
    private record Beside(double dispersion, double known) {
        /** Of as many deviations, where the dispersion is known by so few days. */
        double p(double certain) {
            double z = NORMAL.inverseSurvivalProbability(Math.max(certain, 1e-300) / 2);
            return certain >= 1 ? 1 : 2 * apart(known).survivalProbability(z);
        }
    }

    private static Beside beside(double[][] first, double[][] second, DayBlocks a, DayBlocks b, double byChance) {
        double usual = 1 + BESIDE_VARIANCE * (a.came + b.came) / Math.max(1, a.days + b.days);
        int known = Math.min(a.days, b.days) - 1;
        return known < 1 || !(a.came > 0) || !(b.came > 0) || !(byChance > 0)
                ? new Beside(usual, 0)
                : new Beside(drawn(known, relative(first, second, a, b) / byChance, usual), known);
    }
}
