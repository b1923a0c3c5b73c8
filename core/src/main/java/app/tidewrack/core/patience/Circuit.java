package app.tidewrack.core.patience;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.random.RandomGenerator;
import org.jspecify.annotations.Nullable;

/**
 * Whether somebody who lately did not answer is to be asked. After some calls in a row without an answer nobody calls for a while;
 * then one does, and when that is answered everybody does (common practice, "circuit breaker"). Safe for many threads.
 */
public final class Circuit {
    /** So many calls in a row go unanswered before it is left alone. */
    public static final int MOST_SILENT = 3;

    private final Backoff rests;
    private final RandomGenerator random;
    private int silent;
    private int restsTaken;
    private @Nullable Instant restedAt;
    private Instant asksAgain = Instant.MIN;

    /** @param rests how long it is left alone, the first time and each time that the one call is not answered either */
    public Circuit(Backoff rests, RandomGenerator random) {
        this.rests = rests;
        this.random = random;
    }

    /**
     * Asks whether to call now. Whoever is let through tells afterwards how it went; should they never, the next is let through
     * after another rest.
     *
     * @return how long to wait instead; nothing to call
     */
    public synchronized Optional<Duration> before(Instant now) {
        if (restedAt == null) {
            return Optional.empty();
        }
        if (now.isBefore(asksAgain)) {
            return Optional.of(Duration.between(now, asksAgain));
        }
        asksAgain = now.plus(rests.after(restsTaken, random));
        return Optional.empty();
    }

    /** A call was answered, be it with a refusal. */
    public synchronized void answered() {
        silent = 0;
        restsTaken = 0;
        restedAt = null;
    }

    /**
     * A call was not answered.
     *
     * @param begun when it was made: what was under way before the rest began tells nothing new
     */
    public synchronized void unanswered(Instant begun, Instant now) {
        if (restedAt != null && begun.isBefore(restedAt)) {
            return;
        }
        silent++;
        if (silent >= MOST_SILENT) {
            restsTaken++;
            restedAt = now;
            asksAgain = now.plus(rests.after(restsTaken, random));
        }
    }
}
