package app.tidewrack.core.creative;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Circle;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.network.AudienceOffer;
import app.tidewrack.core.network.Rulebook.Choice;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What tokens in an ad's own texts stand for; they are filled at launch, row by row. */
public final class AdTokens {
    /** The town that a row's audience is drawn around. */
    public static final String TOWN = "town";

    /** The client's name. */
    public static final String CLIENT = "client";

    /** The ages of a row's audience, such as 25–34, or 65+ up to the network's oldest. */
    public static final String AGES = "ages";

    /** What a row's audience works as or in, in the network's words. */
    public static final String WORK = "work";

    public static final Set<String> KNOWN = Set.of(TOWN, CLIENT, AGES, WORK);

    private static final Set<TermKind> OF_WORK = Set.of(TermKind.JOB_TITLE, TermKind.JOB_FUNCTION, TermKind.INDUSTRY);

    private AdTokens() {}

    /**
     * Values for one audience, of those that are known: the town when it is drawn around exactly one, the work when it asks for exactly
     * one, the ages when it asks for any.
     */
    public static Map<String, String> of(AudienceDefinition audience, String client, AudienceOffer offer) {
        Map<String, String> values = new HashMap<>(Map.of(CLIENT, client));
        List<Circle> circles = audience.places().circles();
        if (circles.size() == 1 && circles.get(0).cityId() != 0) {
            values.put(TOWN, circles.get(0).name());
        }
        AgeRange ages = audience.ages();
        if (ages != null) {
            values.put(AGES, ages.to() >= offer.oldest() ? ages.from() + "+" : ages.from() + "–" + ages.to());
        }
        work(audience, offer).ifPresent(w -> values.put(WORK, w));
        return Map.copyOf(values);
    }

    private static Optional<String> work(AudienceDefinition audience, AudienceOffer offer) {
        List<AnyOf> asked = audience.conditions().stream()
                .filter(c -> c.terms().stream().anyMatch(t -> OF_WORK.contains(t.kind())))
                .toList();
        if (asked.size() != 1 || asked.get(0).terms().size() != 1) {
            return Optional.empty();
        }
        Term term = asked.get(0).terms().get(0);
        return offer.terms(term.kind()).stream()
                .flatMap(k -> k.choices().stream())
                .filter(c -> c.code().equals(term.code()))
                .map(Choice::words)
                .findFirst();
    }
}
