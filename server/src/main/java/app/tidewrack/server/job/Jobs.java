package app.tidewrack.server.job;

import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.FailureHandler.OnFailureRetryLater;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;

/**
 * Jobs that outlive the server: whichever node runs takes up what another left. A fault of our own, the database's as a rule, puts a
 * job off for seconds; the scheduler's own five minutes are silence to whoever waits.
 */
public final class Jobs {
    private static final Duration AFTER_A_FAULT = Duration.ofSeconds(3);

    private Jobs() {}

    /** Rounds for ever, each so long after the end of the one before. */
    public static Task<Void> every(String name, Duration pause, Runnable round) {
        return Tasks.recurring(name, FixedDelay.of(pause)).execute((instance, context) -> round.run());
    }

    /** Work on something until it is done. */
    public static <T> Task<T> once(TaskDescriptor<T> job, Consumer<T> work) {
        return Tasks.oneTime(job)
                .onFailure(afterAFault())
                .onDeadExecutionRevive()
                .execute((instance, context) -> work.accept(instance.getData()));
    }

    /** @param work gives how long to wait before it goes on, or nothing when there is no more to do */
    public static <T> Task<T> untilDone(TaskDescriptor<T> job, Function<T, Optional<Duration>> work) {
        return Tasks.custom(job)
                .onFailure(afterAFault())
                .onDeadExecutionRevive()
                .execute((instance, context) -> {
                    Optional<Duration> again = work.apply(instance.getData());
                    return (complete, operations) -> again.ifPresentOrElse(
                            wait -> operations.reschedule(
                                    complete, Instant.now().plus(wait)),
                            operations::remove);
                });
    }

    private static <T> FailureHandler<T> afterAFault() {
        return new OnFailureRetryLater<>(AFTER_A_FAULT);
    }
}
