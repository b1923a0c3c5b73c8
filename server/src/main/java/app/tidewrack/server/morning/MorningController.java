package app.tidewrack.server.morning;

import app.tidewrack.core.need.Need;
import app.tidewrack.server.morning.MorningDesk.Asked;
import app.tidewrack.server.morning.MorningView.MorningClient;
import app.tidewrack.server.web.May;
import app.tidewrack.server.web.May.Who;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What needs a person: at all their clients, or at one. */
@RestController
@RequiredArgsConstructor
class MorningController {
    private final MorningDesk desk;

    @GetMapping("/api/morning")
    @May(Who.MEMBERS)
    MorningView morning(
            @RequestParam(defaultValue = "false") boolean mine,
            @RequestParam(required = false) @Size(max = 40) @Nullable String network,
            @RequestParam(required = false) Need.@Nullable Kind kind,
            @RequestParam(defaultValue = "false") boolean hidden,
            Principal person) {
        return desk.all(person.getName(), new Asked(mine, network, kind, hidden));
    }

    @GetMapping("/api/clients/{clientId}/morning")
    MorningClient morningOf(
            @PathVariable String clientId,
            @RequestParam(defaultValue = "false") boolean mine,
            @RequestParam(required = false) @Size(max = 40) @Nullable String network,
            @RequestParam(required = false) Need.@Nullable Kind kind,
            @RequestParam(defaultValue = "true") boolean hidden,
            Principal person) {
        return desk.one(person.getName(), clientId, new Asked(mine, network, kind, hidden));
    }

    record HiddenBody(
            @Size(min = 1, max = 60) String clientId,
            @Size(min = 1, max = 500) String key,
            boolean hidden) {}

    /** For the person alone; nobody else sees other lines by it. */
    @PutMapping("/api/morning/hidden")
    @May(Who.MEMBERS)
    void hide(@Valid @RequestBody HiddenBody body, Principal person) {
        desk.hide(person.getName(), body.clientId(), body.key(), body.hidden());
    }

    record OrderBody(@Size(max = 2000) List<@Pattern(regexp = "[A-Za-z0-9_-]{1,60}") String> clientIds) {}

    /** The person's own order of their clients; an empty one goes back to the most urgent first. */
    @PutMapping("/api/morning/order")
    @May(Who.MEMBERS)
    void arrange(@Valid @RequestBody OrderBody body, Principal person) {
        desk.arrange(person.getName(), body.clientIds());
    }
}
