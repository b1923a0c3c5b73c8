package app.tidewrack.server.audience;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.connector.Offers.Overlaps;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.network.NearestAudience;
import app.tidewrack.core.network.NearestAudience.Difference;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.audience.AudienceController.SizeBody;
import app.tidewrack.server.audience.AudienceLibrary.Audience;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.source.SourceTerms;
import app.tidewrack.server.web.AsksOnly;
import app.tidewrack.server.web.NotFound;
import jakarta.validation.Valid;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Audiences beside each other: on other networks, and by the people they share. */
@RestController
@RequestMapping("/api/clients/{clientId}/audiences")
@RequiredArgsConstructor
class ComparisonController {
    private static final int MOST_COMPARED = 60;

    private final AudienceLibrary library;
    private final AudienceSizes sizes;
    private final LeaveOut leaveOut;
    private final Accounts accounts;
    private final ClientMapper clients;
    private final Networks networks;
    private final SourceTerms sources;

    /**
     * The audience as one of the client's accounts can take it.
     *
     * @param definition null when the network is in none of its countries
     * @param size null when there is no such audience, or the network is away
     * @param problem why there is no size
     */
    record Side(
            String accountId,
            String network,
            String networkName,
            @Nullable AudienceDefinition definition,
            @Nullable AudienceSize size,
            List<Difference> differences,
            @Nullable String problem) {}

    /** The same definition on all of the client's accounts. */
    @AsksOnly
    @PostMapping("/sides")
    List<Side> sides(@PathVariable String clientId, @Valid @RequestBody SizeBody body) {
        Account home = accounts.account(clientId, body.accountId());
        return clients.accounts(clientId).stream()
                .map(a -> side(clientId, home, a, body.definition()))
                .toList();
    }

    private Side side(String clientId, Account home, Account account, AudienceDefinition asked) {
        Rulebook rulebook = networks.rulebook(account.network());
        NearestAudience nearest = NearestAudience.of(
                asked,
                rulebook.audience(),
                networks.placeWords(home.network()),
                sources.words(clientId, home.network()));
        AudienceDefinition found = nearest.audience();
        AudienceSize size = null;
        String problem = null;
        try {
            size = found == null
                    ? null
                    : sizes.of(clientId, account, List.of(found)).get(0);
        } catch (NetworkAway | NetworkRefused | Refusal e) {
            problem = e.getMessage();
        }
        return new Side(account.id(), account.network(), rulebook.name(), found, size, nearest.differences(), problem);
    }

    record OverlapBody(String accountId, List<String> audienceIds) {}

    /** How many people chosen audiences share on one account's network; each as near as that network can take it. */
    @AsksOnly
    @PostMapping("/overlaps")
    Overlaps overlaps(@PathVariable String clientId, @Valid @RequestBody OverlapBody body) {
        if (body.audienceIds().size() > MOST_COMPARED) {
            throw new Refusal(
                    "audienceIds",
                    "There are %d audiences; %d are compared at most."
                            .formatted(body.audienceIds().size(), MOST_COMPARED),
                    "Choose fewer.");
        }
        Account account = accounts.account(clientId, body.accountId());
        Map<String, Audience> audiences = library.byId(clientId);
        List<AudienceDefinition> definitions = body.audienceIds().stream()
                .map(id -> Optional.ofNullable(audiences.get(id)).orElseThrow(() -> new NotFound("audience", id)))
                .map(a -> on(account, a))
                .toList();
        return sizes.overlaps(clientId, account, definitions);
    }

    private AudienceDefinition on(Account account, Audience audience) {
        AudienceDefinition found = NearestAudience.of(
                        audience.definition(),
                        networks.rulebook(account.network()).audience(),
                        place -> place,
                        Object::toString)
                .audience();
        if (found == null) {
            throw new Refusal(
                    "audienceIds",
                    "%s is in no country of this network.".formatted(audience.name()),
                    "Leave it out of the comparison.");
        }
        return found;
    }

    record LeaveOutBody(String accountId, AudienceDefinition definition, String otherId) {}

    /** The audience without those of another, losing as few others as it can. */
    @AsksOnly
    @PostMapping("/left-out")
    LeaveOut.Found leaveOut(@PathVariable String clientId, @Valid @RequestBody LeaveOutBody body) {
        return leaveOut.find(
                clientId,
                accounts.account(clientId, body.accountId()),
                body.definition(),
                library.byId(clientId, body.otherId()));
    }
}
