package app.tidewrack.server.network;

import java.net.http.HttpClient;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ProblemDetail;
import org.springframework.http.client.JdkClientHttpRequestFactory;
import org.springframework.stereotype.Component;
import org.springframework.web.client.HttpClientErrorException;
import org.springframework.web.client.HttpServerErrorException;
import org.springframework.web.client.ResourceAccessException;
import org.springframework.web.client.RestClient;
import org.springframework.web.client.RestClientException;

/** The practice network's process: its clock, and one connector for each network it plays. */
@Component
public class PracticeWorld {
    private static final String NAME = "The practice network";
    private static final long LONGEST_WAIT = 3600;
    private static final Duration USUAL_WAIT = Duration.ofSeconds(5);

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

    PracticeWorld(PracticeSettings settings, RestClient.Builder builder) {
        JdkClientHttpRequestFactory requests = new JdkClientHttpRequestFactory(
                HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(2)).build());
        requests.setReadTimeout(Duration.ofSeconds(60));
        http = builder.requestFactory(requests)
                .baseUrl(settings.address())
                .defaultHeader("X-Access-Key", settings.accessKey())
                .build();
        SLUGS.forEach((code, slug) -> connectors.put(code, new PracticeNetwork(http, slug)));
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
        return asked(NAME, () -> http.get().uri("/clock").retrieve().body(Time.class))
                .now();
    }

    /** Moves the practice clock on; the answer comes when all hours have passed. */
    public Instant move(int hours) {
        return asked(
                        NAME,
                        () -> http.post()
                                .uri("/clock/move")
                                .body(Map.of("hours", hours))
                                .retrieve()
                                .body(Time.class))
                .now();
    }

    private record Time(Instant now) {}

    /** Makes a call; a network that is away, slow or asks to wait may be asked again, one that refuses may not. */
    static <T> T asked(String network, Supplier<@Nullable T> call) {
        try {
            T answer = call.get();
            if (answer == null) {
                throw new RestClientException("An empty answer.");
            }
            return answer;
        } catch (HttpClientErrorException.TooManyRequests e) {
            throw new NetworkAway(network, retryAfter(e.getResponseHeaders()), e);
        } catch (ResourceAccessException | HttpServerErrorException e) {
            throw new NetworkAway(network, e);
        } catch (HttpClientErrorException e) {
            throw new NetworkRefused(network, detail(e));
        } catch (RestClientException e) {
            // An answer that broke off half way, or that says nothing.
            throw new NetworkAway(network, e);
        }
    }

    /** Seconds of the header {@code Retry-After} (RFC 9110, 10.2.3), at most an hour; a usual wait where it says none. */
    private static Duration retryAfter(@Nullable HttpHeaders headers) {
        String told = headers == null ? null : headers.getFirst(HttpHeaders.RETRY_AFTER);
        boolean seconds = told != null && told.strip().matches("\\d{1,6}");
        return seconds ? Duration.ofSeconds(Math.min(LONGEST_WAIT, Long.parseLong(told.strip()))) : USUAL_WAIT;
    }

    private static String detail(HttpClientErrorException e) {
        String usual = "it answered %d.".formatted(e.getStatusCode().value());
        try {
            ProblemDetail problem = e.getResponseBodyAs(ProblemDetail.class);
            return problem == null ? usual : Objects.requireNonNullElse(problem.getDetail(), usual);
        } catch (RestClientException garbage) {
            return usual;
        }
    }
}
