package app.tidewrack.connector.practice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.NetworkConnector;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.web.client.RestClient;

/** A network that goes on telling: on a real connection, since what stands in for one has no length. */
class AnswerLimitTest {
    private static final String LINE =
            "{\"seq\": %d, \"adId\": \"a\", \"hour\": \"2027-03-29T10:00:00Z\", \"spendMinor\": 5, \"counts\": {}}";

    private final AtomicLong written = new AtomicLong();
    private HttpServer server;
    private NetworkConnector network;
    private volatile long lines;

    @BeforeEach
    void aNetwork() throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.createContext("/", this::tell);
        server.start();
        network = new PracticeWorld(
                        RestClient.builder(),
                        "http://127.0.0.1:" + server.getAddress().getPort(),
                        "key")
                .connector("HS");
    }

    @AfterEach
    void end() {
        server.stop(0);
    }

    private void tell(HttpExchange exchange) throws IOException {
        exchange.getResponseHeaders().set("Content-Type", "application/json");
        exchange.sendResponseHeaders(200, 0);
        try (OutputStream body = exchange.getResponseBody()) {
            for (long i = 1; i <= lines; i++) {
                byte[] line = ((i == 1 ? "[" : ",") + LINE.formatted(i)).getBytes(StandardCharsets.UTF_8);
                body.write(line);
                written.addAndGet(line.length);
            }
            body.write(']');
        }
    }

    @Test
    void tenMillionLinesOnOnePageAreLeftForTheNextTime() {
        lines = 10_000_000;
        assertThat(catchThrowable(() -> network.reports("a1", 0))).isInstanceOf(NetworkAway.class);
        assertThat(written.get()).as("what was taken of 900 MB").isLessThan(2 * AnswerLimit.MOST);
    }

    @Test
    void aPageOfThousandsIsReadWhole() {
        lines = 5_000;
        assertThat(network.reports("a1", 0).told()).hasSize(5_000);
    }
}
