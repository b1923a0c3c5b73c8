package app.tidewrack.core.audience;

import app.tidewrack.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Three audiences that exclude one another: who likes the topics themselves, who likes others of their kind, and who only shares the
 * taste.
 *
 * @param close topics of the same kinds, the highest lift first
 * @param taste topics of other kinds, likewise
 */
public record InterestLayers(AudienceDefinition direct, List<Related> close, List<Related> taste) {
    /** Times as common among the people as elsewhere; what is less is no sign of a shared taste. */
    public static final double LEAST_LIFT = 1.15;

    /** The most topics of the close layer. */
    public static final int MOST_CLOSE = 6;

    /** The most topics of the taste layer. */
    public static final int MOST_TASTE = 12;

    /**
     * A topic that those who like the audience's topics like as well.
     *
     * @param lift how many times as common as among all there, over 0
     */
    public record Related(String code, double lift) {}

    /**
     * @param related the highest lift first
     * @param kind of a topic's code; empty where it has none
     * @throws Refusal (field {@code conditions}) when the audience names no interest, or a layer would be empty
     */
    public static InterestLayers of(AudienceDefinition direct, List<Related> related, UnaryOperator<String> kind) {
        Set<String> own = requireInterests(direct).stream()
                .map(t -> kind.apply(t.code()))
                .filter(k -> !k.isEmpty())
                .collect(Collectors.toSet());
        List<Related> liked =
                related.stream().filter(t -> t.lift() >= LEAST_LIFT).toList();
        List<Related> close = liked.stream()
                .filter(t -> own.contains(kind.apply(t.code())))
                .limit(MOST_CLOSE)
                .toList();
        List<Related> taste = liked.stream()
                .filter(t -> !own.contains(kind.apply(t.code())))
                .limit(MOST_TASTE)
                .toList();
        if (close.isEmpty() || taste.isEmpty()) {
            throw new Refusal(
                    "conditions",
                    "No topics %s are %s times as common among these people."
                            .formatted(close.isEmpty() ? "of their kind" : "of other kinds", LEAST_LIFT),
                    "Choose narrower topics.");
        }
        return new InterestLayers(direct, close, taste);
    }

    /** @throws Refusal (field {@code conditions}) when there is none */
    public static List<Term> requireInterests(AudienceDefinition audience) {
        List<Term> interests = audience.conditions().stream()
                .flatMap(c -> c.terms().stream())
                .filter(t -> t.kind() == TermKind.INTEREST)
                .toList();
        if (interests.isEmpty()) {
            throw new Refusal("conditions", "The audience names no interest.", "Choose one to find those near it.");
        }
        return interests;
    }

    /** The audience itself, the close one, and the one of shared taste. */
    public List<AudienceDefinition> definitions() {
        List<Term> own = requireInterests(direct);
        return List.of(direct, layer(close, own), layer(taste, join(own, terms(close))));
    }

    /** The audience with other interests, and without those of the layers within. */
    private AudienceDefinition layer(List<Related> topics, List<Term> within) {
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

    private static List<Term> terms(List<Related> topics) {
        return topics.stream().map(t -> Term.interest(t.code())).toList();
    }

    private static List<Term> join(List<Term> some, List<Term> more) {
        return Stream.concat(some.stream(), more.stream()).toList();
    }
}
