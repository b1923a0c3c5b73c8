package app.tidewrack.server.network;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.connector.Urgent;
import app.tidewrack.connector.practice.PracticeWorld;
import app.tidewrack.core.patience.Backoff;
import app.tidewrack.core.patience.Circuit;
import java.lang.reflect.InvocationHandler;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.lang.reflect.Proxy;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.concurrent.ConcurrentHashMap;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Networks behind a circuit each: while one does not answer, whoever asks is told so at once instead of waiting for it again, and
 * one call now and then finds out when it is back. What is {@link Urgent} is asked all the same.
 */
@Component
class GuardedConnectors {
    private final PracticeWorld practice;
    private final Backoff rests;
    private final Map<String, NetworkConnector> connectors = new ConcurrentHashMap<>();

    GuardedConnectors(PracticeWorld practice, PatienceSettings patience) {
        this.practice = practice;
        rests = patience.rests();
    }

    NetworkConnector connector(String code) {
        return connectors.computeIfAbsent(code, c -> (NetworkConnector) Proxy.newProxyInstance(
                NetworkConnector.class.getClassLoader(), new Class<?>[] {NetworkConnector.class}, new Guard(c)));
    }

    @RequiredArgsConstructor
    private final class Guard implements InvocationHandler {
        private final String code;
        private final Circuit circuit = new Circuit(rests, new SplittableRandom());
        private volatile @Nullable NetworkAway lately;

        @Override
        public @Nullable Object invoke(Object proxy, Method method, Object @Nullable [] arguments) throws Throwable {
            if (!method.isAnnotationPresent(Urgent.class)) {
                Optional<Duration> wait = circuit.before(Instant.now());
                if (wait.isPresent()) {
                    throw Objects.requireNonNull(lately).stillFor(wait.get());
                }
            }
            Instant begun = Instant.now();
            try {
                Object answer = method.invoke(practice.connector(code), arguments);
                circuit.answered();
                return answer;
            } catch (InvocationTargetException thrown) {
                Throwable cause = thrown.getTargetException();
                if (cause instanceof NetworkAway away && away.asksToWait() == null) {
                    lately = away;
                    circuit.unanswered(begun, Instant.now());
                } else if (cause instanceof NetworkRefused || cause instanceof NetworkAway) {
                    circuit.answered();
                }
                throw cause;
            }
        }
    }
}
