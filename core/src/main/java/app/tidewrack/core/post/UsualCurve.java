package app.tidewrack.core.post;

import app.tidewrack.core.post.Post.Counted;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.apache.commons.statistics.distribution.TDistribution;

/**
 * What usually has come of a profile's posts by each age, and how far one post is from it. Counts of like age differ by factors,
 * so all is reckoned in logarithms: attention to posts of one age is close to log-normal, and early logarithms foretell later ones
 * by what they usually grow (Szabo &amp; Huberman 2010, from memory). So the usual life is a chain of usual growths, each the median of
 * the posts that have lived through it, and each post has one level above or below it, whatever its age. Middle and spread of the
 * levels are the median and Q<sub>n</sub> (P. Rousseeuw, C. Croux, JASA 88, 1993), which a few posts that did very well do not move.
 */
public final class UsualCurve {
    /** With fewer others nothing is called usual. */
    public static final int FEWEST = 8;

    /** Of posts that are as usual, about one in so many is called unusual. */
    public static final int ONE_IN = 20;

    /** A post is not called unusual for less than this, however alike the others are; our own choice. */
    public static final double LEAST_TIMES = 1.5;

    /** Usual is what the newest so many are; our own choice. */
    public static final int NEWEST = 100;

    /** Ages between which lives are chained, in hours. */
    public static final List<Integer> AGES =
            List.of(1, 2, 3, 4, 6, 8, 12, 18, 24, 36, 48, 72, 96, 120, 168, 240, 336, 504, 720, 1080, 1440, 2160);

    /** A growth is known from at least so many. */
    private static final int FEWEST_GROWN = 4;

    /** Q<sub>n</sub> of a normal law times this is its standard deviation; and how much it knows for its number of posts. */
    private static final double TO_DEVIATION = 2.2219;

    private static final double EFFICIENCY = 0.82;

    /** What Q<sub>n</sub> of 2 to 9 numbers is times too large (Croux &amp; Rousseeuw 1992, from memory). */
    private static final double[] OF_FEW = {1, 1, 0.399, 0.994, 0.512, 0.844, 0.611, 0.857, 0.669, 0.872};

    /** Four of five posts are within so many deviations of the middle. */
    private static final double FOUR_OF_FIVE = 1.2816;

    private final List<Post> compared;
    private final Counted counted;

    /** Logarithm of what a post usually has by each of {@link #AGES} over what it has in its first hour, as far as that is known. */
    private final double[] grown;

    private final double[] levels;

    /** @param posts of one profile, all of which are compared with each other */
    public UsualCurve(List<Post> posts, Counted counted) {
        this.counted = counted;
        compared = posts.stream()
                .filter(p -> p.age() > 0)
                .sorted(Comparator.comparing(Post::at).reversed().thenComparing(Post::id))
                .limit(NEWEST)
                .toList();
        grown = grown();
        levels = compared.stream().mapToDouble(this::level).toArray();
    }

    /**
     * What is usual by an age.
     *
     * @param middle half of the posts have more by then
     * @param low four of five have more than this and less than {@code high}
     * @param of how many posts this is known from
     */
    public record Usual(int hours, double middle, double low, double high, int of) {}

    /**
     * How one post stands.
     *
     * @param hours the age at which it is compared: its own, or the oldest to which usual lives are known
     * @param had what it had by then
     * @param usual the middle of the others by then
     * @param times {@code had} over {@code usual}
     * @param of with how many others it is compared
     * @param above how many of them did less for their age
     * @param chance that one more post like the others would have as much, 0 to 1
     * @param unusual whether that is under 1 in {@link #ONE_IN}, and it has {@link #LEAST_TIMES} the usual
     */
    public record ForItsAge(
            int hours, double had, double usual, double times, int of, int above, double chance, boolean unusual) {}

    /** Each growth is the median of the posts that lived through it; where too few did, usual lives end. */
    private double[] grown() {
        double[] sums = new double[AGES.size()];
        for (int i = 1; i < AGES.size(); i++) {
            int from = AGES.get(i - 1);
            int to = AGES.get(i);
            double[] growths = compared.stream()
                    .filter(p -> p.age() >= to)
                    .mapToDouble(p -> log(p, to) - log(p, from))
                    .toArray();
            if (growths.length < FEWEST_GROWN) {
                return Arrays.copyOf(sums, i);
            }
            sums[i] = sums[i - 1] + median(growths);
        }
        return sums;
    }

    private double log(Post post, int hours) {
        return Math.log1p(post.by(hours, counted));
    }

    private int oldest() {
        return AGES.get(grown.length - 1);
    }

    /** Usual growth until an age, in a straight line of the logarithm of ages between those that are chained. */
    private double growth(int hours) {
        int i = 0;
        while (i + 1 < grown.length && AGES.get(i + 1) <= hours) {
            i++;
        }
        if (i + 1 >= grown.length) {
            return grown[i];
        }
        double share = Math.log((double) hours / AGES.get(i)) / Math.log((double) AGES.get(i + 1) / AGES.get(i));
        return grown[i] + share * (grown[i + 1] - grown[i]);
    }

    /** In logarithms, what it would have had in its first hour if it had lived the usual life since. */
    private double level(Post post) {
        int hours = Math.min(post.age(), oldest());
        return log(post, hours) - growth(hours);
    }

    /** What is usual by an age; empty where usual lives are not known to it, or with fewer than {@link #FEWEST} posts. */
    public Optional<Usual> at(int hours) {
        if (levels.length < FEWEST || hours > oldest()) {
            return Optional.empty();
        }
        double middle = median(levels) + growth(hours);
        double reach = FOUR_OF_FIVE * deviation(levels, middle);
        return Optional.of(new Usual(
                hours,
                Math.max(0, Math.expm1(middle)),
                Math.max(0, Math.expm1(middle - reach)),
                Math.expm1(middle + reach),
                levels.length));
    }

    /** How a post stands among the others; empty while fewer than {@link #FEWEST} others are there to compare. */
    public Optional<ForItsAge> judge(Post post) {
        double[] others = others(post);
        if (others.length < FEWEST || post.age() < 1) {
            return Optional.empty();
        }
        int hours = Math.min(post.age(), oldest());
        double level = level(post);
        double middle = median(others);
        double usual = middle + growth(hours);
        int n = others.length;
        // A median of a normal law varies by pi / 2n of the variance of one.
        double z = (level - middle) / (deviation(others, usual) * Math.sqrt(1 + Math.PI / (2 * n)));
        double chance = TDistribution.of(EFFICIENCY * (n - 1)).survivalProbability(z);
        double times = Math.exp(level - middle);
        return Optional.of(new ForItsAge(
                hours,
                post.by(hours, counted),
                Math.max(0, Math.expm1(usual)),
                times,
                n,
                (int) Arrays.stream(others).filter(o -> o < level).count(),
                chance,
                chance * ONE_IN < 1 && times >= LEAST_TIMES));
    }

    private double[] others(Post post) {
        double[] others = new double[levels.length];
        int n = 0;
        for (int i = 0; i < levels.length; i++) {
            if (!compared.get(i).id().equals(post.id())) {
                others[n++] = levels[i];
            }
        }
        return Arrays.copyOf(others, n);
    }

    /** Q<sub>n</sub> in standard deviations; not under what counts of that size differ by chance alone (Poisson, by the delta method). */
    private static double deviation(double[] levels, double usual) {
        int n = levels.length;
        double[] apart = new double[n * (n - 1) / 2];
        int at = 0;
        for (int i = 0; i < n; i++) {
            for (int j = 0; j < i; j++) {
                apart[at++] = Math.abs(levels[i] - levels[j]);
            }
        }
        Arrays.sort(apart);
        int half = n / 2 + 1;
        double few = n < OF_FEW.length ? OF_FEW[n] : n % 2 == 1 ? n / (n + 1.4) : n / (n + 3.8);
        double byChance = 1 / Math.sqrt(Math.max(1, Math.expm1(usual)));
        return Math.max(byChance, TO_DEVIATION * few * apart[half * (half - 1) / 2 - 1]);
    }

    private static double median(double[] numbers) {
        double[] sorted = numbers.clone();
        Arrays.sort(sorted);
        int half = sorted.length / 2;
        return sorted.length % 2 == 1 ? sorted[half] : (sorted[half - 1] + sorted[half]) / 2;
    }
}
