package app.tidewrack.practice.delivery;

import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.function.Consumer;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Service;

/** Delivers hours, one after another. The same seed and the same calls give the same result. */
@Service
@RequiredArgsConstructor
public class Delivery {
    private static final Duration HOUR = Duration.ofHours(1);

    private final Tools tools;
    private Map<String, AdRun> known = Map.of();

    /**
     * Delivers some hours and writes what came of them; call within one transaction.
     *
     * @param from the start of a whole hour
     * @param atEachHour is called with the start of every hour before it is delivered
     */
    public void deliver(Instant from, int hours, Consumer<Instant> atEachHour) {
        Stride stride = new Stride(tools, from, known);
        for (int i = 0; i < hours; i++) {
            Instant hour = from.plus(HOUR.multipliedBy(i));
            atEachHour.accept(hour);
            stride.deliver(hour);
        }
        stride.keep(from.plus(HOUR.multipliedBy(hours)));
        known = stride.ads();
    }

    /** Drops what is remembered of hours whose transaction failed; it is read anew. */
    public void forget() {
        known = Map.of();
        tools.ties().forget();
        tools.leads().forget();
    }
}
