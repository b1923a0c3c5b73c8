package app.tidewrack.server.launch.sending;

import app.tidewrack.server.job.WantedWork;
import com.github.kagkarlsson.scheduler.task.Task;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Has the scheduler carry changes out, again for as long as they ask to be. */
@Configuration
class ChangeTask {
    @Bean
    Task<String> carryOutChange(WantedWork work, ObjectProvider<ChangeRunner> runner) {
        return work.task(ChangeJobs.CARRY_OUT, instance -> {
            String[] reference = instance.split("/");
            return runner.getObject().carryOut(reference[0], reference[1], reference[2]);
        });
    }
}
