package app.tidewrack.practice.console;

import app.tidewrack.practice.network.Network;
import app.tidewrack.practice.network.Networks;
import java.time.Clock;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** Counts calls to each network by the minute of the real clock. */
@Component
@RequiredArgsConstructor
class CallRates {
    private static final long MINUTE = 60_000;

    private final Networks networks;
    private final Clock clock = Clock.systemUTC();
    private final Map<String, Window> windows = new HashMap<>();

    private static final class Window {
        private long minute;
        private int calls;
    }

    /** Notes a call; seconds to wait when there were too many, otherwise 0. */
    synchronized int wait(String path) {
        String slug = path.split("/")[2];
        Optional<Network> network =
                networks.all().stream().filter(n -> n.slug().equals(slug)).findFirst();
        if (network.isEmpty()) {
            return 0;
        }
        long now = clock.millis();
        Window window = windows.computeIfAbsent(slug, k -> new Window());
        if (window.minute != now / MINUTE) {
            window.minute = now / MINUTE;
            window.calls = 0;
        }
        boolean over = ++window.calls > network.get().rulebook().calls().perMinute();
        return over ? (int) ((MINUTE - now % MINUTE) / 1000) + 1 : 0;
    }
}
