package app.tidewrack.practice.receiver;

import app.tidewrack.core.refusal.Refusal;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Takes leads into inboxes, each with a secret that is kept. Of what came, only what proves that it came is kept, and not for long. */
@Component
@RequiredArgsConstructor
class LeadReceiver {
    private static final int KEPT = 200;
    private static final int MOST_INBOXES = 100;
    private static final Duration AGE = Duration.ofMinutes(5);

    private final Map<String, Inbox> inboxes = new ConcurrentHashMap<>();
    private final InboxMapper mapper;
    private final JsonMapper json;

    /**
     * @param fields how many answers or lines of a chat it had; −1 when it could not be read
     * @param status what the sender was answered
     */
    record Received(Instant at, String id, boolean signed, int fields, int status) {}

    private static final class Inbox {
        private int failing;
        private final Deque<Received> received = new ArrayDeque<>();
    }

    private Inbox inbox(String name) {
        if (!inboxes.containsKey(name) && inboxes.size() >= MOST_INBOXES) {
            throw new Refusal("name", "There are %d inboxes.".formatted(MOST_INBOXES), "Use one of them.");
        }
        return inboxes.computeIfAbsent(name, n -> new Inbox());
    }

    void secret(String name, String secret) {
        inbox(name);
        mapper.keep(name, secret);
    }

    /** The next so many are answered with 503. */
    void fail(String name, int times) {
        Inbox inbox = inbox(name);
        synchronized (inbox) {
            inbox.failing = times;
        }
    }

    List<String> names() {
        return Stream.concat(inboxes.keySet().stream(), mapper.names().stream())
                .distinct()
                .sorted()
                .toList();
    }

    /** The newest first. */
    List<Received> received(String name) {
        Inbox inbox = inbox(name);
        synchronized (inbox) {
            return List.copyOf(inbox.received);
        }
    }

    /** @return the status that the sender is answered with: 200, 401 for a wrong signature or time, 503 while it fails */
    int take(String name, String time, String signature, String body) {
        Inbox inbox = inbox(name);
        synchronized (inbox) {
            boolean signed = signed(mapper.secret(name).orElse(""), time, signature, body);
            int status = !signed ? 401 : inbox.failing > 0 ? 503 : 200;
            inbox.failing = Math.max(0, status == 503 ? inbox.failing - 1 : inbox.failing);
            inbox.received.addFirst(received(body, signed, status));
            if (inbox.received.size() > KEPT) {
                inbox.received.removeLast();
            }
            return status;
        }
    }

    private Received received(String body, boolean signed, int status) {
        try {
            JsonNode lead = json.readTree(body);
            return new Received(
                    Instant.now(),
                    lead.path("id").asString(""),
                    signed,
                    lead.path("answers").size() + lead.path("lines").size(),
                    status);
        } catch (JacksonException e) {
            return new Received(Instant.now(), "", signed, -1, status);
        }
    }

    private static boolean signed(String secret, String time, String signature, String body) {
        if (secret.isEmpty() || !time.matches("\\d{1,12}")) {
            return false;
        }
        Duration age = Duration.between(Instant.ofEpochSecond(Long.parseLong(time)), Instant.now());
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(new SecretKeySpec(secret.getBytes(StandardCharsets.UTF_8), "HmacSHA256"));
            String due = HexFormat.of().formatHex(mac.doFinal((time + "\n" + body).getBytes(StandardCharsets.UTF_8)));
            boolean same = MessageDigest.isEqual(
                    due.getBytes(StandardCharsets.US_ASCII), signature.getBytes(StandardCharsets.UTF_8));
            return same && age.abs().compareTo(AGE) <= 0;
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("Every Java platform has HmacSHA256", e);
        }
    }
}
