package app.tidewrack.server.launch.sending;

import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Has the scheduler carry changes out, again for as long as they ask to be. */
@Configuration
class ChangeTask {
    @Bean
    Task<String> carryOutChange(ObjectProvider<ChangeRunner> runner) {
        return Tasks.custom(ChangeJobs.CARRY_OUT).onDeadExecutionRevive().execute((instance, context) -> {
            String[] reference = instance.getData().split("/");
            Optional<Duration> again = runner.getObject().carryOut(reference[0], reference[1], reference[2]);
            return (complete, operations) -> again.ifPresentOrElse(
                    wait -> operations.reschedule(complete, Instant.now().plus(wait)), operations::remove);
        });
    }
}
