package app.tidewrack.server.job;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.web.NotFound;
import jakarta.annotation.PreDestroy;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Goes through many things that are each somebody's outside, so that none that is slow or broken holds up another. */
@Component
public class Rounds {
    private static final Logger LOG = LoggerFactory.getLogger(Rounds.class);

    private final Set<String> underWay = ConcurrentHashMap.newKeySet();
    private final ExecutorService lanes = Executors.newCachedThreadPool(work -> {
        Thread thread = new Thread(work, "round");
        thread.setDaemon(true);
        return thread;
    });

    /**
     * What is done with each thing of a kind.
     *
     * @param what for the log, and of which there is one round at a time in each lane
     * @param lane by whose fault or pace a thing may be held up: its network, its receiver
     * @param id for the log; no personal data
     */
    public record Round<T>(String what, Function<T, String> lane, Function<T, String> id, Consumer<T> work) {
        private void with(T thing) {
            try {
                work.accept(thing);
            } catch (NetworkAway | NetworkRefused | NotFound | Refusal left) {
                LOG.info("{} of {} left for the next time: {}", what, id.apply(thing), left.getMessage());
            } catch (RuntimeException fault) {
                LOG.error("{} of {} failed", what, id.apply(thing), fault);
            }
        }
    }

    /** Goes through all of them, one after another; what fails is left for the next time. */
    public static <T> void through(Round<T> round, Collection<T> things) {
        things.forEach(round::with);
    }

    /** Begins to go through them, each lane by itself. One that is still under way is left to it. */
    public <T> void begin(Round<T> round, Collection<T> things) {
        Map<String, List<T>> byLane = things.stream().collect(Collectors.groupingBy(round.lane));
        byLane.forEach((lane, own) -> {
            String key = round.what + "/" + lane;
            if (underWay.add(key)) {
                lanes.execute(() -> {
                    try {
                        through(round, own);
                    } finally {
                        underWay.remove(key);
                    }
                });
            }
        });
    }

    @PreDestroy
    void close() {
        lanes.shutdownNow();
    }
}
