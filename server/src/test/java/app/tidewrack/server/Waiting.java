package app.tidewrack.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Objects;
import java.util.function.Predicate;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/**
 * The one place where tests wait for what goes on beside them. The limit is no claim about speed (that is measured in
 * bench): it only ends a test that would wait for good, and is far longer than a busy machine needs.
 */
final class Waiting {
    private static final Duration MOST = Duration.ofMinutes(2);

    private Waiting() {}

    /** A condition that fails its test when it throws. */
    @FunctionalInterface
    interface Seen {
        boolean now() throws Exception;
    }

    /** A question that fails its test when it throws. */
    @FunctionalInterface
    interface Asked<T> {
        T now() throws Exception;
    }

    /** Waits until it is so, and tells after how long it was. */
    static Duration until(Seen seen) throws Exception {
        return until(seen, null);
    }

    /** Asks again until the answer is the one waited for, and gives that one. */
    static <T> T asked(Asked<T> question, Predicate<T> settled) throws Exception {
        var last = new Object() {
            @Nullable
            T answer;
        };
        until(
                () -> {
                    last.answer = question.now();
                    return settled.test(last.answer);
                },
                () -> String.valueOf(last.answer));
        return Objects.requireNonNull(last.answer);
    }

    private static Duration until(Seen seen, @Nullable Supplier<String> otherwise) throws Exception {
        long begun = System.nanoTime();
        while (!seen.now()) {
            assertThat(Duration.ofNanos(System.nanoTime() - begun))
                    .as(() -> otherwise == null ? "waited for" : otherwise.get())
                    .isLessThan(MOST);
            Thread.sleep(30);
        }
        return Duration.ofNanos(System.nanoTime() - begun);
    }

    /** Gives what must not happen the time in which it would. */
    static void meanwhile(Duration time) throws InterruptedException {
        Thread.sleep(time.toMillis());
    }
}
