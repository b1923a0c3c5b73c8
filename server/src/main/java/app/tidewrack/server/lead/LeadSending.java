package app.tidewrack.server.lead;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.lead.LeadMapper.Due;
import app.tidewrack.server.lead.LeadMapper.Logged;
import app.tidewrack.server.lead.LeadMapper.Webhook;
import app.tidewrack.server.lead.Leads.Answer;
import app.tidewrack.server.lead.Leads.Lead;
import app.tidewrack.server.web.NotFound;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import com.github.kagkarlsson.scheduler.task.schedule.FixedDelay;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpClient.Redirect;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse.BodyHandlers;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** Sends new leads on to where a client wants them, signed, again and again until they are taken or too often refused. */
@Service
@RequiredArgsConstructor
public class LeadSending {
    static final String TIME = "X-Tidewrack-Time";
    static final String SIGNATURE = "X-Tidewrack-Signature";

    private static final int EVERY_SECONDS = 2;
    private static final int MOST_TRIES = 8;
    private static final int FIRST_WAIT_SECONDS = 5;
    private static final int LONGEST_WAIT_SECONDS = 3600;
    private static final Duration PATIENCE = Duration.ofSeconds(10);
    private static final int SECRET_BYTES = 32;

    private final LeadMapper mapper;
    private final Leads leads;
    private final OutwardAddress addresses;
    private final JsonMapper json;
    private final SecureRandom random = new SecureRandom();
    private final HttpClient http = HttpClient.newBuilder()
            .connectTimeout(PATIENCE)
            .followRedirects(Redirect.NEVER)
            .build();

    @Configuration
    static class Definition {
        @Bean
        Task<Void> sendLeads(ObjectProvider<LeadSending> sending) {
            return Tasks.recurring("send-leads", FixedDelay.ofSeconds(EVERY_SECONDS))
                    .execute((instance, context) -> sending.getObject().sendDue());
        }
    }

    /**
     * @param url empty when nothing is set up
     * @param secret only in the answer to the call that made it; null at all other times
     */
    public record WebhookView(
            String url, boolean active, @Nullable String secret, List<Logged> log) {}

    WebhookView view(String clientId) {
        return mapper.webhook(clientId)
                .map(w -> new WebhookView(w.url(), w.active(), null, mapper.log(clientId)))
                .orElse(new WebhookView("", false, null, List.of()));
    }

    /**
     * Sets where leads go. A new address gets a new secret, which is told once.
     *
     * @throws Refusal when leads may not be sent there
     */
    public WebhookView set(String clientId, String url, boolean active) {
        URI uri = addresses.require(url);
        Webhook known = mapper.webhook(clientId).orElse(null);
        byte[] fresh = new byte[SECRET_BYTES];
        random.nextBytes(fresh);
        boolean same = known != null && known.url().equals(uri.toString());
        String secret = known != null && same ? known.secret() : HexFormat.of().formatHex(fresh);
        mapper.keepWebhook(clientId, new Webhook(uri.toString(), secret, active));
        return new WebhookView(uri.toString(), active, same ? null : secret, mapper.log(clientId));
    }

    /** Puts a lead in the queue again, from the first try. */
    void again(String clientId, String leadId) {
        leads.lead(clientId, leadId);
        if (mapper.webhook(clientId).isEmpty()) {
            throw new NotFound("webhook", clientId);
        }
        mapper.again(clientId, leadId);
    }

    void sendDue() {
        List<Due> due;
        do {
            due = mapper.claim();
            due.forEach(this::send);
        } while (!due.isEmpty());
    }

    private void send(Due due) {
        Webhook webhook = mapper.webhook(due.clientId()).orElse(null);
        if (webhook == null || !webhook.active()) {
            mapper.tried(due.clientId(), due.leadId(), "FAILED", null, "Sending is off.", 0);
            return;
        }
        Integer status = null;
        String problem = null;
        try {
            status = post(webhook, body(due.clientId(), leads.lead(due.clientId(), due.leadId())));
            problem = status >= 200 && status < 300 ? null : "The receiver answered %d.".formatted(status);
        } catch (Refusal refused) {
            problem = refused.getMessage();
        } catch (IOException e) {
            problem = "The receiver did not answer.";
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            problem = "The server was stopped meanwhile.";
        }
        String state = problem == null ? "SENT" : due.tries() < MOST_TRIES ? "WAITING" : "FAILED";
        mapper.tried(due.clientId(), due.leadId(), state, status, problem, wait(due.tries()));
    }

    /** Each wait is three times the one before. */
    private static long wait(int tries) {
        return Math.min(LONGEST_WAIT_SECONDS, (long) (FIRST_WAIT_SECONDS * Math.pow(3, tries - 1.0)));
    }

    private int post(Webhook webhook, String body) throws IOException, InterruptedException {
        long seconds = Instant.now().getEpochSecond();
        HttpRequest request = HttpRequest.newBuilder(addresses.require(webhook.url()))
                .timeout(PATIENCE)
                .header("Content-Type", "application/json")
                .header(TIME, String.valueOf(seconds))
                .header(SIGNATURE, LeadSignature.of(webhook.secret(), seconds, body))
                .POST(BodyPublishers.ofString(body))
                .build();
        return http.send(request, BodyHandlers.discarding()).statusCode();
    }

    private String body(String clientId, Lead lead) {
        Map<String, Object> body = new LinkedHashMap<>();
        body.put("id", lead.id());
        body.put("client", clientId);
        body.put("kind", lead.kind());
        body.put("form", lead.form());
        body.put("ad", lead.ad());
        body.put("cameAt", lead.cameAt().toString());
        body.put(
                "answers",
                lead.answers().stream()
                        .collect(Collectors.toMap(Answer::key, Answer::answer, (a, b) -> a, LinkedHashMap::new)));
        body.put("lines", lead.lines());
        return json.writeValueAsString(body);
    }
}
