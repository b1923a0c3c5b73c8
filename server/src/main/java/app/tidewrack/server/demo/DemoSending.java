package app.tidewrack.server.demo;

import app.tidewrack.server.lead.LeadSending;
import app.tidewrack.server.lead.LeadSending.WebhookView;
import java.util.Map;
import java.util.Objects;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import org.springframework.web.client.RestClient;

/** Sends the demo's leads on to the lead receiver that ships beside the practice network. */
@Component
class DemoSending {
    private final LeadSending sending;
    private final String address;
    private final String accessKey;

    DemoSending(
            LeadSending sending,
            @Value("${tidewrack.practice.address}") String address,
            @Value("${tidewrack.practice.access-key}") String accessKey) {
        this.sending = sending;
        this.address = address;
        this.accessKey = accessKey;
    }

    void start(String client) {
        WebhookView view = sending.set(client, address + "/receiver/" + client, true);
        RestClient.create(address)
                .put()
                .uri("/receiver/{name}/secret", client)
                .header("X-Access-Key", accessKey)
                .body(Map.of("secret", Objects.requireNonNull(view.secret())))
                .retrieve()
                .toBodilessEntity();
    }
}
