package app.tidewrack.server.launch.sending;

import app.tidewrack.core.launch.Change.Action;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.Priority;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import java.time.Instant;
import lombok.RequiredArgsConstructor;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/** One job for each change of a launch. A job that a crash left behind is taken up again by any server. */
@Component
@RequiredArgsConstructor
public class ChangeJobs {
    static final TaskDescriptor<String> CARRY_OUT = TaskDescriptor.of("carry-out-change", String.class);

    private final ObjectProvider<SchedulerClient> scheduler;

    /** Joins the transaction under way: the job is there exactly when its change is. Pausing comes before whatever else is due. */
    public void schedule(String clientId, String launchId, String changeId, Action action) {
        String reference = String.join("/", clientId, launchId, changeId);
        scheduler
                .getObject()
                .scheduleIfNotExists(CARRY_OUT
                        .instance(reference)
                        .data(reference)
                        .priority(action.standsOrRuns() ? Priority.HIGH : Priority.LOW)
                        .scheduledTo(Instant.now()));
    }
}
