package app.tidewrack.server.media;

import jakarta.annotation.PreDestroy;
import java.util.ArrayDeque;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Queue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.springframework.stereotype.Component;

/** Long work of clients: one thing of each at a time, so that many of one do not hold up the only one of another. */
@Component
class ClientLanes {
    private final Map<String, Queue<Runnable>> waiting = new HashMap<>();
    private final ExecutorService workers;

    ClientLanes(MediaSettings settings) {
        workers = Executors.newFixedThreadPool(settings.mendsAtOnce(), work -> {
            Thread thread = new Thread(work, "video-mends");
            thread.setDaemon(true);
            return thread;
        });
    }

    /** Does the work when all that the client asked for before is done. */
    synchronized void run(String clientId, Runnable work) {
        Queue<Runnable> lane = waiting.get(clientId);
        if (lane != null) {
            lane.add(work);
            return;
        }
        waiting.put(clientId, new ArrayDeque<>());
        workers.execute(() -> work(clientId, work));
    }

    private void work(String clientId, Runnable work) {
        try {
            work.run();
        } finally {
            next(clientId);
        }
    }

    /** Behind what other clients asked for meanwhile. */
    private synchronized void next(String clientId) {
        Runnable next = Objects.requireNonNull(waiting.get(clientId)).poll();
        if (next == null) {
            waiting.remove(clientId);
        } else {
            workers.execute(() -> work(clientId, next));
        }
    }

    @PreDestroy
    void close() {
        workers.shutdownNow();
    }
}
