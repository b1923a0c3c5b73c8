package app.tidewrack.connector.practice;

import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.core.network.Promoted;
import java.net.http.HttpClient;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.http.client.JdkClientHttpRequestFactory;
import org.springframework.web.client.RestClient;

/** The practice network's process: its clock, and one connector for each network it plays. */
public class PracticeWorld {
    private static final String NAME = "The practice network";

    /** Where each network is found, by its code. */
    private static final Map<String, String> SLUGS = new LinkedHashMap<>();

    static {
        SLUGS.put("HS", "hearthside");
        SLUGS.put("GR", "guildrow");
        SLUGS.put("SW", "shortwave");
        SLUGS.put("AK", "askwell");
        SLUGS.put("JC", "jumpcut");
        SLUGS.put("DG", "dayglass");
    }

    private final RestClient http;
    private final Map<String, NetworkConnector> connectors = new LinkedHashMap<>();

    /**
     * @param builder with whatever the caller wants counted or traced
     * @param address such as {@code http://127.0.0.1:8471}
     * @param accessKey the key that the practice network asks for
     */
    public PracticeWorld(RestClient.Builder builder, String address, String accessKey) {
        JdkClientHttpRequestFactory requests = new JdkClientHttpRequestFactory(
                HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(2)).build());
        requests.setReadTimeout(Duration.ofSeconds(60));
        http = builder.requestFactory(new AnswerLimit(requests))
                .baseUrl(address)
                .defaultHeader("X-Access-Key", accessKey)
                .build();
        SLUGS.forEach((code, slug) -> connectors.put(
                code,
                new PracticeNetwork(
                        http.mutate().baseUrl(address + "/networks/" + slug).build(), slug)));
    }

    public List<String> codes() {
        return List.copyOf(connectors.keySet());
    }

    /** @throws IllegalArgumentException when no network has this code */
    public NetworkConnector connector(String code) {
        NetworkConnector connector = connectors.get(code);
        if (connector == null) {
            throw new IllegalArgumentException("No connector for network " + code);
        }
        return connector;
    }

    /** What time it is in the practice world. */
    public Instant now() {
        return Answers.asked(NAME, () -> http.get().uri("/clock").retrieve().body(Time.class))
                .now();
    }

    /** Moves the practice clock on; the answer comes when all hours have passed. */
    public Instant move(int hours) {
        return Answers.asked(
                        NAME,
                        () -> http.post()
                                .uri("/clock/move")
                                .body(Map.of("hours", hours))
                                .retrieve()
                                .body(Time.class))
                .now();
    }

    /**
     * What whoever plays a profile puts up.
     *
     * @param still a small picture of it; null for none
     * @param pull how many times as much as an average post it is liked
     */
    public record PutUp(
            String profile,
            Promoted kind,
            Instant at,
            String text,
            @Nullable String link,
            @Nullable Instant ends,
            @Nullable String medium,
            byte @Nullable [] still,
            double pull) {}

    /**
     * Has a profile put something up, as its people do by themselves.
     *
     * @param key putting up twice under one key does it once
     * @return the network's id of it
     */
    public String putUp(String network, String account, String key, PutUp post) {
        return Answers.asked(
                        NAME,
                        () -> http.post()
                                .uri("/console/networks/{network}/accounts/{account}/posts", slug(network), account)
                                .header(PracticeApi.KEY, key)
                                .body(post)
                                .retrieve()
                                .body(PracticeApi.Created.class))
                .known();
    }

    /** Has it taken away again. */
    public void takeDown(String network, String post) {
        Answers.asked(
                NAME,
                () -> http.delete()
                        .uri("/console/networks/{network}/posts/{post}", slug(network), post)
                        .retrieve()
                        .toBodilessEntity());
    }

    private static String slug(String network) {
        return Objects.requireNonNull(SLUGS.get(network));
    }

    private record Time(Instant now) {}
}
