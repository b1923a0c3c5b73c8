package app.tidewrack.server.audience;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.audience.AudienceMapper.Stored;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.job.WantedWork;
import com.github.kagkarlsson.scheduler.task.Task;
import java.time.Duration;
import java.util.List;
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
    private static final String ASK = "ask-sizes";
    private static final Duration AGAIN = Duration.ofSeconds(20);

    private final AudienceMapper mapper;
    private final KnownSizes sizes;
    private final Accounts accounts;
    private final WantedWork work;

    @Configuration
    static class Definition {
        @Bean
        Task<String> askSizes(WantedWork work, ObjectProvider<SizesLater> later) {
            return work.task(ASK, clientId -> later.getObject().carryOut(clientId));
        }
    }

    void ask(String clientId) {
        work.want(ASK, clientId);
    }

    private Optional<Duration> carryOut(String clientId) {
        Map<String, Set<AudienceDefinition>> byAccount = mapper.all(clientId).stream()
                .collect(Collectors.groupingBy(
                        Stored::accountId, Collectors.mapping(Stored::definition, Collectors.toSet())));
        boolean away = false;
        for (Map.Entry<String, Set<AudienceDefinition>> of : byAccount.entrySet()) {
            try {
                ask(clientId, accounts.account(clientId, of.getKey()), List.copyOf(of.getValue()));
            } catch (NetworkAway e) {
                away = true;
            }
        }
        return away ? Optional.of(AGAIN) : Optional.empty();
    }

    /** One that its network does not take keeps no other from being asked for. */
    private void ask(String clientId, Account account, List<AudienceDefinition> definitions) {
        try {
            sizes.askUnknown(clientId, account, Set.copyOf(definitions));
        } catch (NetworkRefused | Refusal e) {
            int half = definitions.size() / 2;
            if (half == 0) {
                LOG.info("A size on account {} stays unknown: {}", account.id(), e.getMessage());
                return;
            }
            ask(clientId, account, definitions.subList(0, half));
            ask(clientId, account, definitions.subList(half, definitions.size()));
        }
    }
}
