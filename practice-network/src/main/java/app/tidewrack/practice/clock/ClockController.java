package app.tidewrack.practice.clock;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.practice.delivery.Delivery;
import app.tidewrack.practice.review.ReviewDesk;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Tells the time and moves it; each hour passed is reviewed and delivered in one transaction with the clock. */
@RestController
@RequestMapping("/clock")
class ClockController {
    private static final int MOST_HOURS = 24 * 31;

    private final PracticeClock clock;
    private final ReviewDesk review;
    private final Delivery delivery;
    private final TransactionTemplate transaction;

    ClockController(PracticeClock clock, ReviewDesk review, Delivery delivery, TransactionTemplate transaction) {
        this.clock = clock;
        this.review = review;
        this.delivery = delivery;
        this.transaction = transaction;
    }

    record Time(Instant now) {}

    record Move(int hours) {}

    @GetMapping
    Time now() {
        return new Time(clock.now());
    }

    @PostMapping("/move")
    Time move(@RequestBody Move move) {
        if (move.hours() < 1 || move.hours() > MOST_HOURS) {
            throw new Refusal(
                    "hours",
                    "The clock moves 1 to %d hours at a time, not %d.".formatted(MOST_HOURS, move.hours()),
                    "Move it in steps.");
        }
        for (int i = 0; i < move.hours(); i++) {
            transaction.executeWithoutResult(t -> passOneHour());
        }
        return now();
    }

    private void passOneHour() {
        Instant hour = clock.hold().truncatedTo(ChronoUnit.HOURS);
        review.decide(hour);
        delivery.deliver(hour);
        Instant next = hour.plus(Duration.ofHours(1));
        review.decide(next);
        clock.set(next);
    }
}
