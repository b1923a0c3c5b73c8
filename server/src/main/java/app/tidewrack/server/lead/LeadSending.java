package app.tidewrack.server.lead;

import static java.nio.charset.StandardCharsets.UTF_8;

import app.tidewrack.core.patience.Backoff;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.job.Jobs;
import app.tidewrack.server.job.Rounds;
import app.tidewrack.server.job.Rounds.Round;
import app.tidewrack.server.lead.LeadMapper.Due;
import app.tidewrack.server.lead.LeadMapper.Logged;
import app.tidewrack.server.lead.LeadMapper.Webhook;
import app.tidewrack.server.lead.Leads.Answer;
import app.tidewrack.server.lead.Leads.Lead;
import app.tidewrack.server.lead.OutwardAddress.NotPublic;
import app.tidewrack.server.person.Sealed;
import app.tidewrack.server.web.NotFound;
import com.github.kagkarlsson.scheduler.task.Task;
import java.io.IOException;
import java.net.URI;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** Sends new leads on to where a client wants them, signed, again and again until they are taken or too often refused. */
@Service
@RequiredArgsConstructor
public class LeadSending {
    static final String TIME = "X-Tidewrack-Time";
    static final String SIGNATURE = "X-Tidewrack-Signature";

    private static final Duration EVERY = Duration.ofSeconds(2);
    private static final int MOST_TRIES = 8;
    private static final Backoff WAITS = new Backoff(Duration.ofSeconds(5), 3, Duration.ofHours(1));
    private static final int SECRET_BYTES = 32;

    private final LeadMapper mapper;
    private final Leads leads;
    private final OutwardAddress addresses;
    private final JsonMapper json;
    private final LeadPost post;
    private final Rounds rounds;
    private final Sealed sealed;
    private final SecureRandom random = new SecureRandom();

    @Configuration
    static class Definition {
        @Bean
        Task<Void> sendLeads(ObjectProvider<LeadSending> sending) {
            return Jobs.every("send-leads", EVERY, () -> sending.getObject().begin());
        }
    }

    /**
     * @param url empty when nothing is set up
     * @param secret only in the answer to the call that made it; null at all other times
     * @param failed how many leads could not be sent and are not tried any more
     */
    public record WebhookView(
            String url, boolean active, @Nullable String secret, long failed, List<Logged> log) {}

    WebhookView view(String clientId) {
        return mapper.webhook(clientId)
                .map(w -> view(clientId, w, null))
                .orElse(new WebhookView("", false, null, 0, List.of()));
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
        String secret = HexFormat.of().formatHex(fresh);
        byte[] kept = known != null && same ? known.sealed() : sealed.seal(secret.getBytes(UTF_8));
        Webhook webhook = new Webhook(uri.toString(), kept, active);
        mapper.keepWebhook(clientId, webhook);
        return view(clientId, webhook, same ? null : secret);
    }

    private WebhookView view(String clientId, Webhook webhook, @Nullable String secret) {
        return new WebhookView(webhook.url(), webhook.active(), secret, mapper.failed(clientId), mapper.log(clientId));
    }

    /** Puts a lead in the queue again, from the first try. */
    void again(String clientId, String leadId) {
        leads.lead(clientId, leadId);
        requireWebhook(clientId);
        mapper.again(clientId, leadId);
    }

    /** Puts all leads that failed in the queue again. */
    WebhookView againAll(String clientId) {
        requireWebhook(clientId);
        mapper.againAll(clientId);
        return view(clientId);
    }

    private void requireWebhook(String clientId) {
        if (mapper.webhook(clientId).isEmpty()) {
            throw new NotFound("webhook", clientId);
        }
    }

    private Round<String> round() {
        return new Round<>("Sending leads", clientId -> clientId, clientId -> clientId, this::send);
    }

    private void begin() {
        rounds.begin(round(), mapper.receiving());
    }

    /** What is due of every client, to the end. */
    void sendDue() {
        Rounds.through(round(), mapper.receiving());
    }

    /** One after another while the receiver takes them; one that does not is left alone for a while with all that waits for it. */
    private void send(String clientId) {
        Optional<Due> due = mapper.claim(clientId);
        while (due.isPresent() && sent(clientId, due.get())) {
            due = mapper.claim(clientId);
        }
    }

    private boolean sent(String clientId, Due due) {
        Webhook webhook = mapper.webhook(clientId).orElse(null);
        if (webhook == null || !webhook.active()) {
            mapper.tried(clientId, due.leadId(), "FAILED", null, "Sending is off.", 0);
            return true;
        }
        try {
            int status = post(webhook, body(clientId, leads.lead(clientId, due.leadId())));
            if (status >= 200 && status < 300) {
                mapper.tried(clientId, due.leadId(), "SENT", status, null, 0);
                return true;
            }
            later(clientId, due, status, "The receiver answered %d.".formatted(status));
        } catch (Refusal | NotPublic refused) {
            // An address that is not sent to stays so until somebody gives another.
            mapper.tried(clientId, due.leadId(), "FAILED", null, refused.getMessage(), 0);
            return true;
        } catch (IOException e) {
            later(clientId, due, null, "The receiver did not answer.");
        }
        return false;
    }

    private void later(String clientId, Due due, @Nullable Integer status, String problem) {
        long wait = WAITS.after(due.tries(), random).toSeconds();
        String state = due.tries() < MOST_TRIES ? "WAITING" : "FAILED";
        mapper.tried(clientId, due.leadId(), state, status, problem, wait);
        mapper.postpone(clientId, wait);
    }

    /**
     * Tells the receiver that leads which it was sent are to be erased.
     *
     * @return the status of its answer; 410 where nothing is sent on any more
     */
    int sendErasure(String clientId, List<String> ids) throws IOException {
        Webhook webhook = mapper.webhook(clientId).orElse(null);
        if (webhook == null) {
            return HttpStatus.GONE.value();
        }
        try {
            return post(webhook, json.writeValueAsString(Map.of("client", clientId, "kind", "ERASED", "ids", ids)));
        } catch (Refusal | NotPublic refused) {
            return HttpStatus.GONE.value();
        }
    }

    private int post(Webhook webhook, String body) throws IOException {
        long seconds = Instant.now().getEpochSecond();
        return post.post(
                addresses.allowed(webhook.url()),
                Map.of(
                        TIME,
                        String.valueOf(seconds),
                        SIGNATURE,
                        LeadSignature.of(new String(sealed.open(webhook.sealed()), UTF_8), seconds, body)),
                body);
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
