package app.tidewrack.server.audience;

import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.connector.Offers.Question;
import app.tidewrack.connector.Offers.RelatedTopic;
import app.tidewrack.connector.Offers.Topic;
import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.audience.AudienceController.SizeBody;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.network.Networks;
import jakarta.validation.Valid;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
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
class InterestLayers {
    /** As common among the people as elsewhere or less: no sign of a shared taste. */
    private static final double LEAST_LIFT = 1.15;

    private static final int MOST_CLOSE = 6;
    private static final int MOST_TASTE = 12;

    private final AudienceSizes sizes;
    private final Accounts accounts;
    private final Networks networks;

    InterestLayers(AudienceSizes sizes, Accounts accounts, Networks networks) {
        this.sizes = sizes;
        this.accounts = accounts;
        this.networks = networks;
    }

    /** @param topics of the layer, those of the audience itself without a lift */
    record Layer(String name, List<LayerTopic> topics, AudienceDefinition definition, AudienceSize size) {}

    record LayerTopic(String code, String words, double lift) {}

    /** Topics by their lift among those who like the audience's, where it is. */
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
    @PostMapping("/audiences/layers")
    List<Layer> layers(@PathVariable String clientId, @Valid @RequestBody SizeBody body) {
        Account account = accounts.account(clientId, body.accountId());
        AudienceDefinition direct = body.definition();
        List<RelatedTopic> related = related(connector(clientId, body.accountId()), direct);
        List<Term> own = interests(direct);
        Map<String, String> kinds =
                networks.topics(account.network()).stream().collect(Collectors.toMap(Topic::code, Topic::group));
        Set<String> ownKinds =
                own.stream().map(t -> kinds.getOrDefault(t.code(), "")).collect(Collectors.toSet());
        List<RelatedTopic> close = related.stream()
                .filter(t -> t.lift() >= LEAST_LIFT && ownKinds.contains(kinds.getOrDefault(t.code(), "?")))
                .limit(MOST_CLOSE)
                .toList();
        List<RelatedTopic> taste = related.stream()
                .filter(t -> t.lift() >= LEAST_LIFT && !ownKinds.contains(kinds.getOrDefault(t.code(), "?")))
                .limit(MOST_TASTE)
                .toList();
        if (close.isEmpty() || taste.isEmpty()) {
            throw new Refusal(
                    "conditions",
                    "No topics %s are %s times as common among these people."
                            .formatted(close.isEmpty() ? "of their kind" : "of other kinds", LEAST_LIFT),
                    "Choose narrower topics.");
        }
        List<AudienceDefinition> definitions =
                List.of(direct, layer(direct, close, own), layer(direct, taste, join(own, terms(close))));
        List<AudienceSize> told = sizes.of(clientId, account, definitions);
        List<LayerTopic> ownTopics = own.stream()
                .map(t -> new LayerTopic(
                        t.code(), networks.termWords(account.network()).apply(t), 0))
                .toList();
        return List.of(
                new Layer("direct", ownTopics, definitions.get(0), told.get(0)),
                new Layer("close", topics(close), definitions.get(1), told.get(1)),
                new Layer("shared taste", topics(taste), definitions.get(2), told.get(2)));
    }

    private NetworkConnector connector(String clientId, String accountId) {
        return networks.connector(accounts.account(clientId, accountId).network());
    }

    private static List<RelatedTopic> related(NetworkConnector connector, AudienceDefinition definition) {
        List<String> topics = interests(definition).stream().map(Term::code).toList();
        if (topics.isEmpty()) {
            throw new Refusal("conditions", "The audience names no interest.", "Choose one to find those near it.");
        }
        return connector.related(definition.places(), topics);
    }

    private static List<Term> interests(AudienceDefinition definition) {
        return definition.conditions().stream()
                .flatMap(c -> c.terms().stream())
                .filter(t -> t.kind() == TermKind.INTEREST)
                .toList();
    }

    /** The audience with other interests, and without those of the layers within. */
    private static AudienceDefinition layer(AudienceDefinition direct, List<RelatedTopic> topics, List<Term> within) {
        List<AnyOf> conditions = new ArrayList<>(direct.conditions().stream()
                .filter(c -> c.terms().stream().noneMatch(t -> t.kind() == TermKind.INTEREST))
                .toList());
        conditions.add(new AnyOf(terms(topics)));
        return new AudienceDefinition(
                direct.places(),
                direct.placesLeftOut(),
                direct.presence(),
                direct.ages(),
                direct.gender(),
                conditions,
                join(direct.leftOut(), within));
    }

    private static List<Term> terms(List<RelatedTopic> topics) {
        return topics.stream().map(t -> Term.interest(t.code())).toList();
    }

    private static List<LayerTopic> topics(List<RelatedTopic> topics) {
        return topics.stream()
                .map(t -> new LayerTopic(t.code(), t.words(), t.lift()))
                .toList();
    }

    private static List<Term> join(List<Term> some, List<Term> more) {
        return Stream.concat(some.stream(), more.stream()).toList();
    }
}
