package app.tidewrack.server.launch.drift;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.launch.kept.LiveMapper;
import app.tidewrack.server.launch.kept.LiveMapper.OnNetwork;
import app.tidewrack.server.web.NotFound;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import lombok.RequiredArgsConstructor;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Service;

/** Looks now and then at every campaign on a network, so that what others change there is told before somebody opens Launch. */
@Service
@RequiredArgsConstructor
public class DriftWatch {
    private static final Logger LOG = LoggerFactory.getLogger(DriftWatch.class);
    private static final int EVERY_MINUTES = 5;

    private final LiveMapper live;
    private final Drifts drifts;

    @Configuration
    static class Definition {
        @Bean
        Task<Void> watchDrift(ObjectProvider<DriftWatch> watch) {
            return Tasks.recurring("watch-drift", FixedDelay.ofMinutes(EVERY_MINUTES))
                    .execute((instance, context) -> watch.getObject().lookAtAll());
        }
    }

    /** One whose network is away, or that was removed meanwhile, is left for the next time. */
    public void lookAtAll() {
        for (OnNetwork c : live.onNetworks()) {
            try {
                drifts.look(c.clientId(), c.planId(), c.campaignId());
            } catch (NetworkAway | NetworkRefused | NotFound | Refusal e) {
                LOG.info("Campaign {} not looked at: {}", c.campaignId(), e.getMessage());
            }
        }
    }
}
