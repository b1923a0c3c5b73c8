package app.tidewrack.practice.creative;

import app.tidewrack.practice.Created;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import lombok.RequiredArgsConstructor;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Media, creatives, forms and senders. */
@RestController
@RequestMapping("/networks/{network}")
@RequiredArgsConstructor
class CreativeController {
    private final CreativeDesk desk;

    @PutMapping(path = "/media/{sha}", consumes = "application/octet-stream")
    Medium medium(@PathVariable String network, @PathVariable String sha, HttpServletRequest request)
            throws IOException {
        return desk.keep(sha, request.getInputStream());
    }

    @PostMapping("/creatives")
    Created create(
            @PathVariable String network, @RequestHeader(Created.KEY) String key, @RequestBody CreativeOrder order) {
        return new Created(desk.create(network, key, order));
    }

    @GetMapping("/creatives/{id}")
    CreativeOrder creative(@PathVariable String network, @PathVariable String id) {
        return desk.creative(network, id);
    }

    @DeleteMapping("/creatives/{id}")
    void remove(@PathVariable String network, @PathVariable String id) {
        desk.remove(network, id);
    }

    @PostMapping("/forms")
    Created create(@PathVariable String network, @RequestHeader(Created.KEY) String key, @RequestBody FormOrder form) {
        return new Created(desk.create(network, key, form));
    }

    @GetMapping("/forms/{id}")
    FormOrder form(@PathVariable String network, @PathVariable String id) {
        return desk.form(network, id);
    }

    @PutMapping("/forms/{id}")
    void change(@PathVariable String network, @PathVariable String id, @RequestBody FormOrder form) {
        desk.change(network, id, form);
    }

    @DeleteMapping("/forms/{id}")
    void removeForm(@PathVariable String network, @PathVariable String id) {
        desk.removeForm(network, id);
    }

    record SenderAsked(String name, boolean agreed) {}

    record SenderBody(String name) {}

    @PostMapping("/accounts/{account}/senders")
    SenderAsked ask(@PathVariable String network, @PathVariable String account, @RequestBody SenderBody body) {
        return new SenderAsked(body.name(), desk.askSender(network, account, body.name()));
    }
}
