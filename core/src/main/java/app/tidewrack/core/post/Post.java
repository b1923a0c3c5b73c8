package app.tidewrack.core.post;

import app.tidewrack.core.network.Promoted;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Something that a profile put up by itself, with what came of it without money.
 *
 * @param id the network's
 * @param profile the network's id of who put it up
 * @param at when it was put up
 * @param ends when an event is over or an offer ends; null for others
 * @param came sums by age, the youngest age first; the last is what came until now. Empty in its first hour
 */
public record Post(
        String id,
        String profile,
        Promoted kind,
        Instant at,
        String text,
        @Nullable Instant ends,
        List<Point> came) {

    public Post {
        came = List.copyOf(came);
    }

    /**
     * What had come by an age.
     *
     * @param hours whole hours since the post was put up, at least 1
     */
    public record Point(int hours, long views, long engagements) {
        public long get(Counted counted) {
            return counted == Counted.VIEWS ? views : engagements;
        }
    }

    /** What is counted of a post. */
    public enum Counted {
        VIEWS,
        ENGAGEMENTS
    }

    /** Whole hours since it was put up, as far as its counts go; 0 where nothing is counted yet. */
    public int age() {
        return came.isEmpty() ? 0 : came.get(came.size() - 1).hours();
    }

    /** All that came until now. */
    public long total(Counted counted) {
        return came.isEmpty() ? 0 : came.get(came.size() - 1).get(counted);
    }

    /**
     * What had come by an age: between two ages that were told in a straight line of logarithms, as lives of posts bend; before the
     * first in proportion.
     *
     * @param hours 1 to {@link #age}
     * @throws IllegalArgumentException when it is not that old
     */
    public double by(int hours, Counted counted) {
        if (hours < 1 || hours > age()) {
            throw new IllegalArgumentException("%d hours are not within 1 to %d.".formatted(hours, age()));
        }
        Point before = null;
        for (Point point : came) {
            if (point.hours() == hours) {
                return point.get(counted);
            }
            if (point.hours() > hours) {
                return before == null
                        ? (double) point.get(counted) * hours / point.hours()
                        : between(before, point, hours, counted);
            }
            before = point;
        }
        throw new IllegalStateException("The last age is that of the post.");
    }

    private static double between(Point a, Point b, int hours, Counted counted) {
        double share = Math.log((double) hours / a.hours()) / Math.log((double) b.hours() / a.hours());
        double from = Math.log1p(a.get(counted));
        return Math.expm1(from + share * (Math.log1p(b.get(counted)) - from));
    }
}
