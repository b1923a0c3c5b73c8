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
import java.util.Set;
import java.util.TreeMap;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Takes a client away: its campaigns on their networks, and every row that is its. Which tables those are is asked of the database, so
 * that none can be forgotten.
 */
@Service
@RequiredArgsConstructor
public class ClientErasure {
    private final ErasureMapper mapper;
    private final Networks networks;

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
    @Transactional
    public Map<String, Integer> erase(String clientId) {
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

    /** The same, and that it was done is kept. */
    @Transactional
    Certificate eraseAndCertify(String clientId, @Nullable String personId) {
        String id = Ids.fresh();
        long byHand = mapper.means(clientId).map(Means::byHand).orElse(0L);
        mapper.certify(id, clientId, personId, new Counts(erase(clientId)), byHand);
        return mapper.certificate(id).orElseThrow();
    }

    @Transactional
    void erasePlan(String clientId, String planId) {
        inOrder(mapper.tablesOfPlans(), mapper.names()).forEach(t -> mapper.deleteOfPlan(t, clientId, planId));
        mapper.deletePlan(clientId, planId);
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
