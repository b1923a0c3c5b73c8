package app.tidewrack.server.audience;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.server.audience.AudienceMapper.Stored;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.job.Jobs;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;

/** Asks for sizes of a client's audiences that no network has told, and again while one is away. */
@Component
@RequiredArgsConstructor
class SizesLater {
    private static final Logger LOG = LoggerFactory.getLogger(SizesLater.class);
    private static final TaskDescriptor<String> ASK = TaskDescriptor.of("ask-sizes", String.class);
    private static final Duration AGAIN = Duration.ofSeconds(20);

    private final AudienceMapper mapper;
    private final KnownSizes sizes;
    private final Accounts accounts;
    private final ObjectProvider<SchedulerClient> scheduler;

    @Configuration
    static class Definition {
        @Bean
        Task<String> askSizes(ObjectProvider<SizesLater> later) {
            return Jobs.untilDone(ASK, clientId -> later.getObject().carryOut(clientId));
        }
    }

    void ask(String clientId) {
        scheduler
                .getObject()
                .scheduleIfNotExists(ASK.instance(clientId).data(clientId).scheduledTo(Instant.now()));
    }

    private Optional<Duration> carryOut(String clientId) {
        Map<String, Set<AudienceDefinition>> byAccount = mapper.all(clientId).stream()
                .collect(Collectors.groupingBy(
                        Stored::accountId, Collectors.mapping(Stored::definition, Collectors.toSet())));
        boolean away = false;
        for (Map.Entry<String, Set<AudienceDefinition>> of : byAccount.entrySet()) {
            try {
                sizes.askUnknown(clientId, accounts.account(clientId, of.getKey()), of.getValue());
            } catch (NetworkAway e) {
                away = true;
            } catch (NetworkRefused e) {
                LOG.info("Sizes on account {} stay unknown: {}", of.getKey(), e.getMessage());
            }
        }
        return away ? Optional.of(AGAIN) : Optional.empty();
    }
}
