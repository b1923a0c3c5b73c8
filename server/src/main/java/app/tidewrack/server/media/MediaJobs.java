package app.tidewrack.server.media;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.media.MediaJobMapper.Left;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.JsonColumn;
import app.tidewrack.server.web.NotFound;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The queue of long work on media: one thing of a client at a time, told how far it is, stopped at will, taken up after a restart. */
@Service
public class MediaJobs {
    private static final Logger LOG = LoggerFactory.getLogger(MediaJobs.class);
    private static final int MOST_OPEN = 50;

    /** A server that dies of some work does not die of it for ever. */
    private static final int MOST_TRIES = 3;

    private static final int HELD_EVERY_S = 4;
    private static final int LEFT_AFTER_S = 15;

    private final MediaJobMapper mapper;
    private final ClientLanes lanes;
    private final JsonMapper json;
    private final Map<String, MediaWorker> workers;
    private final Set<String> inHand = ConcurrentHashMap.newKeySet();
    private final ScheduledFuture<?> looking;
    private volatile boolean closing;
    private final ScheduledExecutorService looks = Executors.newSingleThreadScheduledExecutor(work -> {
        Thread thread = new Thread(work, "media-work");
        thread.setDaemon(true);
        return thread;
    });

    MediaJobs(MediaJobMapper mapper, ClientLanes lanes, JsonMapper json, List<MediaWorker> workers) {
        this.mapper = mapper;
        this.lanes = lanes;
        this.json = json;
        this.workers = workers.stream().collect(Collectors.toMap(MediaWorker::kind, Function.identity()));
        looking = looks.scheduleWithFixedDelay(this::holdAndTakeUp, HELD_EVERY_S, HELD_EVERY_S, TimeUnit.SECONDS);
    }

    /** How far it is. */
    public enum State {
        WAITING,
        RUNNING,
        DONE,
        FAILED,
        STOPPED
    }

    /**
     * @param name what is made
     * @param ahead how many of this client’s come before it
     * @param made hash of the medium, once it is done
     * @param problem why it failed
     */
    public record MediaJob(
            String id,
            String name,
            State state,
            int percent,
            int ahead,
            @Nullable String made,
            @Nullable String problem) {
        /** What was made at once. */
        static MediaJob done(String name, String made) {
            return new MediaJob(Ids.fresh(), name, State.DONE, 100, 0, made, null);
        }
    }

    @JsonColumn
    record Work(String kind, JsonNode order) {}

    /** Says what is in hand here, and takes up what was in hand of a server that stopped. */
    void holdAndTakeUp() {
        try {
            List<String> held = List.copyOf(inHand);
            if (!held.isEmpty()) {
                mapper.hold(held);
            }
            mapper.failEndless(MOST_TRIES, LEFT_AFTER_S);
            mapper.takeUp(LEFT_AFTER_S).stream()
                    .sorted(Comparator.comparingLong(Left::number))
                    .forEach(left -> take(left.clientId(), left.id()));
        } catch (RuntimeException e) {
            // The database is away; it is asked again in a moment.
            LOG.warn("Work on media is not looked after now: {}", e.getMessage());
        }
    }

    private void take(String clientId, String id) {
        inHand.add(id);
        lanes.run(clientId, () -> run(clientId, id));
    }

    /** @throws Refusal when the client has too much waiting already */
    public MediaJob begin(String clientId, String kind, String name, Object order) {
        int open = mapper.open(clientId);
        if (open >= MOST_OPEN) {
            throw new Refusal(
                    "mend",
                    "%d pictures and films wait to be made, the most that may.".formatted(open),
                    "Wait until some are done, or stop some.");
        }
        String id = Ids.fresh();
        mapper.insert(clientId, id, name, new Work(kind, json.valueToTree(order)));
        take(clientId, id);
        return job(clientId, id);
    }

    MediaJob job(String clientId, String id) {
        return mapper.job(clientId, id).orElseThrow(() -> new NotFound("work", id));
    }

    List<MediaJob> lately(String clientId) {
        return mapper.lately(clientId);
    }

    MediaJob stop(String clientId, String id) {
        mapper.end(clientId, id, State.STOPPED, null, null);
        return job(clientId, id);
    }

    private void run(String clientId, String id) {
        try {
            mapper.start(clientId, id).ifPresent(work -> make(clientId, id, work));
        } catch (RuntimeException e) {
            // It stands in the database as it was, and is taken up again.
            LOG.error("Work {} was not begun", id, e);
        } finally {
            inHand.remove(id);
        }
    }

    private void make(String clientId, String id, Work work) {
        try {
            MediaWorker worker = Objects.requireNonNull(workers.get(work.kind()), work.kind());
            String sha = worker.make(clientId, work.order(), percent -> mapper.progress(clientId, id, percent) > 0);
            mapper.end(clientId, id, State.DONE, sha, null);
        } catch (Refusal refused) {
            fail(clientId, id, refused.getMessage());
        } catch (NotFound gone) {
            fail(clientId, id, "Something that it is made of is no longer on the shelf.");
        } catch (IOException | RuntimeException | Error e) {
            LOG.error("Work {} failed", id, e);
            fail(clientId, id, "The server could not finish it. Start it again.");
        }
    }

    /** What ends because the server does is not failed. */
    private void fail(String clientId, String id, String problem) {
        if (!closing) {
            mapper.end(clientId, id, State.FAILED, null, problem);
        }
    }

    @PreDestroy
    void close() {
        closing = true;
        looking.cancel(false);
        looks.shutdownNow();
    }
}
