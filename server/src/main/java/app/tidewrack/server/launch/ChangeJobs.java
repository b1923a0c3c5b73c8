package app.tidewrack.server.launch;

import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;

/** One job for each change of a launch. A job that a crash left behind is taken up again by any server. */
@Component
class ChangeJobs {
    static final TaskDescriptor<String> CARRY_OUT = TaskDescriptor.of("carry-out-change", String.class);

    private static final Duration AFTER_A_FAULT = Duration.ofSeconds(3);

    private final ObjectProvider<SchedulerClient> scheduler;

    ChangeJobs(ObjectProvider<SchedulerClient> scheduler) {
        this.scheduler = scheduler;
    }

    /** Joins the transaction under way: the job is there exactly when its change is. */
    void schedule(String clientId, String launchId, String changeId, Instant at) {
        String reference = String.join("/", clientId, launchId, changeId);
        scheduler
                .getObject()
                .scheduleIfNotExists(
                        CARRY_OUT.instance(reference).data(reference).scheduledTo(at));
    }

    @Configuration
    static class Definition {
        @Bean
        Task<String> carryOutChange(ObjectProvider<ChangeRunner> runner) {
            return Tasks.custom(CARRY_OUT).onDeadExecutionRevive().execute((instance, context) -> {
                String[] reference = instance.getData().split("/");
                Optional<Duration> again = runner.getObject().carryOut(reference[0], reference[1], reference[2]);
                return (complete, operations) -> again.ifPresentOrElse(
                        wait -> operations.reschedule(complete, Instant.now().plus(wait)), operations::remove);
            });
        }
    }
}
