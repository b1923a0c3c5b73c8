package app.tidewrack.core.post;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.network.Promoted;
import app.tidewrack.core.post.Post.Counted;
import app.tidewrack.core.post.Post.Point;
import app.tidewrack.core.post.UsualCurve.ForItsAge;
import app.tidewrack.core.refusal.Refusal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PostTest {
    private static final Instant NOW = Instant.parse("2027-03-29T10:00:00Z");
    private static final int[] TOLD = {1, 2, 4, 8, 12, 24, 48, 96, 168, 336, 672};

    private static Post post(String id, List<Point> came) {
        int age = came.isEmpty() ? 0 : came.get(came.size() - 1).hours();
        return new Post(id, "p", Promoted.POST, NOW.minusSeconds(3600L * age), "Words", null, came);
    }

    /** A post of {@code views} views at every age of {@code hours} and before, as if all had come in the first hour. */
    private static Post flat(String id, int hours, long views) {
        return post(id, List.of(new Point(1, views, views / 10), new Point(hours, views, views / 10)));
    }

    @Test
    void betweenAgesThatWereToldCountsGoStraightInLogarithms() {
        Post post = post("a", List.of(new Point(2, 99, 9), new Point(8, 9_999, 99), new Point(10, 9_999, 99)));
        assertThat(post.by(1, Counted.VIEWS))
                .as("before the first, in proportion")
                .isEqualTo(49.5);
        assertThat(post.by(4, Counted.VIEWS)).as("half-way from 2 to 8").isCloseTo(999, within(1e-9));
        assertThat(post.by(8, Counted.ENGAGEMENTS)).isEqualTo(99);
        assertThat(post.total(Counted.VIEWS)).isEqualTo(9_999);
        assertThatThrownBy(() -> post.by(11, Counted.VIEWS)).isInstanceOf(IllegalArgumentException.class);
        assertThat(post("new", List.of()).age()).isZero();
    }

    /**
     * Middle 400; of the 36 distances of logarithms the tenth smallest is ln 2, with 2.2219 and 0.872 for nine numbers (Croux and
     * Rousseeuw 1992): by hand.
     */
    @Test
    void usualIsTheMiddleAndTheSpreadOfAll() {
        long[] views = {99, 199, 199, 199, 399, 799, 799, 799, 1_599};
        List<Post> posts = new ArrayList<>(IntStream.range(0, views.length)
                .mapToObj(i -> flat("p" + i, 48, views[i]))
                .toList());
        UsualCurve curve = new UsualCurve(posts, Counted.VIEWS);
        double deviation = 2.2219 * 0.872 * Math.log(2);
        assertThat(curve.at(48)).hasValueSatisfying(usual -> {
            assertThat(usual.of()).isEqualTo(9);
            assertThat(usual.middle()).isCloseTo(399, within(1e-6));
            assertThat(usual.high()).isCloseTo(400 * Math.exp(1.2816 * deviation) - 1, within(1e-6));
            assertThat(usual.low()).isCloseTo(400 * Math.exp(-1.2816 * deviation) - 1, within(1e-6));
        });
        assertThat(curve.at(72)).as("nobody is so old").isEmpty();
        Post young = flat("young", 3, 100_000);
        posts.add(young);
        ForItsAge stands = new UsualCurve(posts, Counted.VIEWS).judge(young).orElseThrow();
        assertThat(stands.hours()).isEqualTo(3);
        assertThat(stands.above()).as("of %d", stands.of()).isEqualTo(9);
        assertThat(stands.times()).isCloseTo(100_001 / 400.0, within(1e-6));
        assertThat(stands.unusual()).isTrue();
    }

    /** All double from one age to the next, and are of all ages: the usual life doubles, and none stands out for being old. */
    @Test
    void postsOfAllAgesAreHeldAgainstOneUsualLife() {
        List<Post> posts = new ArrayList<>();
        for (int i = 0; i < 12; i++) {
            List<Point> came = new ArrayList<>();
            long views = 1_000;
            for (int hours = 1; hours <= 1 << (i % 6 + 1); hours *= 2) {
                came.add(new Point(hours, views - 1, 0));
                views *= 2;
            }
            posts.add(post("p" + i, came));
        }
        UsualCurve curve = new UsualCurve(posts, Counted.VIEWS);
        assertThat(curve.at(8).orElseThrow().middle()).isCloseTo(7_999, within(1e-6));
        assertThat(curve.at(24).orElseThrow().middle())
                .as("between 16 and 32")
                .isCloseTo(24 * 1_000 - 1, within(400.0));
        for (Post post : posts) {
            ForItsAge stands = curve.judge(post).orElseThrow();
            assertThat(stands.times()).isCloseTo(1, within(0.02));
            assertThat(stands.unusual()).isFalse();
        }
    }

    /** One that is older than all others is compared at the oldest age through which enough of them have lived. */
    @Test
    void theOldestIsComparedAtAnAgeThatOthersHaveReached() {
        List<Post> posts = new ArrayList<>(IntStream.range(0, 9)
                .mapToObj(i -> flat("p" + i, 10 + i, 100 + i))
                .toList());
        Post old = post("old", List.of(new Point(1, 100, 0), new Point(12, 100, 0), new Point(500, 9_000, 0)));
        posts.add(old);
        ForItsAge stands = new UsualCurve(posts, Counted.VIEWS).judge(old).orElseThrow();
        assertThat(stands.hours()).isEqualTo(12);
        assertThat(stands.had()).isEqualTo(100);
        assertThat(stands.unusual()).isFalse();
    }

    @Test
    void withFewOthersNothingIsCalledUsual() {
        List<Post> posts = IntStream.range(0, UsualCurve.FEWEST)
                .mapToObj(i -> flat("p" + i, 48, 100))
                .toList();
        UsualCurve few = new UsualCurve(posts, Counted.VIEWS);
        assertThat(few.judge(posts.get(0))).as("seven others").isEmpty();
        assertThat(few.judge(flat("other", 48, 1_000))).as("eight others").isPresent();
        assertThat(few.judge(post("new", List.of()))).as("nothing counted yet").isEmpty();
    }

    private static Post lived(Random random, String id, int age, double pull) {
        double ever = 2_000 * Math.exp(0.5 * random.nextGaussian()) * pull;
        double half = 40 * Math.exp(0.2 * random.nextGaussian());
        List<Point> came = new ArrayList<>();
        for (int hours : TOLD) {
            if (hours < age) {
                came.add(point(random, hours, ever, half));
            }
        }
        came.add(point(random, age, ever, half));
        for (int i = 1; i < came.size(); i++) {
            Point before = came.get(i - 1);
            Point now = came.get(i);
            came.set(
                    i,
                    new Point(
                            now.hours(),
                            Math.max(before.views(), now.views()),
                            Math.max(before.engagements(), now.engagements())));
        }
        return post(id, came);
    }

    private static Point point(Random random, int hours, double ever, double half) {
        double views = ever * (1 - Math.pow(1 + hours / half, -1.2));
        double seen = Math.max(0, views + Math.sqrt(views) * random.nextGaussian());
        return new Point(hours, Math.round(seen), Math.round(seen / 30));
    }

    /**
     * Seed 19, 400 profiles of 30 posts of 2 hours to 28 days, all alike but for chance; then one of them with four times the pull,
     * a day old. Its raw count is the highest of the profile far more rarely than it is called unusual.
     */
    @Test
    void ordinaryPostsAreRarelyCalledUnusualAndGoodOnesAreFoundEarly() {
        Random random = new Random(19);
        int ordinary = 0;
        int called = 0;
        int found = 0;
        int first = 0;
        int mostOfAll = 0;
        int profiles = 400;
        for (int p = 0; p < profiles; p++) {
            List<Post> posts = new ArrayList<>();
            for (int i = 0; i < 30; i++) {
                posts.add(lived(random, "p" + i, 2 + random.nextInt(670), 1));
            }
            UsualCurve curve = new UsualCurve(posts, Counted.VIEWS);
            for (Post post : posts) {
                ordinary++;
                called += curve.judge(post).orElseThrow().unusual() ? 1 : 0;
            }
            Post good = lived(random, "good", 24, 4);
            posts.add(good);
            UsualCurve with = new UsualCurve(posts, Counted.VIEWS);
            found += with.judge(good).orElseThrow().unusual() ? 1 : 0;
            first += byChance(with, posts).equals(good) ? 1 : 0;
            mostOfAll += posts.stream()
                            .max(Comparator.comparingLong(x -> x.total(Counted.VIEWS)))
                            .orElseThrow()
                            .equals(good)
                    ? 1
                    : 0;
        }
        assertThat((double) called / ordinary)
                .as("ordinary posts called unusual")
                .isBetween(0.025, 0.06);
        assertThat((double) found / profiles)
                .as("posts of four times the pull found in a day")
                .isGreaterThan(0.6);
        assertThat((double) first / profiles).as("and first in the list").isGreaterThan(0.6);
        assertThat((double) mostOfAll / profiles).as("first by its count").isLessThan((double) first / profiles - 0.15);
        System.out.printf(
                "Posts: %.3f of %d ordinary ones called unusual, %.3f of %d good ones found in a day, %.3f first by age, %.3f by count%n",
                (double) called / ordinary,
                ordinary,
                (double) found / profiles,
                profiles,
                (double) first / profiles,
                (double) mostOfAll / profiles);
    }

    private static Post byChance(UsualCurve curve, List<Post> posts) {
        return posts.stream()
                .min(Comparator.comparingDouble(
                        x -> curve.judge(x).orElseThrow().chance()))
                .orElseThrow();
    }

    @ParameterizedTest
    @CsvSource({
        "a, 2.0, 6, 14, a, 7, true",
        ", 2.0, 6, 14, a, 7, true",
        "b, 2.0, 6, 14, a, 7, false",
        "a, 3.5, 6, 14, a, 7, false",
        "a, 2.0, 8, 14, a, 7, false",
        "a, 2.0, 6, 1, a, 25, false",
    })
    void aRuleProposesWhatPassesItAll(
            @Nullable String watched, double times, int least, int most, String account, int age, boolean passes) {
        Post post = flat("x", age, 300);
        ForItsAge standing = new ForItsAge(age, 300, 100, 3, 20, 20, 0.01, true);
        PostRule rule = new PostRule(watched, Counted.VIEWS, times, least, most);
        assertThat(rule.passes(account, post, standing)).isEqualTo(passes);
        ForItsAge byChance = new ForItsAge(age, 300, 100, 3, 20, 17, 0.1, false);
        assertThat(rule.passes(account, post, byChance))
                .as("as likely by chance")
                .isFalse();
    }

    @ParameterizedTest
    @CsvSource({
        "1.4, 6, 14, times",
        "51, 6, 14, times",
        "2, 0, 14, leastHours",
        "2, 49, 2, leastHours",
        "2, 6, 91, mostDays"
    })
    void aRuleOutOfItsRangesIsRefused(double times, int least, int most, String field) {
        PostRule rule = new PostRule(null, Counted.VIEWS, times, least, most);
        assertThat(catchThrowableOfType(Refusal.class, rule::require).field()).isEqualTo(field);
    }
}
