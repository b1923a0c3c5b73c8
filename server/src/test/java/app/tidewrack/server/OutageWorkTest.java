package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.core.launch.Level;
import app.tidewrack.server.Scene.Answer;
import app.tidewrack.server.Scene.Sheet;
import app.tidewrack.server.person.Sealed;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.lang.reflect.Proxy;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;

/** What goes on by itself when what was missing is back, and what does not wait for what is slow. */
class OutageWorkTest extends WithServer {
    private static final HttpServer RECEIVERS = receivers();

    /** One takes leads, one answers nothing, one answers that it takes none. */
    private static HttpServer receivers() {
        try {
            HttpServer server = HttpServer.create(new InetSocketAddress("127.0.0.1", 0), 0);
            server.setExecutor(Executors.newCachedThreadPool());
            server.createContext("/takes", exchange -> answer(exchange, 204));
            server.createContext("/hangs", exchange -> exchange.getRequestBody().readAllBytes());
            server.createContext("/refuses", exchange -> answer(exchange, 401));
            server.start();
            return server;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void answer(HttpExchange exchange, int status) throws IOException {
        exchange.getRequestBody().readAllBytes();
        exchange.sendResponseHeaders(status, -1);
        exchange.close();
    }

    @Autowired
    private Sealed sealed;

    @AfterAll
    static void stop() {
        RECEIVERS.stop(0);
    }

    private void receives(String clientId, String url) {
        sql.update(
                "insert into lead_webhook (client_id, url, sealed, active) values (?, ?, ?, true)"
                        + " on conflict (client_id) do update set url = excluded.url",
                clientId,
                url.startsWith("/")
                        ? "http://127.0.0.1:" + RECEIVERS.getAddress().getPort() + url
                        : url,
                sealed.seal("secret".getBytes(StandardCharsets.UTF_8)));
    }

    /** Leads that are to be sent on, without a network that brings them. */
    private void leads(String clientId, int... numbers) {
        sql.update("insert into account (client_id, id, network, external_id, name, currency, zone, site_tag)"
                + " values ('c2', 'a2', 'HS', 'x2', 'Two', 'GBP', 'Europe/London', 'tag') on conflict do nothing");
        for (int number : numbers) {
            sql.update("""
                    insert into lead (client_id, id, account_id, kind, network_seq, external_ad, came_at, content)
                    values (?, ?, ?, 'FORM', ?, 'x', now(), '{"answers": {}, "lines": []}')""", clientId, "lead" + number, clientId.equals("c1") ? "a1" : "a2", number);
            sql.update(
                    "insert into lead_delivery (client_id, lead_id, state) values (?, ?, 'WAITING')",
                    clientId,
                    "lead" + number);
        }
    }

    private String delivery(String clientId, int number) {
        return sql.queryForObject(
                "select state || ' ' || coalesce(problem, '') from lead_delivery where client_id = ? and lead_id = ?",
                String.class,
                clientId,
                "lead" + number);
    }

    /** A receiver that hangs held up those of all clients for two minutes; an address that cannot be sent to, for good. */
    @Test
    void aReceiverHoldsUpOnlyItsOwnLeads() throws Exception {
        receives("c2", "/hangs");
        leads("c2", 901, 902, 903);
        Waiting.meanwhile(Duration.ofMillis(2_500));
        receives("c1", "/takes");
        leads("c1", 911);
        Duration after = Waiting.until(() -> delivery("c1", 911).startsWith("SENT"));
        System.out.printf("Lead sent after %.1f s beside a receiver that hangs%n", after.toMillis() / 1e3);
        assertThat(delivery("c2", 901)).startsWith("WAITING");
    }

    @Test
    void anAddressThatIsNotSentToSaysSoAndAllAreSentAgainAtOnce() throws Exception {
        receives("c1", "https://[::127.0.0.1]:99999/");
        leads("c1", 921, 922);
        Waiting.until(() -> delivery("c1", 922).startsWith("FAILED"));
        assertThat(delivery("c1", 921)).contains("is no address to send leads to");
        receives("c1", "/refuses");
        JsonNode told = scene.post(CLIENT + "/lead-webhook/failed/sent", Map.of());
        assertThat(told.get("failed").asInt()).isZero();
        Waiting.until(() -> delivery("c1", 921).contains("answered 401"));
        assertThat(delivery("c1", 922)).as("left alone with the first").isEqualTo("WAITING ");
        receives("c1", "/takes");
        sql.update("update lead_delivery set next_at = now() where client_id = 'c1'");
        Waiting.until(() -> delivery("c1", 922).startsWith("SENT"));
        assertThat(delivery("c1", 921)).startsWith("SENT");
    }

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
        registry.add(
                "tidewrack.leads.allowed-hosts",
                () -> "127.0.0.1:" + RECEIVERS.getAddress().getPort());
    }

    private String begin(Sheet sheet) throws Exception {
        return scene.post(CLIENT + "/launches", Scene.order(sheet.plan(), sheet.campaign(), sheet.version(), Map.of()))
                .get("id")
                .asString();
    }

    private JsonNode launch(String id) throws Exception {
        return scene.get(CLIENT + "/launches/" + id);
    }

    /** What goes on at the network before it creates anything. */
    private interface Happens {
        void now() throws Exception;
    }

    private void beforeEachCreate(Happens what) {
        world.answer((NetworkConnector) Proxy.newProxyInstance(
                getClass().getClassLoader(), new Class<?>[] {NetworkConnector.class}, (proxy, method, arguments) -> {
                    if (method.getName().equals("create")) {
                        what.now();
                    }
                    return method.invoke(network, arguments);
                }));
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
        Waiting.until(() -> done(first));
        network.failNext(40);
        pauseAll();
        Waiting.until(
                () -> scene.get(CLIENT + "/on-networks").toString().contains("does not answer. It is told again"));
        String second = begin(scene.sheet("a1"));
        Waiting.until(() -> launch(second).toString().contains("RETRYING"));
        assertThat(launch(second).get("state").asString()).isEqualTo("RUNNING");
        Waiting.until(() -> network.standing(Level.CAMPAIGN).get(0).paused());
        Waiting.until(() -> done(second));
        assertThat(network.standing(Level.AD)).hasSize(8);
    }

    /** Whoever changes their mind while the network is away is not paused when it is back. */
    @Test
    void aPauseThatWaitsIsStoppedByLettingAllRun() throws Exception {
        Sheet running = scene.sheet("a1");
        String first = begin(running);
        Waiting.until(() -> done(first));
        network.failNext(15);
        pauseAll();
        Waiting.until(() -> scene.get(CLIENT + "/on-networks").toString().contains("\"doing\":\"PAUSE\""));
        scene.call("ines", HttpMethod.PUT, CLIENT + "/on-networks", Map.of("paused", false));
        Waiting.meanwhile(Duration.ofMillis(5_000));
        assertThat(network.standing(Level.CAMPAIGN).get(0).paused()).isFalse();
        assertThat(scene.get(CLIENT + "/on-networks").toString()).doesNotContain("\"doing\":\"PAUSE\"");
    }

    /** A full disk for three seconds; the scheduler's own answer to a fault is five minutes of silence. */
    @Test
    void aFaultOfTheDatabaseHoldsALaunchUpForSeconds() throws Exception {
        sql.execute("""
                create function disk_full() returns trigger language plpgsql as
                $$ begin raise exception 'no space left' using errcode = '53100'; end $$""");
        sql.execute("create trigger no_room before update on launch_change execute function disk_full()");
        String id = begin(scene.sheet("a1"));
        Waiting.meanwhile(Duration.ofMillis(3_000));
        assertThat(network.created()).isZero();
        sql.execute("drop trigger no_room on launch_change");
        Duration after = Waiting.until(() -> done(id));
        System.out.printf("Launch done %.1f s after the database was well again%n", after.toMillis() / 1e3);
    }

    /** A fault of our own, even an Error, leaves a state that says so, and what it stopped goes on when it is gone. */
    @Test
    void aFaultOfOurOwnIsToldAndTriedAgain() throws Exception {
        AtomicInteger faults = new AtomicInteger(1);
        beforeEachCreate(() -> {
            if (faults.getAndDecrement() > 0) {
                throw new StackOverflowError("on purpose");
            }
        });
        String id = begin(scene.sheet("a1"));
        Waiting.until(() -> launch(id).toString().contains("The server failed at this"));
        Waiting.until(() -> done(id));
    }

    /** Forty creates that hang take no place from a pause. */
    @Test
    void whatIsSlowHoldsUpNoPause() throws Exception {
        Sheet running = scene.sheet("a1");
        String first = begin(running);
        Waiting.until(() -> done(first));
        CountDownLatch release = new CountDownLatch(1);
        AtomicInteger hanging = new AtomicInteger();
        beforeEachCreate(() -> {
            hanging.incrementAndGet();
            assertThat(release.await(4, TimeUnit.MINUTES)).isTrue();
        });
        for (int i = 0; i < 40; i++) {
            begin(scene.sheet("a1"));
        }
        Waiting.until(() -> hanging.get() >= 6);
        BooleanSupplier paused = () -> network.standing(Level.CAMPAIGN).get(0).paused();
        pauseAll();
        Duration after = Waiting.until(paused::getAsBoolean);
        System.out.printf("Paused after %.2f s beside %d creates that hang%n", after.toMillis() / 1e3, hanging.get());
        assertThat(hanging.get()).isLessThanOrEqualTo(6);
        release.countDown();
    }
}
