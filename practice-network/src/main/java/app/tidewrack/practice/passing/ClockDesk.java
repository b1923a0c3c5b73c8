package app.tidewrack.practice.passing;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.practice.clock.PracticeClock;
import app.tidewrack.practice.delivery.Delivery;
import app.tidewrack.practice.review.ReviewDesk;
import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Moves the clock: reviews and delivers the hours passed, a day at most in one transaction with the clock. */
@Service
@RequiredArgsConstructor
public class ClockDesk {
    private static final Logger LOG = LoggerFactory.getLogger(ClockDesk.class);
    private static final int MOST_HOURS = 24 * 31;
    private static final int STRIDE = 24;
    private static final int FASTEST = 600;

    private final PracticeClock clock;
    private final ReviewDesk review;
    private final Delivery delivery;
    private final TransactionTemplate transaction;
    private final ScheduledExecutorService runner = Executors.newSingleThreadScheduledExecutor(r -> {
        Thread thread = new Thread(r, "practice-clock");
        thread.setDaemon(true);
        return thread;
    });
    private @Nullable ScheduledFuture<?> running;
    private int hoursPerMinute;

    @PreDestroy
    void end() {
        runner.shutdownNow();
    }

    /** @param hoursPerMinute practice hours a minute while it runs by itself; 0 while it stands */
    record View(Instant now, int hoursPerMinute) {}

    View view() {
        return new View(clock.now(), hoursPerMinute);
    }

    /** Moves on; two moves wait for each other. */
    View move(int hours) {
        if (hours < 1 || hours > MOST_HOURS) {
            throw new Refusal(
                    "hours",
                    "The clock moves 1 to %d hours at a time, not %d.".formatted(MOST_HOURS, hours),
                    "Move it in steps.");
        }
        for (int left = hours; left > 0; left -= STRIDE) {
            pass(Math.min(left, STRIDE));
        }
        return view();
    }

    private synchronized void pass(int hours) {
        try {
            transaction.executeWithoutResult(t -> {
                Instant from = clock.hold().truncatedTo(ChronoUnit.HOURS);
                Instant until = from.plus(Duration.ofHours(hours));
                delivery.deliver(from, hours, review::decide);
                review.decide(until);
                clock.set(until);
            });
        } catch (RuntimeException e) {
            delivery.forget();
            throw e;
        }
    }

    /** Lets the clock run by itself until it is told to stand. */
    synchronized View run(int wantedHoursPerMinute) {
        if (wantedHoursPerMinute < 0 || wantedHoursPerMinute > FASTEST) {
            throw new Refusal(
                    "hoursPerMinute",
                    "The clock runs 0 to %d hours a minute, not %d.".formatted(FASTEST, wantedHoursPerMinute),
                    "Choose within it; 0 lets it stand.");
        }
        if (running != null) {
            running.cancel(false);
            running = null;
        }
        hoursPerMinute = wantedHoursPerMinute;
        if (wantedHoursPerMinute > 0) {
            long every = TimeUnit.MINUTES.toMillis(1) / wantedHoursPerMinute;
            running = runner.scheduleWithFixedDelay(this::tick, 0, every, TimeUnit.MILLISECONDS);
        }
        return view();
    }

    /** A failed hour is tried again at the next tick; an exception would end the ticking. */
    private void tick() {
        try {
            pass(1);
        } catch (RuntimeException e) {
            LOG.warn("An hour of practice time failed", e);
        }
    }
}
