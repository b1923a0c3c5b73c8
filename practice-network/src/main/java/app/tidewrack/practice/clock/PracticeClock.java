package app.tidewrack.practice.clock;

import java.time.Instant;
import org.springframework.stereotype.Component;

/** What time it is in the practice world. */
@Component
public class PracticeClock {
    private final ClockMapper mapper;

    PracticeClock(ClockMapper mapper) {
        this.mapper = mapper;
    }

    public Instant now() {
        return mapper.now();
    }

    /** The time, held until the transaction ends so that nobody else moves it meanwhile. */
    public Instant hold() {
        return mapper.hold();
    }

    public void set(Instant now) {
        mapper.set(now);
    }
}
