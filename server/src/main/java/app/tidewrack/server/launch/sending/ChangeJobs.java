package app.tidewrack.server.launch.sending;

import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.server.job.WantedWork;
import com.github.kagkarlsson.scheduler.task.Priority;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** One job for each change of a launch. A job that a crash left behind is taken up again by any server. */
@Component
@RequiredArgsConstructor
public class ChangeJobs {
    static final String CARRY_OUT = "carry-out-change";

    private final WantedWork work;

    /** Joins the transaction under way: the job is there exactly when its change is. Pausing comes before whatever else is due. */
    public void schedule(String clientId, String launchId, String changeId, Action action) {
        String reference = String.join("/", clientId, launchId, changeId);
        work.want(CARRY_OUT, reference, action.standsOrRuns() ? Priority.HIGH : Priority.LOW);
    }
}
