package app.tidewrack.connector.practice;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.NetworkRefused;
import java.time.Duration;
import java.util.Map;
import java.util.Objects;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ProblemDetail;
import org.springframework.web.client.HttpClientErrorException;
import org.springframework.web.client.HttpServerErrorException;
import org.springframework.web.client.ResourceAccessException;
import org.springframework.web.client.RestClientException;

/** What answers mean: believed, to be asked for again, or refused for good. */
final class Answers {
    private static final long LONGEST_WAIT = 3600;
    private static final Duration USUAL_WAIT = Duration.ofSeconds(5);

    private Answers() {}

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
            throw refused(network, e);
        } catch (RestClientException e) {
            // An answer that broke off half way, or that says nothing.
            throw new NetworkAway(network, e);
        }
    }

    /** Seconds of the header {@code Retry-After} (RFC 9110, 10.2.3), at most an hour; a usual wait where it says none. */
    private static Duration retryAfter(@Nullable HttpHeaders headers) {
        String told = headers == null ? null : headers.getFirst(HttpHeaders.RETRY_AFTER);
        return told == null || !told.strip().matches("\\d{1,6}")
                ? USUAL_WAIT
                : Duration.ofSeconds(Math.min(LONGEST_WAIT, Long.parseLong(told.strip())));
    }

    private static NetworkRefused refused(String network, HttpClientErrorException e) {
        String usual = "it answered %d.".formatted(e.getStatusCode().value());
        try {
            ProblemDetail problem = e.getResponseBodyAs(ProblemDetail.class);
            if (problem == null) {
                return new NetworkRefused(network, usual, null);
            }
            Map<String, Object> properties = Objects.requireNonNullElse(problem.getProperties(), Map.of());
            return new NetworkRefused(
                    network,
                    Objects.requireNonNullElse(problem.getDetail(), usual),
                    properties.get("field") instanceof String field ? field : null);
        } catch (RestClientException garbage) {
            return new NetworkRefused(network, usual, null);
        }
    }
}
