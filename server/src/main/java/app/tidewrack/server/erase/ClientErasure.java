package app.tidewrack.server.erase;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.core.launch.Level;
import app.tidewrack.server.erase.ErasureMapper.Certificate;
import app.tidewrack.server.erase.ErasureMapper.Counts;
import app.tidewrack.server.erase.ErasureMapper.Means;
import app.tidewrack.server.erase.ErasureMapper.Names;
import app.tidewrack.server.erase.ErasureMapper.OnNetwork;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.web.Ids;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Supplier;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.ConcurrencyFailureException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Takes a client away: its campaigns on their networks, and every row that is its. Which tables those are is asked of the database, so
 * that none can be forgotten.
 */
@Service
@RequiredArgsConstructor
public class ClientErasure {
    private static final Logger LOG = LoggerFactory.getLogger(ClientErasure.class);
    private static final int TRIES = 5;

    private final ErasureMapper mapper;
    private final Networks networks;
    private final TransactionTemplate transaction;

    /**
     * Ends what runs on networks, but for what people entered there, which they end. Comes first, and may be done again.
     *
     * @throws NetworkAway when one does not answer; nothing of the client is gone here yet
     */
    public void endOnNetworks(String clientId) {
        for (OnNetwork campaign : mapper.campaigns(clientId)) {
            if (!networks.byHand(campaign.network())) {
                networks.connector(campaign.network()).remove(Level.CAMPAIGN, campaign.externalId());
            }
        }
    }

    /** Gives how many rows went, by table. */
    public Map<String, Integer> erase(String clientId) {
        return whole(() -> rows(clientId));
    }

    /** The same, and that it was done is kept. */
    Certificate eraseAndCertify(String clientId, @Nullable String personId) {
        return whole(() -> {
            String id = Ids.fresh();
            long byHand = mapper.means(clientId).map(Means::byHand).orElse(0L);
            mapper.certify(id, clientId, personId, new Counts(rows(clientId)), byHand);
            return mapper.certificate(id).orElseThrow();
        });
    }

    void erasePlan(String clientId, String planId) {
        whole(() -> {
            inOrder(mapper.tablesOfPlans(), mapper.names()).forEach(t -> mapper.deleteOfPlan(t, clientId, planId));
            return mapper.deletePlan(clientId, planId);
        });
    }

    private Map<String, Integer> rows(String clientId) {
        mapper.hold(clientId);
        mapper.deleteJobs(clientId);
        Map<String, Integer> counts = new TreeMap<>();
        for (String table : inOrder(mapper.tables(), mapper.names())) {
            int rows = mapper.delete(table, clientId);
            if (rows > 0) {
                counts.put(table, rows);
            }
        }
        counts.put("client", mapper.deleteClient(clientId));
        return counts;
    }

    /**
     * All of it or nothing. Jobs and people go on writing meanwhile: what they wrote after its table was emptied, or hold when it is
     * their turn, has it begin again.
     */
    private <T> T whole(Supplier<T> work) {
        for (int tries = 1; ; tries++) {
            try {
                return Objects.requireNonNull(transaction.execute(status -> work.get()));
            } catch (DataIntegrityViolationException | ConcurrencyFailureException e) {
                if (tries == TRIES) {
                    throw e;
                }
                LOG.info("Erasing begins again, since something was written meanwhile");
            }
        }
    }

    /** Each table after all whose rows name rows of it. */
    static List<String> inOrder(List<String> tables, List<Names> names) {
        Set<String> left = new LinkedHashSet<>(tables);
        List<String> ordered = new ArrayList<>();
        while (!left.isEmpty()) {
            List<String> free = left.stream()
                    .filter(t -> names.stream().noneMatch(n -> n.other().equals(t) && left.contains(n.table())))
                    .toList();
            if (free.isEmpty()) {
                throw new IllegalStateException("Tables name each other in a circle: " + left);
            }
            ordered.addAll(free);
            free.forEach(left::remove);
        }
        return ordered;
    }
}
