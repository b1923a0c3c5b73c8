package app.tidewrack.core.post;

import app.tidewrack.core.post.Post.Counted;
import app.tidewrack.core.post.UsualCurve.ForItsAge;
import app.tidewrack.core.refusal.Refusal;
import org.jspecify.annotations.Nullable;

/**
 * When a post is proposed as an ad; it proposes and never does anything.
 *
 * @param accountId whose profiles are watched; null for all of the client
 * @param times so many times the usual for its age, {@link UsualCurve#LEAST_TIMES} to {@value #MOST_TIMES}
 * @param leastHours the post is at least so old, 1 to {@value #MOST_DAYS} days
 * @param mostDays and at most so many days, 1 to {@value #MOST_DAYS}
 */
public record PostRule(@Nullable String accountId, Counted counted, double times, int leastHours, int mostDays) {
    public static final int MOST_TIMES = 50;
    public static final int MOST_DAYS = 90;

    private static final int HOURS = 24;

    /** @throws Refusal when a number is out of its range, or no post could ever be young and old enough */
    public void require() {
        require(
                "times",
                times >= UsualCurve.LEAST_TIMES && times <= MOST_TIMES,
                "%.1f".formatted(times),
                "%.1f to %d".formatted(UsualCurve.LEAST_TIMES, MOST_TIMES));
        require("mostDays", mostDays >= 1 && mostDays <= MOST_DAYS, mostDays + " days", "1 to %d".formatted(MOST_DAYS));
        require(
                "leastHours",
                leastHours >= 1 && leastHours <= mostDays * HOURS,
                leastHours + " hours",
                "1 to %d".formatted(mostDays * HOURS));
    }

    private static void require(String field, boolean within, String given, String range) {
        if (!within) {
            throw new Refusal(field, "The rule says %s.".formatted(given), "Choose %s.".formatted(range));
        }
    }

    /**
     * Whether a post passes: it has as many times the usual, and that is more than what chance gives every twentieth post.
     *
     * @param account whose post it is
     */
    public boolean passes(String account, Post post, ForItsAge standing) {
        return (accountId == null || accountId.equals(account))
                && post.age() >= leastHours
                && post.age() <= mostDays * HOURS
                && standing.unusual()
                && standing.times() >= times;
    }
}
