package app.tidewrack.core.evidence;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.apache.commons.statistics.distribution.BetaDistribution;
import org.apache.commons.statistics.distribution.ChiSquaredDistribution;
import org.apache.commons.statistics.distribution.NormalDistribution;

/** Between which values something lies with a stated certainty. */
public record Interval(double from, double to) {
    private static final NormalDistribution NORMAL = NormalDistribution.of(0, 1);

    /** Counts up to which intervals are kept: a sheet of ten thousand ads asks for the same few again and again. */
    private static final int FEW = 1000;

    private static final int MOST_KEPT = 20_000;
    private static final Map<CountAt, Interval> OF_FEW = new ConcurrentHashMap<>();

    /**
     * Of a share: Wilson's score interval without continuity correction (E. B. Wilson, JASA 22, 1927; method 3 of R. G.
     * Newcombe, Statistics in Medicine 17, 1998).
     *
     * @param part 0 to {@code whole}
     * @param whole over 0
     * @param certainty two-sided, (0, 1)
     */
    public static Interval ofShare(double part, double whole, double certainty) {
        if (!(whole > 0 && part >= 0 && part <= whole)) {
            throw new IllegalArgumentException("%s of %s is no share".formatted(part, whole));
        }
        double z = z(certainty);
        double share = part / whole;
        double middle = part + z * z / 2;
        double half = z * Math.sqrt(part * (1 - share) + z * z / 4);
        return new Interval(
                Math.max(0, (middle - half) / (whole + z * z)), Math.min(1, (middle + half) / (whole + z * z)));
    }

    /**
     * Of how much one share is over another: Newcombe's hybrid of two Wilson intervals (method 10 of R. G. Newcombe, Statistics
     * in Medicine 17, 1998, 873–890).
     */
    public static Interval ofDifference(
            double part, double whole, double lessPart, double lessWhole, double certainty) {
        Interval a = ofShare(part, whole, certainty);
        Interval b = ofShare(lessPart, lessWhole, certainty);
        double first = part / whole;
        double second = lessPart / lessWhole;
        return new Interval(
                first - second - Math.hypot(first - a.from, b.to - second),
                first - second + Math.hypot(a.to - first, second - b.from));
    }

    /**
     * Of how often something comes that came {@code count} times: the exact interval of Poisson's distribution (F. Garwood,
     * Biometrika 28, 1936).
     *
     * @param count 0 or more
     */
    public static Interval ofCount(double count, double certainty) {
        if (!(count >= 0)) {
            throw new IllegalArgumentException("Something comes 0 times or more, not " + count);
        }
        if (count > FEW || OF_FEW.size() > MOST_KEPT) {
            return countOf(count, certainty);
        }
        return OF_FEW.computeIfAbsent(new CountAt(count, certainty), c -> countOf(c.count(), c.certainty()));
    }

    private record CountAt(double count, double certainty) {}

    private static Interval countOf(double count, double certainty) {
        double tail = (1 - certainty) / 2;
        return new Interval(
                count == 0 ? 0 : ChiSquaredDistribution.of(2 * count).inverseCumulativeProbability(tail) / 2,
                ChiSquaredDistribution.of(2 * count + 2).inverseSurvivalProbability(tail) / 2);
    }

    /**
     * Of how many times as often one comes as another that had as long for it: of all that came, the first's are binomial (C. Clopper
     * and E. Pearson, Biometrika 26, 1934; as R's poisson.test of two counts).
     *
     * @param count 0 or more, as the other; not both 0
     */
    public static Interval ofRatio(double count, double other, double certainty) {
        if (!(count >= 0 && other >= 0 && count + other > 0)) {
            throw new IllegalArgumentException("%s to %s is no ratio".formatted(count, other));
        }
        double tail = (1 - certainty) / 2;
        double low = count == 0 ? 0 : BetaDistribution.of(count, other + 1).inverseCumulativeProbability(tail);
        double high = other == 0 ? 1 : BetaDistribution.of(count + 1, other).inverseSurvivalProbability(tail);
        return new Interval(low / (1 - low), high == 1 ? Double.POSITIVE_INFINITY : high / (1 - high));
    }

    /** Both ends so many times as far, over 0. */
    public Interval times(double factor) {
        return new Interval(from * factor, to * factor);
    }

    public static double z(double certainty) {
        return NORMAL.inverseSurvivalProbability((1 - certainty) / 2);
    }
}
