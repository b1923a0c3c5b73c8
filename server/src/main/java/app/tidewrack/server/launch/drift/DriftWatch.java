package app.tidewrack.server.launch.drift;

import app.tidewrack.server.job.Jobs;
import app.tidewrack.server.job.Rounds;
import app.tidewrack.server.job.Rounds.Round;
import app.tidewrack.server.launch.kept.LiveMapper;
import app.tidewrack.server.launch.kept.LiveMapper.OnNetwork;
import com.github.kagkarlsson.scheduler.task.Task;
import java.time.Duration;
import lombok.RequiredArgsConstructor;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Service;

/** Looks now and then at every campaign on a network, so that what others change there is told before somebody opens Launch. */
@Service
@RequiredArgsConstructor
public class DriftWatch {
    private static final Duration EVERY = Duration.ofMinutes(5);

    private final LiveMapper live;
    private final Drifts drifts;
    private final Rounds rounds;

    @Configuration
    static class Definition {
        @Bean
        Task<Void> watchDrift(ObjectProvider<DriftWatch> watch) {
            return Jobs.every("watch-drift", EVERY, () -> watch.getObject().begin());
        }
    }

    private Round<OnNetwork> round() {
        return new Round<>(
                "A look",
                OnNetwork::network,
                OnNetwork::campaignId,
                c -> drifts.look(c.clientId(), c.planId(), c.campaignId()));
    }

    private void begin() {
        rounds.begin(round(), live.onNetworks());
    }

    /** One whose network is away, or that was removed meanwhile, is left for the next time. */
    public void lookAtAll() {
        Rounds.through(round(), live.onNetworks());
    }
}
