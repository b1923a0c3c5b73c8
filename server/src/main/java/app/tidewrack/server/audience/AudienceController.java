package app.tidewrack.server.audience;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceDefinition.Step;
import app.tidewrack.core.audience.NarrowingLadder;
import app.tidewrack.core.network.OfferedAudience;
import app.tidewrack.server.audience.AudienceLibrary.Audience;
import app.tidewrack.server.audience.AudienceLibrary.Wanted;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.web.AsksOnly;
import jakarta.validation.Valid;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Audiences: listed, kept, and sized step by step as they are typed. */
@RestController
@RequestMapping("/api/clients/{clientId}/audiences")
@RequiredArgsConstructor
class AudienceController {
    private final AudienceLibrary library;
    private final AudienceSizes sizes;
    private final Accounts accounts;
    private final Networks networks;

    /** @param accountId the account whose network sizes it */
    record AudienceBody(String accountId, String name, int version, AudienceDefinition definition) {
        Wanted wanted() {
            return new Wanted(accountId, name, definition);
        }
    }

    record SizeBody(String accountId, AudienceDefinition definition) {}

    @GetMapping
    List<Audience> all(@PathVariable String clientId) {
        return library.all(clientId);
    }

    @PostMapping
    Audience add(@PathVariable String clientId, @Valid @RequestBody AudienceBody body) {
        return library.add(clientId, body.wanted());
    }

    /** All of them or none. */
    @PostMapping("/several")
    List<Audience> addSeveral(@PathVariable String clientId, @RequestBody List<@Valid AudienceBody> bodies) {
        return library.add(clientId, bodies.stream().map(AudienceBody::wanted).toList());
    }

    @PutMapping("/{id}")
    Audience change(@PathVariable String clientId, @PathVariable String id, @Valid @RequestBody AudienceBody body) {
        return library.change(clientId, id, body.version(), body.wanted());
    }

    @DeleteMapping("/{id}")
    void remove(@PathVariable String clientId, @PathVariable String id) {
        library.remove(clientId, id);
    }

    /** Rows of plans that talk to it. */
    @GetMapping("/{id}/uses")
    List<AudienceMapper.Use> uses(@PathVariable String clientId, @PathVariable String id) {
        return library.uses(clientId, id);
    }

    /** The size after each step, by the network. */
    @AsksOnly
    @PostMapping("/size")
    NarrowingLadder size(@PathVariable String clientId, @Valid @RequestBody SizeBody body) {
        Account account = accounts.account(clientId, body.accountId());
        OfferedAudience.require(
                body.definition(), networks.rulebook(account.network()).audience());
        List<Step> steps = body.definition().steps();
        return NarrowingLadder.of(
                steps,
                sizes.of(clientId, account, steps.stream().map(Step::soFar).toList()));
    }
}
