package app.tidewrack.server.job;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.Priority;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.function.Function;
import lombok.RequiredArgsConstructor;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Work that is asked for by name, at any moment: also while it is being done, when the scheduler alone would take the job that is about to end
 * for the one that is wanted. It is done once more then, however often it was asked for.
 */
@Component
@RequiredArgsConstructor
public class WantedWork {
    private final WantedWorkMapper mapper;
    private final TransactionTemplate transaction;
    private final ObjectProvider<SchedulerClient> scheduler;

    /** Joins the transaction under way: the work is wanted exactly when that holds, and sees what it wrote. */
    public void want(String job, String instance) {
        want(job, instance, Priority.MEDIUM);
    }

    /** @param priority what is urgent comes before whatever else is due */
    @Transactional
    public void want(String job, String instance, int priority) {
        mapper.want(job, instance);
        scheduler
                .getObject()
                .scheduleIfNotExists(named(job)
                        .instance(instance)
                        .data(instance)
                        .priority(priority)
                        .scheduledTo(Instant.now()));
    }

    /**
     * Has the scheduler do it, for as long as it takes and is wanted.
     *
     * @param work by its instance; gives how long to wait before it goes on, or nothing when there is no more to do
     */
    public Task<String> task(String job, Function<String, Optional<Duration>> work) {
        return Jobs.custom(named(job)).execute((instance, context) -> {
            long wanted = mapper.wanted(job, instance.getId()).orElse(0L);
            Optional<Duration> again = work.apply(instance.getData());
            return (complete, operations) -> again.ifPresentOrElse(
                    wait -> operations.reschedule(complete, Instant.now().plus(wait)),
                    () -> transaction.executeWithoutResult(t -> {
                        if (done(job, instance.getId(), wanted)) {
                            operations.remove();
                        } else {
                            operations.reschedule(complete, Instant.now());
                        }
                    }));
        });
    }

    private boolean done(String job, String instance, long wanted) {
        return mapper.done(job, instance, wanted) > 0
                || mapper.wanted(job, instance).isEmpty();
    }

    private static TaskDescriptor<String> named(String job) {
        return TaskDescriptor.of(job, String.class);
    }
}
