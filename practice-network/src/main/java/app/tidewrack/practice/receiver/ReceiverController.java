package app.tidewrack.practice.receiver;

import app.tidewrack.practice.receiver.LeadReceiver.Received;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The lead receiver: leads come in without a key but signed; all else is for the console. */
@RestController
@RequestMapping("/receiver")
@RequiredArgsConstructor
class ReceiverController {
    private final LeadReceiver receiver;

    record Inbox(String name, List<Received> received) {}

    @GetMapping
    List<Inbox> inboxes() {
        return receiver.names().stream()
                .map(n -> new Inbox(n, receiver.received(n)))
                .toList();
    }

    @PostMapping("/{name}")
    ResponseEntity<Void> take(
            @PathVariable String name,
            @RequestHeader(name = "X-Tidewrack-Time", defaultValue = "") String time,
            @RequestHeader(name = "X-Tidewrack-Signature", defaultValue = "") String signature,
            @RequestBody String body) {
        return ResponseEntity.status(receiver.take(name, time, signature, body)).build();
    }

    record SecretBody(String secret) {}

    @PutMapping("/{name}/secret")
    void secret(@PathVariable String name, @RequestBody SecretBody body) {
        receiver.secret(name, body.secret());
    }

    record FailingBody(int times) {}

    @PutMapping("/{name}/failing")
    void fail(@PathVariable String name, @RequestBody FailingBody body) {
        receiver.fail(name, body.times());
    }
}
