package app.tidewrack.server.erase;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.erase.ErasureMapper.Certificate;
import app.tidewrack.server.erase.ErasureMapper.DuePlan;
import app.tidewrack.server.erase.ErasureMapper.Means;
import app.tidewrack.server.job.Jobs;
import app.tidewrack.server.launch.Standstill;
import app.tidewrack.server.web.NotFound;
import com.github.kagkarlsson.scheduler.task.Task;
import java.time.Duration;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Service;

/** Clients are taken away, brought back within 30 days, and erased. */
@Service
@RequiredArgsConstructor
public class RemovalDesk {
    static final int DAYS_TO_BRING_BACK = 30;
    private static final Logger LOG = LoggerFactory.getLogger(RemovalDesk.class);

    private final ErasureMapper mapper;
    private final ClientErasure erasure;
    private final Standstill standstill;

    @Configuration
    static class Definition {
        @Bean
        Task<Void> eraseWhatIsDue(RemovalDesk desk) {
            return Jobs.every("erase-what-is-due", Duration.ofHours(1), desk::eraseDue);
        }
    }

    Means means(String clientId) {
        return mapper.means(clientId).orElseThrow(() -> new NotFound("client", clientId));
    }

    /** Its ads are paused first: nothing goes on costing money that nobody sees. */
    void remove(String clientId, String personId) {
        means(clientId);
        standstill.set(clientId, personId, true);
        mapper.remove(clientId, personId);
    }

    /** Its ads stay paused. */
    void bringBack(String clientId) {
        if (mapper.bringBack(clientId) == 0) {
            throw new NotFound("client that was taken away", clientId);
        }
    }

    /**
     * Erases it now.
     *
     * @param name of the client, typed by whoever does it
     * @throws Refusal when it is another
     */
    Certificate erase(String clientId, String name, String personId) {
        Means means = means(clientId);
        if (!means.name().equals(name.strip())) {
            throw new Refusal("name", "“%s” is not its name.".formatted(name), "Type “%s”.".formatted(means.name()));
        }
        erasure.endOnNetworks(clientId);
        return erasure.eraseAndCertify(clientId, personId);
    }

    List<Certificate> certificates() {
        return mapper.certificates();
    }

    /** Erases whatever was taken away 30 days ago. */
    public void eraseDue() {
        for (String client : mapper.due(DAYS_TO_BRING_BACK)) {
            erasure.endOnNetworks(client);
            erasure.eraseAndCertify(client, null);
            LOG.info("Erased a client {} days after it was taken away", DAYS_TO_BRING_BACK);
        }
        for (DuePlan plan : mapper.duePlans(DAYS_TO_BRING_BACK)) {
            erasure.erasePlan(plan.clientId(), plan.id());
        }
    }
}
