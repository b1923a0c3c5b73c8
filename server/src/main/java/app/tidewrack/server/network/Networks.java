package app.tidewrack.server.network;

import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.Rulebook.Choice;
import app.tidewrack.server.network.NetworkConnector.Topic;
import app.tidewrack.server.network.NetworkMapper.Kept;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * The networks that clients can have accounts on. Rulebooks, topics and the practice time are remembered, so plans open
 * and check while a network is away.
 */
@Service
public class Networks {
    private static final Duration FRESH = Duration.ofMinutes(5);
    private static final Duration ASK_AGAIN = Duration.ofSeconds(10);
    private static final String CODE = "HS";

    private final PracticeNetwork practice;
    private final NetworkMapper mapper;
    private final JsonMapper json;
    private final TransactionTemplate remembering;
    private volatile Offer offer = new Offer(null, List.of(), Instant.MIN);

    private volatile Instant keptNow = Instant.MIN;

    Networks(PracticeNetwork practice, NetworkMapper mapper, JsonMapper json, PlatformTransactionManager transactions) {
        this.practice = practice;
        this.mapper = mapper;
        this.json = json;
        // What is remembered is kept whether or not the request that asked for it goes through, or may write at all.
        remembering = new TransactionTemplate(transactions);
        remembering.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
    }

    private record Offer(@Nullable Rulebook rulebook, List<Topic> topics, Instant readAt) {}

    public NetworkConnector connector(String code) {
        requireKnown(code);
        return practice;
    }

    /** @throws NetworkAway when the network has never been reached */
    public Rulebook rulebook(String code) {
        requireKnown(code);
        Rulebook rulebook = offer().rulebook();
        if (rulebook == null) {
            throw new IllegalStateException("An offer is read before it is told");
        }
        return rulebook;
    }

    public List<Topic> topics(String code) {
        requireKnown(code);
        return offer().topics();
    }

    /** The words of each topic, by its code. */
    public Function<String, String> topicWords(String code) {
        var words = topics(code).stream().collect(Collectors.toMap(Topic::code, Topic::words));
        return topic -> words.getOrDefault(topic, topic);
    }

    /** The name of each country, by its code. */
    public Function<String, String> countryWords(String code) {
        var words =
                rulebook(code).audience().countries().stream().collect(Collectors.toMap(Choice::code, Choice::words));
        return country -> words.getOrDefault(country, country);
    }

    /** The practice time, or the last that was seen while the network is away. */
    public Instant now() {
        try {
            Instant now = practice.now();
            if (!now.equals(keptNow)) {
                remembering.executeWithoutResult(t -> mapper.keepNow(now));
                keptNow = now;
            }
            return now;
        } catch (NetworkAway away) {
            return mapper.keptNow().orElseThrow(() -> away);
        }
    }

    private Offer offer() {
        if (offer.readAt().isBefore(Instant.now().minus(FRESH))) {
            offer = read();
        }
        return offer;
    }

    private Offer read() {
        try {
            Offer read = new Offer(practice.rulebook(), practice.topics(), Instant.now());
            remembering.executeWithoutResult(t -> mapper.keep(
                    CODE, json.writeValueAsString(read.rulebook()), json.writeValueAsString(read.topics())));
            return read;
        } catch (NetworkAway away) {
            Kept kept = mapper.kept(CODE).orElseThrow(() -> away);
            return new Offer(
                    json.readValue(kept.rulebook(), Rulebook.class),
                    json.readValue(kept.topics(), new TypeReference<List<Topic>>() {}),
                    Instant.now().minus(FRESH).plus(ASK_AGAIN));
        }
    }

    private static void requireKnown(String code) {
        if (!code.equals(CODE)) {
            throw new IllegalArgumentException("No connector for network " + code);
        }
    }
}
