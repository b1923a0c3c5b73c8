package app.tidewrack.server.progress;

import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.time.Duration;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.BooleanSupplier;
import java.util.function.Predicate;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Sends the state of long work to the browser whenever it changes. The state is read from the database, so any server
 * node can tell of work that another one does.
 */
@Component
public class ProgressStreams {
    private static final Duration LONGEST = Duration.ofMinutes(30);
    private static final long EVERY_MS = 300;

    private final ScheduledExecutorService clock = Executors.newScheduledThreadPool(2);

    /**
     * @param may whether the person may still see it, asked at each look: a stream ends with a membership or a session
     * @param state read anew at each look
     * @param finished ends the stream once true
     */
    public <T> SseEmitter stream(BooleanSupplier may, Supplier<T> state, Predicate<T> finished) {
        SseEmitter emitter = new SseEmitter(LONGEST.toMillis());
        AtomicReference<T> last = new AtomicReference<>();
        ScheduledFuture<?> looking = clock.scheduleWithFixedDelay(
                () -> look(emitter, may, state, finished, last), 0, EVERY_MS, TimeUnit.MILLISECONDS);
        emitter.onCompletion(() -> looking.cancel(false));
        emitter.onTimeout(emitter::complete);
        return emitter;
    }

    private static <T> void look(
            SseEmitter emitter,
            BooleanSupplier may,
            Supplier<T> state,
            Predicate<T> finished,
            AtomicReference<T> last) {
        try {
            if (!may.getAsBoolean()) {
                emitter.complete();
                return;
            }
            T now = state.get();
            if (!now.equals(last.getAndSet(now))) {
                emitter.send(now);
            }
            if (finished.test(now)) {
                emitter.complete();
            }
        } catch (IOException | RuntimeException e) {
            emitter.completeWithError(e);
        }
    }

    @PreDestroy
    void stop() {
        clock.shutdownNow();
    }
}
