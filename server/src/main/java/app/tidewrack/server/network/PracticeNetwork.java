package app.tidewrack.server.network;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.network.Rulebook;
import java.net.http.HttpClient;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Supplier;
import org.springframework.core.ParameterizedTypeReference;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.client.JdkClientHttpRequestFactory;
import org.springframework.stereotype.Component;
import org.springframework.web.client.HttpClientErrorException;
import org.springframework.web.client.HttpServerErrorException;
import org.springframework.web.client.ResourceAccessException;
import org.springframework.web.client.RestClient;

/** The practice network over HTTP, and its clock. */
@Component
public class PracticeNetwork implements NetworkConnector {
    private static final String NAME = "Hearthside";
    private static final String ROOT = "/networks/hearthside";

    private final RestClient http;

    PracticeNetwork(PracticeSettings settings, RestClient.Builder builder) {
        JdkClientHttpRequestFactory requests = new JdkClientHttpRequestFactory(
                HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(2)).build());
        requests.setReadTimeout(Duration.ofSeconds(20));
        http = builder.requestFactory(requests)
                .baseUrl(settings.address())
                .defaultHeader("X-Access-Key", settings.accessKey())
                .build();
    }

    @Override
    public Rulebook rulebook() {
        return asked(() -> http.get().uri(ROOT + "/rulebook").retrieve().body(Rulebook.class));
    }

    @Override
    public List<Topic> topics() {
        return asked(() ->
                http.get().uri(ROOT + "/topics").retrieve().body(new ParameterizedTypeReference<List<Topic>>() {}));
    }

    @Override
    public List<City> places(String country, String text) {
        return asked(() -> http.get()
                .uri(ROOT + "/places?country={country}&text={text}", country, text)
                .retrieve()
                .body(new ParameterizedTypeReference<List<City>>() {}));
    }

    @Override
    public List<AudienceSize> sizes(List<AudienceDefinition> audiences) {
        return asked(() -> http.post()
                .uri(ROOT + "/sizes")
                .body(audiences)
                .retrieve()
                .body(new ParameterizedTypeReference<List<AudienceSize>>() {}));
    }

    @Override
    public void sendPicture(String sha256, byte[] content) {
        asked(() -> http.put()
                .uri(ROOT + "/pictures/{sha}", sha256)
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .body(content)
                .retrieve()
                .toBodilessEntity());
    }

    @Override
    public String create(String key, Order order) {
        return asked(() -> http.post()
                        .uri(ROOT + "/" + path(order))
                        .header("Idempotency-Key", key)
                        .body(order)
                        .retrieve()
                        .body(Created.class))
                .id();
    }

    @Override
    public void change(String externalId, Order order) {
        asked(() -> http.put()
                .uri(ROOT + "/" + path(order) + "/{id}", externalId)
                .body(order)
                .retrieve()
                .toBodilessEntity());
    }

    @Override
    public void pause(Level level, String externalId, boolean paused) {
        asked(() -> http.put()
                .uri(ROOT + "/" + path(level) + "/{id}/paused", externalId)
                .body(Map.of("paused", paused))
                .retrieve()
                .toBodilessEntity());
    }

    @Override
    public List<Review> reviews(String account) {
        return asked(() -> http.get()
                .uri(ROOT + "/reviews?account={account}", account)
                .retrieve()
                .body(new ParameterizedTypeReference<List<Review>>() {}));
    }

    @Override
    public List<Hour> reports(String account, long after) {
        return asked(() -> http.get()
                .uri(ROOT + "/reports?account={account}&after={after}", account, after)
                .retrieve()
                .body(new ParameterizedTypeReference<List<Hour>>() {}));
    }

    @Override
    public Map<String, Long> reach(String account, Map<String, List<String>> sets) {
        return asked(() -> http.post()
                .uri(ROOT + "/reach?account={account}", account)
                .body(sets)
                .retrieve()
                .body(new ParameterizedTypeReference<Map<String, Long>>() {}));
    }

    /** What time it is in the practice world. */
    public Instant now() {
        return asked(() -> http.get().uri("/clock").retrieve().body(Time.class)).now();
    }

    /** Moves the practice clock on; the answer comes when all hours have passed. */
    public Instant move(int hours) {
        return asked(() -> http.post()
                        .uri("/clock/move")
                        .body(Map.of("hours", hours))
                        .retrieve()
                        .body(Time.class))
                .now();
    }

    private record Created(String id) {}

    private record Time(Instant now) {}

    private static String path(Order order) {
        if (order instanceof CampaignOrder) {
            return path(Level.CAMPAIGN);
        }
        return path(order instanceof AdGroupOrder ? Level.AD_GROUP : Level.AD);
    }

    private static String path(Level level) {
        return switch (level) {
            case CAMPAIGN -> "campaigns";
            case AD_GROUP -> "ad-groups";
            case AD -> "ads";
        };
    }

    private static <T> T asked(Supplier<T> call) {
        try {
            return Objects.requireNonNull(call.get());
        } catch (ResourceAccessException | HttpServerErrorException e) {
            throw new NetworkAway(NAME, e);
        } catch (HttpClientErrorException e) {
            ProblemDetail problem = e.getResponseBodyAs(ProblemDetail.class);
            throw new NetworkRefused(
                    NAME, problem == null || problem.getDetail() == null ? e.getStatusText() : problem.getDetail());
        }
    }
}
