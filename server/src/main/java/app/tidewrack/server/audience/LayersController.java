package app.tidewrack.server.audience;

import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.connector.Offers.Question;
import app.tidewrack.connector.Offers.RelatedTopic;
import app.tidewrack.connector.Offers.Topic;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.audience.InterestLayers;
import app.tidewrack.core.audience.InterestLayers.Related;
import app.tidewrack.core.audience.Term;
import app.tidewrack.server.audience.AudienceController.SizeBody;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.web.AsksOnly;
import jakarta.validation.Valid;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Topics near to those an audience is interested in, and the layers of audiences they make. */
@RestController
@RequestMapping("/api/clients/{clientId}")
@RequiredArgsConstructor
class LayersController {
    private final AudienceSizes sizes;
    private final Accounts accounts;
    private final Networks networks;

    /** @param topics of the layer, those of the audience itself without a lift */
    record Layer(String name, List<LayerTopic> topics, AudienceDefinition definition, AudienceSize size) {}

    record LayerTopic(String code, String words, double lift) {}

    /** Topics by their lift among those who like the audience's, where it is. */
    @AsksOnly
    @PostMapping("/audiences/related")
    List<RelatedTopic> related(@PathVariable String clientId, @Valid @RequestBody SizeBody body) {
        return related(connector(clientId, body.accountId()), body.definition());
    }

    /** Questions about a topic or branch that an ad can stand by. */
    @GetMapping("/accounts/{accountId}/questions")
    List<Question> questions(
            @PathVariable String clientId, @PathVariable String accountId, @RequestParam String topic) {
        return connector(clientId, accountId).questions(topic);
    }

    /**
     * Three audiences that exclude one another: who likes the topics themselves, who likes others of their kind, and who
     * only shares the taste; the last two by lift.
     */
    @AsksOnly
    @PostMapping("/audiences/layers")
    List<Layer> layers(@PathVariable String clientId, @Valid @RequestBody SizeBody body) {
        Account account = accounts.account(clientId, body.accountId());
        AudienceDefinition direct = body.definition();
        Map<String, RelatedTopic> related = related(connector(clientId, body.accountId()), direct).stream()
                .collect(Collectors.toMap(RelatedTopic::code, t -> t, (a, b) -> a, LinkedHashMap::new));
        Map<String, String> kinds =
                networks.topics(account.network()).stream().collect(Collectors.toMap(Topic::code, Topic::group));
        InterestLayers layers = InterestLayers.of(
                direct,
                related.values().stream()
                        .map(t -> new Related(t.code(), t.lift()))
                        .toList(),
                code -> kinds.getOrDefault(code, ""));
        List<AudienceDefinition> definitions = layers.definitions();
        List<AudienceSize> told = sizes.of(clientId, account, definitions);
        List<LayerTopic> ownTopics = InterestLayers.requireInterests(direct).stream()
                .map(t -> new LayerTopic(
                        t.code(), networks.termWords(account.network()).apply(t), 0))
                .toList();
        return List.of(
                new Layer("direct", ownTopics, definitions.get(0), told.get(0)),
                new Layer("close", topics(layers.close(), related), definitions.get(1), told.get(1)),
                new Layer("shared taste", topics(layers.taste(), related), definitions.get(2), told.get(2)));
    }

    private NetworkConnector connector(String clientId, String accountId) {
        return networks.connector(accounts.account(clientId, accountId).network());
    }

    private static List<RelatedTopic> related(NetworkConnector connector, AudienceDefinition definition) {
        List<String> topics = InterestLayers.requireInterests(definition).stream()
                .map(Term::code)
                .toList();
        return connector.related(definition.places(), topics);
    }

    private static List<LayerTopic> topics(List<Related> layer, Map<String, RelatedTopic> known) {
        return layer.stream()
                .map(t -> new LayerTopic(
                        t.code(), Objects.requireNonNull(known.get(t.code())).words(), t.lift()))
                .toList();
    }
}
