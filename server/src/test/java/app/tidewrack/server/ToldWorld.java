package app.tidewrack.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.connector.practice.PracticeWorld;
import java.io.IOException;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Proxy;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.ReadWriteLock;
import java.util.concurrent.locks.ReentrantReadWriteLock;
import org.jspecify.annotations.Nullable;
import org.springframework.web.client.RestClient;

/**
 * The practice world as a server under test has it: its clock stands where it was set, and behind each of its codes is the connector
 * that a test gave, none of which can be asked before there is one. It is there before the server is, whose jobs ask from the first
 * second on.
 */
final class ToldWorld extends PracticeWorld {
    private static final long MOST_MINUTES = 2;

    private final List<String> codes;
    private final ReadWriteLock asking = new ReentrantReadWriteLock();
    private final NetworkConnector door;
    private volatile @Nullable NetworkConnector answering;
    private volatile @Nullable Instant now;

    ToldWorld(String... codes) {
        super(RestClient.builder(), "http://127.0.0.1:9", "none");
        this.codes = List.of(codes);
        door = (NetworkConnector) Proxy.newProxyInstance(
                ToldWorld.class.getClassLoader(),
                new Class<?>[] {NetworkConnector.class},
                (proxy, method, arguments) -> {
                    asking.readLock().lock();
                    try {
                        return method.invoke(there(answering), arguments);
                    } catch (InvocationTargetException e) {
                        throw e.getCause();
                    } finally {
                        asking.readLock().unlock();
                    }
                });
    }

    void answer(NetworkConnector by) {
        answering = by;
    }

    void set(Instant time) {
        now = time;
    }

    /**
     * Tells a network of Mockito's what to answer while nobody asks it. Mockito takes the next call for the one that is told about,
     * whoever makes it, and the server's jobs call all the time.
     */
    void tell(Runnable answers) {
        try {
            assertThat(asking.writeLock().tryLock(MOST_MINUTES, TimeUnit.MINUTES))
                    .as("no call of a network lasts as long")
                    .isTrue();
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
        try {
            answers.run();
        } finally {
            asking.writeLock().unlock();
        }
    }

    @Override
    public List<String> codes() {
        return codes;
    }

    @Override
    public NetworkConnector connector(String code) {
        return door;
    }

    @Override
    public Instant now() {
        return there(now);
    }

    private static <T> T there(@Nullable T it) {
        if (it == null) {
            throw new NetworkAway("The practice network", new IOException("away"));
        }
        return it;
    }
}
