package app.tidewrack.server.audience;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceDefinition.Step;
import app.tidewrack.core.audience.Circle;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.audience.NarrowingLadder;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.network.AudienceOffer;
import app.tidewrack.core.network.OfferedAudience;
import app.tidewrack.server.audience.AudienceLibrary.Audience;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.network.NetworkConnector;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.web.NotFound;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import org.jspecify.annotations.Nullable;
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
class AudienceController {
    private final AudienceLibrary library;
    private final ClientMapper clients;
    private final Networks networks;

    AudienceController(AudienceLibrary library, ClientMapper clients, Networks networks) {
        this.library = library;
        this.clients = clients;
        this.networks = networks;
    }

    record PlaceBody(long cityId, @NotNull String name, double latitude, double longitude, int radiusKm) {}

    record DefinitionBody(
            @NotNull String country,
            @NotNull @Valid List<PlaceBody> places,
            @Nullable Integer ageFrom,
            @Nullable Integer ageTo,
            @NotNull Gender gender,
            @NotNull List<@NotNull String> interests) {}

    /** @param accountId the account whose network sizes it */
    record AudienceBody(
            @NotNull String accountId,
            @NotNull String name,
            int version,
            @NotNull @Valid DefinitionBody definition) {}

    record SizeBody(
            @NotNull String accountId, @NotNull @Valid DefinitionBody definition) {}

    @GetMapping
    List<Audience> all(@PathVariable String clientId) {
        return library.all(clientId);
    }

    @PostMapping
    Audience add(@PathVariable String clientId, @Valid @RequestBody AudienceBody body) {
        String network = network(clientId, body.accountId());
        return library.add(clientId, body.name(), definition(body.definition(), network), networks.connector(network));
    }

    @PutMapping("/{id}")
    Audience change(@PathVariable String clientId, @PathVariable String id, @Valid @RequestBody AudienceBody body) {
        String network = network(clientId, body.accountId());
        return library.change(
                clientId,
                id,
                body.version(),
                body.name(),
                definition(body.definition(), network),
                networks.connector(network));
    }

    @DeleteMapping("/{id}")
    void remove(@PathVariable String clientId, @PathVariable String id) {
        library.remove(clientId, id);
    }

    /** The size after each step, by the network. */
    @PostMapping("/size")
    NarrowingLadder size(@PathVariable String clientId, @Valid @RequestBody SizeBody body) {
        String network = network(clientId, body.accountId());
        List<Step> steps = definition(body.definition(), network).steps();
        NetworkConnector connector = networks.connector(network);
        return NarrowingLadder.of(
                steps, connector.sizes(steps.stream().map(Step::soFar).toList()));
    }

    private String network(String clientId, String accountId) {
        return clients.account(clientId, accountId)
                .orElseThrow(() -> new NotFound("account", accountId))
                .network();
    }

    private AudienceDefinition definition(DefinitionBody body, String network) {
        AudienceOffer offer = networks.rulebook(network).audience();
        List<Circle> circles = body.places().stream()
                .map(p -> new Circle(p.cityId(), p.name(), body.country(), p.latitude(), p.longitude(), p.radiusKm()))
                .toList();
        AgeRange ages = body.ageFrom() == null && body.ageTo() == null
                ? null
                : new AgeRange(
                        body.ageFrom() == null ? offer.youngest() : body.ageFrom(),
                        body.ageTo() == null ? offer.oldest() : body.ageTo());
        AudienceDefinition definition = AudienceDefinition.everyoneIn(
                        circles.isEmpty() ? Places.inCountries(body.country()) : Places.around(circles))
                .aged(ages)
                .of(body.gender())
                .interestedIn(body.interests());
        OfferedAudience.require(definition, offer);
        return definition;
    }
}
