package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.core.launch.Level;
import app.tidewrack.server.Scene.Answer;
import app.tidewrack.server.Scene.Sheet;
import java.lang.reflect.Proxy;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;

/** What goes on by itself when what was missing is back, and what does not wait for what is slow. */
class OutageWorkTest extends WithServer {
    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    /** A condition that fails its test when it throws. */
    private interface Seen {
        boolean now() throws Exception;
    }

    private static Duration until(Seen seen, Duration most) throws Exception {
        long begun = System.nanoTime();
        while (!seen.now()) {
            Duration gone = Duration.ofNanos(System.nanoTime() - begun);
            assertThat(gone)
                    .isLessThan(most);
            Thread.sleep(20);
        }
        return Duration.ofNanos(System.nanoTime() - begun);
    }

    private String begin(Sheet sheet) throws Exception {
        return scene.post(CLIENT + "/launches", Scene.order(sheet.plan(), sheet.campaign(), sheet.version(), Map.of()))
                .get("id")
                .asString();
    }

    private JsonNode launch(String id) throws Exception {
        return scene.get(CLIENT + "/launches/" + id);
    }

    private void pauseAll() throws Exception {
        Answer answer = scene.call("ines", HttpMethod.PUT, CLIENT + "/on-networks", Map.of("paused", true));
        assertThat(answer.status()).as(answer.body().toString()).isEqualTo(200);
    }

    private boolean done(String id) throws Exception {
        return launch(id).get("state").asString().equals("DONE");
    }

    /** Ten tries once ended both for good, the emergency pause included. */
    @Test
    void aPauseAndALaunchWaitUntilTheNetworkIsBack() throws Exception {
        Sheet running = scene.sheet("a1");
        String first = begin(running);
        until(() -> done(first), Duration.ofSeconds(20));
        network.failNext(40);
        pauseAll();
        String second = begin(scene.sheet("a1"));
        until(() -> launch(second).toString().contains("RETRYING"), Duration.ofSeconds(10));
        assertThat(launch(second).get("state").asString()).isEqualTo("RUNNING");
        until(() -> network.standing(Level.CAMPAIGN).get(0).paused(), Duration.ofSeconds(30));
        until(() -> done(second), Duration.ofSeconds(30));
        assertThat(network.standing(Level.AD)).hasSize(8);
    }

    /** A full disk for three seconds; the scheduler's own answer to a fault is five minutes of silence. */
    @Test
    void aFaultOfTheDatabaseHoldsALaunchUpForSeconds() throws Exception {
        sql.execute("""
                create function disk_full() returns trigger language plpgsql as
                $$ begin raise exception 'no space left' using errcode = '53100'; end $$""");
        sql.execute("create trigger no_room before update on launch_change execute function disk_full()");
        String id = begin(scene.sheet("a1"));
        Thread.sleep(3_000);
        assertThat(network.created()).isZero();
        sql.execute("drop trigger no_room on launch_change");
        Duration after = until(() -> done(id), Duration.ofSeconds(10));
        System.out.printf("Launch done %.1f s after the database was well again%n", after.toMillis() / 1e3);
    }

    /** Forty creates that hang take no place from a pause. */
    @Test
    void whatIsSlowHoldsUpNoPause() throws Exception {
        Sheet running = scene.sheet("a1");
        String first = begin(running);
        until(() -> done(first), Duration.ofSeconds(20));
        CountDownLatch release = new CountDownLatch(1);
        AtomicInteger hanging = new AtomicInteger();
        answer((NetworkConnector) Proxy.newProxyInstance(
                getClass().getClassLoader(), new Class<?>[] {NetworkConnector.class}, (proxy, method, arguments) -> {
                    if (method.getName().equals("create")) {
                        hanging.incrementAndGet();
                        assertThat(release.await(30, TimeUnit.SECONDS)).isTrue();
                    }
                    return method.invoke(network, arguments);
                }));
        for (int i = 0; i < 40; i++) {
            begin(scene.sheet("a1"));
        }
        until(() -> hanging.get() >= 6, Duration.ofSeconds(10));
        BooleanSupplier paused = () -> network.standing(Level.CAMPAIGN).get(0).paused();
        pauseAll();
        Duration after = until(paused::getAsBoolean, Duration.ofSeconds(5));
        System.out.printf("Paused after %.2f s beside %d creates that hang%n", after.toMillis() / 1e3, hanging.get());
        assertThat(hanging.get()).isLessThanOrEqualTo(6);
        release.countDown();
    }
}
