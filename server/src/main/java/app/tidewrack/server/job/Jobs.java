package app.tidewrack.server.job;

import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.FailureHandler.OnFailureRetryLater;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.helper.Tasks.TaskBuilder;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.time.Duration;

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

    static <T> TaskBuilder<T> custom(TaskDescriptor<T> job) {
        return Tasks.custom(job).onFailure(afterAFault()).onDeadExecutionRevive();
    }

    private static <T> FailureHandler<T> afterAFault() {
        return new OnFailureRetryLater<>(AFTER_A_FAULT);
    }
}
