package app.tidewrack.server.splittest;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.results.ResultsPull.Pulled;
import app.tidewrack.server.splittest.SplitTestMapper.OnNetwork;
import app.tidewrack.server.splittest.SplitTestMapper.People;
import app.tidewrack.server.splittest.SplitTestMapper.StoredTest;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Asks networks how many people they hold in each cell of a running test, so that a verdict need not wait for them: once it began, and
 * then by the week, since counting millions takes a network its time and parts hardly change.
 */
@Component
@RequiredArgsConstructor
class PeopleOfCells {
    private static final Logger LOG = LoggerFactory.getLogger(PeopleOfCells.class);
    private static final int EVERY_DAYS = 7;

    private final SplitTestMapper mapper;
    private final TestReader reader;
    private final Accounts accounts;
    private final Networks networks;

    @EventListener
    void pulled(Pulled pulled) {
        mapper.openOf(pulled.clientId(), pulled.accountId()).forEach(test -> ask(pulled.clientId(), test));
    }

    /** A network that is away, or does not tell, is asked with the next results; what it told last holds until then. */
    private void ask(String clientId, StoredTest test) {
        Account account = accounts.account(clientId, test.accountId());
        LocalDate today = networks.lately().atZone(ZoneId.of(account.zone())).toLocalDate();
        boolean lately =
                test.peopleOn() != null && test.peopleOn().plusDays(EVERY_DAYS).isAfter(today);
        if (lately || reader.began(clientId, test).isEmpty()) {
            return;
        }
        Map<String, String> external = mapper.onNetwork(clientId, test.campaignId()).stream()
                .collect(Collectors.toMap(OnNetwork::itemKey, OnNetwork::externalId));
        String campaign = external.get(test.campaignId());
        if (campaign == null) {
            return;
        }
        try {
            Map<String, Long> parts = networks.connector(account.network()).parts(campaign);
            Map<String, Long> people = new LinkedHashMap<>();
            external.forEach((key, id) -> {
                if (parts.containsKey(id)) {
                    people.put(key, parts.get(id));
                }
            });
            mapper.setPeople(clientId, test.id(), new People(people), today);
        } catch (NetworkAway | NetworkRefused e) {
            LOG.info("People of test {} not told: {}", test.id(), e.getMessage());
        }
    }
}
