package app.tidewrack.core.network;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Circle;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.audience.Term;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/** What an audience asks that a network forbids for ads on a regulated subject. */
public final class SubjectFit {
    private SubjectFit() {}

    /** What is forbidden. */
    public enum Kind {
        AGES,
        GENDER,
        RADIUS,
        TERM
    }

    /**
     * @param asked what the audience says: ages, a gender, a circle or a term
     * @param leastRadiusKm for a circle: the least radius; 0 for all else
     */
    public record Breach(Kind kind, String asked, int leastRadiusKm) {}

    /**
     * None when the network takes the audience for ads on the subject.
     *
     * @param offer of the network; all of its ages are no narrowing
     */
    public static List<Breach> judge(AudienceDefinition audience, SubjectRule rule, AudienceOffer offer) {
        List<Breach> breaches = new ArrayList<>();
        AgeRange ages = audience.ages();
        if (!rule.ages() && ages != null && (ages.from() > offer.youngest() || ages.to() < offer.oldest())) {
            breaches.add(new Breach(Kind.AGES, "%d to %d".formatted(ages.from(), ages.to()), 0));
        }
        if (!rule.gender() && audience.gender() != Gender.ANY) {
            breaches.add(new Breach(Kind.GENDER, audience.gender().name(), 0));
        }
        for (Circle circle : audience.places().circles()) {
            if (circle.radiusKm() < rule.leastRadiusKm()) {
                breaches.add(new Breach(
                        Kind.RADIUS, "%s around %s".formatted(circle.radius(), circle.name()), rule.leastRadiusKm()));
            }
        }
        Stream.concat(audience.conditions().stream().flatMap(c -> c.terms().stream()), audience.leftOut().stream())
                .map(Term::kind)
                .distinct()
                .filter(rule.terms()::contains)
                .forEach(k -> breaches.add(new Breach(Kind.TERM, k.name(), 0)));
        return List.copyOf(breaches);
    }
}
