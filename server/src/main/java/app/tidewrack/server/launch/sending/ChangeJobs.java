package app.tidewrack.server.launch.sending;

import com.github.kagkarlsson.scheduler.SchedulerClient;
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

    /** Joins the transaction under way: the job is there exactly when its change is. */
    public void schedule(String clientId, String launchId, String changeId) {
        String reference = String.join("/", clientId, launchId, changeId);
        scheduler
                .getObject()
                .scheduleIfNotExists(
                        CARRY_OUT.instance(reference).data(reference).scheduledTo(Instant.now()));
    }
}
