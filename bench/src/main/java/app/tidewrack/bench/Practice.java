package app.tidewrack.bench;

import app.tidewrack.practice.PracticeNetworkApplication;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublisher;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.Duration;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The practice network in this process, called over its HTTP. */
final class Practice implements AutoCloseable {
    private static final String KEY = "bench";

    private final ConfigurableApplicationContext context;
    private final HttpClient http = HttpClient.newHttpClient();
    private final JsonMapper json = new JsonMapper();
    private final String address;
    private final double startSeconds;

    Practice() {
        long begun = System.nanoTime();
        context = SpringApplication.run(
                PracticeNetworkApplication.class,
                "--server.port=0",
                "--practice.access-key=" + KEY,
                "--logging.level.root=WARN");
        startSeconds = (System.nanoTime() - begun) / 1e9;
        address = "http://127.0.0.1:"
                + ((WebServerApplicationContext) context).getWebServer().getPort();
    }

    double startSeconds() {
        return startSeconds;
    }

    double heapMegabytes() {
        System.gc();
        return (Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory()) / 1e6;
    }

    <T> T bean(Class<T> type) {
        return context.getBean(type);
    }

    /** @param key idempotency key; empty for none */
    JsonNode send(String method, String path, String key, Object body) throws IOException, InterruptedException {
        BodyPublisher content = body instanceof byte[] bytes
                ? BodyPublishers.ofByteArray(bytes)
                : BodyPublishers.ofByteArray(json.writeValueAsBytes(body));
        HttpRequest request = HttpRequest.newBuilder(URI.create(address + path))
                .timeout(Duration.ofMinutes(10))
                .header("X-Access-Key", KEY)
                .header("Idempotency-Key", key)
                .header("Content-Type", body instanceof byte[] ? "application/octet-stream" : "application/json")
                .method(method, content)
                .build();
        HttpResponse<String> response = http.send(request, BodyHandlers.ofString());
        if (response.statusCode() >= 300) {
            throw new IllegalStateException(path + ": " + response.statusCode() + " " + response.body());
        }
        return response.body().isEmpty() ? json.nullNode() : json.readTree(response.body());
    }

    @Override
    public void close() {
        context.close();
    }
}
