package app.tidewrack.practice.clock;

import java.time.Instant;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** What time it is in the practice world. */
@Component
@RequiredArgsConstructor
public class PracticeClock {
    private final ClockMapper mapper;

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
