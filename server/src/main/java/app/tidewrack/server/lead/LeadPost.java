package app.tidewrack.server.lead;

import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.net.URI;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import org.apache.hc.client5.http.classic.methods.HttpPost;
import org.apache.hc.client5.http.config.ConnectionConfig;
import org.apache.hc.client5.http.config.RequestConfig;
import org.apache.hc.client5.http.impl.classic.CloseableHttpClient;
import org.apache.hc.client5.http.impl.classic.HttpClients;
import org.apache.hc.client5.http.impl.io.PoolingHttpClientConnectionManagerBuilder;
import org.apache.hc.core5.http.ContentType;
import org.apache.hc.core5.http.io.entity.StringEntity;
import org.apache.hc.core5.util.Timeout;
import org.springframework.stereotype.Component;

/** Posts to receivers: to addresses that are looked at as they are connected to, following no one elsewhere, and within a time. */
@Component
class LeadPost {
    private static final Timeout PATIENCE = Timeout.ofSeconds(10);

    /** A receiver that answers a byte now and then is given up in the end. */
    private static final int LONGEST_SECONDS = 20;

    private static final int MOST_AT_ONCE = 64;

    private final ScheduledExecutorService watch = Executors.newSingleThreadScheduledExecutor(work -> {
        Thread thread = new Thread(work, "lead-watch");
        thread.setDaemon(true);
        return thread;
    });
    private final CloseableHttpClient http;

    LeadPost(OutwardAddress addresses) {
        http = HttpClients.custom()
                .setConnectionManager(PoolingHttpClientConnectionManagerBuilder.create()
                        .setDnsResolver(addresses)
                        .setMaxConnTotal(MOST_AT_ONCE)
                        .setDefaultConnectionConfig(ConnectionConfig.custom()
                                .setConnectTimeout(PATIENCE)
                                .setSocketTimeout(PATIENCE)
                                .build())
                        .build())
                .setDefaultRequestConfig(RequestConfig.custom()
                        .setConnectionRequestTimeout(PATIENCE)
                        .setResponseTimeout(PATIENCE)
                        .build())
                .disableRedirectHandling()
                .disableAutomaticRetries()
                .disableCookieManagement()
                .disableContentCompression()
                .build();
    }

    /**
     * @return the status of the answer, whose content is left unread
     * @throws IOException when there is none in time
     */
    int post(URI to, Map<String, String> headers, String body) throws IOException {
        HttpPost post = new HttpPost(to);
        headers.forEach(post::setHeader);
        post.setEntity(new StringEntity(body, ContentType.APPLICATION_JSON));
        ScheduledFuture<?> end = watch.schedule(post::cancel, LONGEST_SECONDS, TimeUnit.SECONDS);
        try {
            return http.execute(post, response -> {
                // Read to its end it might go on for ever; broken off, it is no use for another.
                response.close();
                return response.getCode();
            });
        } finally {
            end.cancel(false);
        }
    }

    @PreDestroy
    void close() throws IOException {
        watch.shutdownNow();
        http.close();
    }
}
