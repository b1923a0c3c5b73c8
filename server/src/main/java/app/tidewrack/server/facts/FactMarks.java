package app.tidewrack.server.facts;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** A mark for the facts of each client, which is another one after each change of them that was made here. */
@Component
public class FactMarks {
    private final Map<String, Long> marks = new ConcurrentHashMap<>();

    public long of(String clientId) {
        return marks.getOrDefault(clientId, 0L);
    }

    /** Facts change with the transaction under way. */
    public void change(String clientId) {
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                marks.merge(clientId, 1L, Long::sum);
            }
        });
    }
}
