package app.tidewrack.core.post;

import app.tidewrack.core.post.Post.Counted;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.DoubleStream;
import org.apache.commons.statistics.distribution.TDistribution;

/**
 * What usually has come of a profile's posts by each age, and how far one post is from it. Counts of like age differ by factors,
 * so all is reckoned in logarithms: attention to posts of one age is close to log-normal, and early logarithms foretell later ones
 * (Szabo &amp; Huberman 2010, from memory). Middle and spread are the median and the median absolute deviation (Hampel 1974), which a
 * few posts that did very well do not move.
 */
public final class UsualCurve {
    /** With fewer others nothing is called usual. */
    public static final int FEWEST = 8;

    /** Of posts that are as usual, about one in so many is called unusual. */
    public static final int ONE_IN = 20;

    /** A post is not called unusual for less than this, however alike the others are; our own choice. */
    public static final double LEAST_TIMES = 1.5;

    /** A median absolute deviation of a normal law times this is its standard deviation. */
    private static final double TO_DEVIATION = 1.4826;

    /** How much the deviation knows for its number of posts (Rousseeuw &amp; Croux 1993). */
    private static final double EFFICIENCY = 0.3675;

    /** Four of five posts are within so many deviations of the middle. */
    private static final double FOUR_OF_FIVE = 1.2816;

    private final List<Post> posts;
    private final Counted counted;

    /** @param posts of one profile, all of which are compared with each other */
    public UsualCurve(List<Post> posts, Counted counted) {
        this.posts = List.copyOf(posts);
        this.counted = counted;
    }

    /**
     * What is usual by an age.
     *
     * @param middle half of the posts had more by then
     * @param low four of five had more than this and less than {@code high}
     * @param of how many posts this is known from
     */
    public record Usual(int hours, double middle, double low, double high, int of) {}

    /**
     * How one post stands.
     *
     * @param hours the age at which it is compared: its own, or the oldest that enough others have reached
     * @param had what it had by then
     * @param usual the middle of the others by then
     * @param times {@code had} over {@code usual}
     * @param of with how many others it is compared
     * @param above how many of them had less
     * @param chance that one more post like the others would have as much, 0 to 1
     * @param unusual whether that is under 1 in {@link #ONE_IN}, and it has {@link #LEAST_TIMES} the usual
     */
    public record ForItsAge(
            int hours, double had, double usual, double times, int of, int above, double chance, boolean unusual) {}

    /** What is usual by an age; empty while fewer than {@link #FEWEST} posts are as old. */
    public Optional<Usual> at(int hours) {
        double[] logs = logs(hours, "");
        if (logs.length < FEWEST) {
            return Optional.empty();
        }
        Spread spread = Spread.of(logs);
        double reach = FOUR_OF_FIVE * spread.deviation();
        return Optional.of(new Usual(
                hours,
                Math.expm1(spread.middle()),
                Math.max(0, Math.expm1(spread.middle() - reach)),
                Math.expm1(spread.middle() + reach),
                logs.length));
    }

    /** How a post stands among the others; empty while fewer than {@link #FEWEST} others are there to compare. */
    public Optional<ForItsAge> judge(Post post) {
        int[] ages = posts.stream()
                .filter(p -> !p.id().equals(post.id()))
                .mapToInt(Post::age)
                .sorted()
                .toArray();
        if (ages.length < FEWEST) {
            return Optional.empty();
        }
        int hours = Math.min(post.age(), ages[ages.length - FEWEST]);
        return hours < 1 ? Optional.empty() : Optional.of(judge(post, hours));
    }

    private ForItsAge judge(Post post, int hours) {
        double[] others = logs(hours, post.id());
        double had = post.by(hours, counted);
        double log = Math.log1p(had);
        Spread spread = Spread.of(others);
        int n = others.length;
        // A median of a normal law varies by pi / 2n of the variance of one.
        double z = (log - spread.middle()) / (spread.deviation() * Math.sqrt(1 + Math.PI / (2 * n)));
        double chance = TDistribution.of(EFFICIENCY * (n - 1)).survivalProbability(z);
        double usual = Math.expm1(spread.middle());
        double times = Math.exp(log - spread.middle());
        return new ForItsAge(
                hours,
                had,
                usual,
                times,
                n,
                (int) Arrays.stream(others).filter(o -> o < log).count(),
                chance,
                chance * ONE_IN < 1 && times >= LEAST_TIMES);
    }

    private double[] logs(int hours, String without) {
        return posts.stream()
                .filter(p -> p.age() >= hours && !p.id().equals(without))
                .mapToDouble(p -> Math.log1p(p.by(hours, counted)))
                .toArray();
    }

    /** Of logarithms of counts. */
    private record Spread(double middle, double deviation) {
        static Spread of(double[] logs) {
            double middle = median(Arrays.stream(logs));
            double deviation = TO_DEVIATION * median(Arrays.stream(logs).map(l -> Math.abs(l - middle)));
            // Counts differ by chance alone by about the root of one over the count (Poisson, by the delta method).
            double least = 1 / Math.sqrt(Math.max(1, Math.expm1(middle)));
            // Of few numbers the deviation comes out too small (Croux & Rousseeuw 1992, from memory).
            return new Spread(middle, Math.max(least, deviation * logs.length / (logs.length - 0.8)));
        }

        private static double median(DoubleStream numbers) {
            double[] sorted = numbers.sorted().toArray();
            int half = sorted.length / 2;
            return sorted.length % 2 == 1 ? sorted[half] : (sorted[half - 1] + sorted[half]) / 2;
        }
    }
}
