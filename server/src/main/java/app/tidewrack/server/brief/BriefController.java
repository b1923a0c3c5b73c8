package app.tidewrack.server.brief;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.SubjectFit;
import app.tidewrack.core.network.SubjectFit.Breach;
import app.tidewrack.server.brief.BriefLibrary.KeptBrief;
import app.tidewrack.server.brief.BriefReckoner.Reckoning;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.web.AsksOnly;
import jakarta.validation.Valid;
import java.util.List;
import java.util.Objects;
import lombok.RequiredArgsConstructor;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Briefs, and what their money can buy as they are typed. */
@RestController
@RequestMapping("/api/clients/{clientId}/briefs")
@RequiredArgsConstructor
class BriefController {
    private final BriefLibrary library;
    private final BriefReckoner reckoner;
    private final Accounts accounts;
    private final Networks networks;

    @GetMapping
    List<KeptBrief> all(@PathVariable String clientId) {
        return library.all(clientId);
    }

    @PostMapping
    KeptBrief add(@PathVariable String clientId, @Valid @RequestBody BriefBody body) {
        return library.add(clientId, body);
    }

    @PutMapping("/{id}")
    KeptBrief change(
            @PathVariable String clientId,
            @PathVariable String id,
            @RequestParam int version,
            @Valid @RequestBody BriefBody body) {
        return library.change(clientId, id, version, body);
    }

    @DeleteMapping("/{id}")
    void remove(@PathVariable String clientId, @PathVariable String id) {
        library.remove(clientId, id);
    }

    record AskedBody(String accountId, AudienceDefinition definition) {}

    /**
     * A brief whose regulated subject an audience breaks.
     *
     * @param subject its words
     */
    record Breached(String brief, String subject, List<Breach> breaches) {}

    /** What the regulated subjects of the client's briefs forbid of an audience on an account's network. */
    @AsksOnly
    @PostMapping("/breaches")
    List<Breached> breaches(@PathVariable String clientId, @Valid @RequestBody AskedBody body) {
        Rulebook rulebook =
                networks.rulebook(accounts.account(clientId, body.accountId()).network());
        return library.all(clientId).stream()
                .filter(b -> b.brief().subject() != null)
                .flatMap(b -> rulebook.subject(Objects.requireNonNull(b.brief().subject())).stream()
                        .map(s -> new Breached(
                                b.brief().name(),
                                s.words(),
                                SubjectFit.judge(body.definition(), s, rulebook.audience()))))
                .filter(b -> !b.breaches().isEmpty())
                .toList();
    }

    @AsksOnly
    @PostMapping("/reckoning")
    Reckoning reckon(@PathVariable String clientId, @Valid @RequestBody BriefBody body) {
        return reckoner.reckon(clientId, body.brief());
    }
}
