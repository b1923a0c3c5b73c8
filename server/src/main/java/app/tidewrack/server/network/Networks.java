package app.tidewrack.server.network;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.connector.Offers.Question;
import app.tidewrack.connector.Offers.Topic;
import app.tidewrack.connector.handover.HandOverNetwork;
import app.tidewrack.connector.practice.PracticeWorld;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.network.AudienceOffer.TermOffer;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.server.network.NetworkMapper.Kept;
import app.tidewrack.server.network.NetworkMapper.Topics;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.BinaryOperator;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The networks that clients can have accounts on. Rulebooks, topics and the practice time are remembered, so plans open
 * and check while a network is away.
 */
@Service
public class Networks {
    private static final long LATELY_NANOS = 1_000_000_000L;

    static final Duration FRESH = Duration.ofMinutes(5);
    private static final Duration ASK_AGAIN = Duration.ofSeconds(10);

    private final PracticeWorld practice;
    private final HandOverNetwork handOver;
    private final NetworkMapper mapper;
    private final TransactionTemplate remembering;
    private final GuardedConnectors guarded;
    private final Map<String, Offer> offers = new ConcurrentHashMap<>();
    private final Map<String, Map<String, String>> regions = new ConcurrentHashMap<>();
    private final Map<String, Map<String, String>> questions = new ConcurrentHashMap<>();
    private volatile Instant keptNow = Instant.MIN;

    /** When it was told, by this machine's clock. */
    private volatile long toldNanos = System.nanoTime() - LATELY_NANOS;

    Networks(
            PracticeWorld practice,
            HandOverNetwork handOver,
            NetworkMapper mapper,
            PlatformTransactionManager transactions,
            GuardedConnectors guarded) {
        this.practice = practice;
        this.handOver = handOver;
        this.guarded = guarded;
        this.mapper = mapper;
        // What is remembered is kept whether or not the request that asked for it goes through, or may write at all.
        remembering = new TransactionTemplate(transactions);
        remembering.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
    }

    record Offer(Rulebook rulebook, List<Topic> topics, Instant readAt) {}

    /** Every network's code. */
    public List<String> codes() {
        return Stream.concat(connected().stream(), Stream.of(handOver.rulebook().code()))
                .toList();
    }

    /** Codes of those that have a connector. */
    public List<String> connected() {
        return practice.codes();
    }

    public NetworkConnector connector(String code) {
        return code.equals(handOver.rulebook().code()) ? handOver : guarded.connector(code);
    }

    /** Whether nothing can be asked of the network or sent to it, and people enter there what is planned. */
    public boolean byHand(String code) {
        return rulebook(code).byHand();
    }

    /** @throws NetworkAway when the network has never been reached */
    public Rulebook rulebook(String code) {
        return offer(code).rulebook();
    }

    /** What an account's network is called in names and links; one without a connector is known by what its account is called. */
    public String name(String code, String account) {
        return byHand(code) ? account : rulebook(code).name();
    }

    public List<Topic> topics(String code) {
        return offer(code).topics();
    }

    /** The words of each condition: a topic's, a choice's of the rulebook, or the code itself. */
    public Function<Term, String> termWords(String code) {
        BinaryOperator<String> words = codeWords(code);
        return term -> term.kind() == TermKind.QUESTION
                ? question(code, term.code())
                : words.apply(term.kind().name(), term.code());
    }

    /** A question's words; its id while the network is away. */
    private String question(String code, String id) {
        int dot = id.lastIndexOf('.');
        String topic = dot < 0 ? id : id.substring(0, dot);
        try {
            return questions
                    .computeIfAbsent(
                            code + "/" + topic,
                            k -> connector(code).questions(topic).stream()
                                    .collect(Collectors.toMap(Question::id, Question::words, (first, again) -> first)))
                    .getOrDefault(id, id);
        } catch (NetworkAway | NetworkRefused e) {
            return id;
        }
    }

    private Map<String, String> words(String code) {
        Map<String, String> words = new HashMap<>();
        topics(code).forEach(t -> words.put(t.code(), t.words()));
        for (TermOffer offered : rulebook(code).audience().terms()) {
            offered.choices().forEach(c -> words.put(offered.kind() + ":" + c.code(), c.words()));
        }
        return words;
    }

    /** The words of a kind and code, which may be others than conditions have: ages and gender are named as they are. */
    public BinaryOperator<String> codeWords(String code) {
        Map<String, String> words = words(code);
        return (kind, of) -> words.getOrDefault(kind + ":" + of, words.getOrDefault(of, of));
    }

    /** The name of each country and region, by its code; a region that is not known here stays a code. */
    public Function<String, String> placeWords(String code) {
        Map<String, String> words = new HashMap<>(regions(code));
        rulebook(code).audience().countries().forEach(c -> words.put(c.code(), c.words()));
        return place -> words.getOrDefault(place, place);
    }

    /** Names of regions by code; none while the network is away and they were never read. */
    public Map<String, String> regions(String code) {
        try {
            return regions.computeIfAbsent(code, c -> connector(c).regions());
        } catch (NetworkAway away) {
            return Map.of();
        }
    }

    /** The practice time less than a second ago: for looking at plans with every edit, where only the day counts. */
    public Instant lately() {
        return System.nanoTime() - toldNanos < LATELY_NANOS ? keptNow : now();
    }

    /** The practice time, or the last that was seen while the network is away. */
    public Instant now() {
        try {
            Instant now = practice.now();
            if (!now.equals(keptNow)) {
                remembering.executeWithoutResult(t -> mapper.keepNow(now));
                keptNow = now;
            }
            toldNanos = System.nanoTime();
            return now;
        } catch (NetworkAway away) {
            return mapper.keptNow().orElseThrow(() -> away);
        }
    }

    private Offer offer(String code) {
        Offer known = offers.get(code);
        if (known == null || known.readAt().isBefore(Instant.now().minus(FRESH))) {
            known = readAnew(code);
        }
        return known;
    }

    Offer readAnew(String code) {
        Offer read = read(code);
        offers.put(code, read);
        return read;
    }

    private Offer read(String code) {
        NetworkConnector connector = connector(code);
        try {
            Offer read = new Offer(connector.rulebook(), connector.topics(), Instant.now());
            remembering.executeWithoutResult(t -> mapper.keep(code, read.rulebook(), new Topics(read.topics())));
            return read;
        } catch (NetworkAway away) {
            Kept kept = mapper.kept(code).orElseThrow(() -> away);
            return new Offer(
                    kept.rulebook(),
                    kept.topics().all(),
                    Instant.now().minus(FRESH).plus(ASK_AGAIN));
        }
    }
}
