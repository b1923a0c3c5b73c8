package app.tidewrack.practice.post;

import app.tidewrack.practice.network.Market;
import app.tidewrack.practice.world.Chance;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;

/**
 * Hidden: how views of a post come. How many ever come is log-normal around what the profile's followers give; they come by
 * F(t) = 1 − (1 + t / τ)^−1.2, much at first with a long tail as attention to what is new falls by a power law (Szabó &amp; Huberman
 * 2010, from memory), more while people are awake, each hour with the chance of counts. All of it follows from the post's id.
 */
final class LifeCurve {
    /** Nothing comes after so many days. */
    static final int DAYS = 90;

    private static final double BEND = 1.2;
    private static final double SPREAD = 0.45;
    private static final int LEAST_FOLLOWERS = 1_500;
    private static final int FOLLOWERS = 9_000;
    private static final double ENGAGED = 0.035;
    private static final double ENGAGED_SPREAD = 0.35;

    /** Ages that are told, in hours; and the present one. */
    private static final int[] TOLD = {
        1, 2, 3, 4, 6, 8, 12, 18, 24, 36, 48, 72, 96, 120, 168, 240, 336, 504, 720, 1080, 1440, 2160
    };

    private final Market market;
    private final ZoneId zone;

    LifeCurve(Market market, ZoneId zone) {
        this.market = market;
        this.zone = zone;
    }

    /** Sums until an age. */
    record Came(int hours, long views, long engagements) {}

    /**
     * What came by each age, whole hours only.
     *
     * @param profile whose followers they are
     */
    List<Came> until(Instant now, String profile, String id, PostOrder post) {
        Instant first = post.at().truncatedTo(ChronoUnit.HOURS);
        int age = (int) Math.min(Duration.between(post.at(), now).toHours(), DAYS * 24L);
        long seed = Chance.seed(id);
        double ever = ever(profile, seed, post.pulls());
        double engaged = ENGAGED * Math.exp(ENGAGED_SPREAD * Chance.normal(seed, 2));
        double scale = market.posts().halfLifeHours() / (Math.pow(2, 1 / BEND) - 1);
        List<Came> told = new ArrayList<>();
        long views = 0;
        long engagements = 0;
        int next = 0;
        for (int hour = 0; hour < age; hour++) {
            double part = Math.pow(1 + hour / scale, -BEND) - Math.pow(1 + (hour + 1) / scale, -BEND);
            double awake =
                    24 * market.presence(first.plus(Duration.ofHours(hour)).atZone(zone));
            long seen = counted(ever * part * (0.4 + 0.6 * awake), seed, 10 + 2L * hour);
            views += seen;
            engagements += Math.min(seen, counted(seen * engaged, seed, 11 + 2L * hour));
            if (next < TOLD.length && TOLD[next] == hour + 1) {
                next++;
                told.add(new Came(hour + 1, views, engagements));
            } else if (hour + 1 == age) {
                told.add(new Came(age, views, engagements));
            }
        }
        return told;
    }

    private double ever(String profile, long seed, double pull) {
        double followers = LEAST_FOLLOWERS + FOLLOWERS * Chance.unit(Chance.seed(profile), 1);
        return followers * market.posts().viewsPerFollower() * pull * Math.exp(SPREAD * Chance.normal(seed, 1));
    }

    /** A count with the mean's own variance; under ten, by the chance of each. */
    private static long counted(double mean, long seed, long number) {
        double spread = mean + Math.sqrt(mean) * Chance.normal(seed, number);
        double wanted = mean < 10 ? mean : spread;
        return Math.max(0, (long) (wanted + Chance.unit(seed, number + 1_000_000)));
    }
}
