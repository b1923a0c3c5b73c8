package app.tidewrack.server.network;

import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import lombok.RequiredArgsConstructor;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Reads what networks offer before anybody asks, and again before it is stale, so that no request waits for it. */
@Component
@ConditionalOnProperty("tidewrack.networks.ahead")
@RequiredArgsConstructor
class NetworksAhead {
    private static final Logger LOG = LoggerFactory.getLogger(NetworksAhead.class);
    private static final Duration EVERY = Networks.FRESH.minusMinutes(1);

    private final Networks networks;
    private final ScheduledExecutorService reader = Executors.newSingleThreadScheduledExecutor(r -> {
        Thread thread = new Thread(r, "networks-ahead");
        thread.setDaemon(true);
        return thread;
    });

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        // It ends with the reader, and what goes wrong in it is dealt with there.
        ScheduledFuture<?> unused =
                reader.scheduleWithFixedDelay(this::readAll, 0, EVERY.toSeconds(), TimeUnit.SECONDS);
    }

    @PreDestroy
    void end() {
        reader.shutdownNow();
    }

    private void readAll() {
        for (String code : networks.codes()) {
            try {
                networks.readAnew(code);
            } catch (RuntimeException e) {
                // Whoever needs it asks again and is told why; the others are read all the same.
                LOG.info("What {} offers was not read ahead: {}", code, e.getMessage());
            }
        }
    }
}
