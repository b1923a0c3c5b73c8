package app.tidewrack.core.check;

import app.tidewrack.core.audience.AgeBands;
import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.check.Rule.Seen;
import app.tidewrack.core.network.AudienceOffer;
import app.tidewrack.core.network.AudienceOffer.RadiusRule;
import app.tidewrack.core.plan.Row;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Rules on whom rows talk to. */
final class AudienceRules {
    private AudienceRules() {}

    static final Family FAMILY = Family.of(
            EnumSet.of(Matter.FACTS, Matter.ROWS, Matter.DELIVERY, Matter.PEOPLE),
            Rule.blocker("audience.empty", AudienceRules::empty),
            Rule.blocker("audience.too-small", AudienceRules::tooSmall),
            Rule.warning("audience.size-unknown", AudienceRules::sizeUnknown),
            Rule.blocker("audience.ages-not-offered", AudienceRules::agesNotOffered),
            Rule.blocker("audience.radius-not-offered", AudienceRules::radiusNotOffered),
            Rule.warning("audience.twice", AudienceRules::twice));

    /** An audience that says nothing but the country is the whole network there: almost always a slip. */
    private static Stream<Seen> empty(Situation s) {
        return rows(s).filter(r -> s.audience(r).definition().saysOnlyWhere())
                .map(r -> new Seen(
                        s.audiencePlace(r, "definition"),
                        "no condition",
                        "at least 1 condition",
                        "Audience %s names a country and nothing else."
                                .formatted(s.audience(r).name()),
                        "Add a place, an age, a gender or an interest."));
    }

    private static Stream<Seen> tooSmall(Situation s) {
        int least = s.rulebook().audience().leastPeople();
        return rows(s).flatMap(r -> {
            AudienceSize size = s.audience(r).size();
            if (size == null || (!size.fewer() && size.people() >= least)) {
                return Stream.empty();
            }
            String told = (size.fewer() ? "fewer than %,d" : "%,d").formatted(size.people());
            return Stream.of(new Seen(
                    s.audiencePlace(r, "definition"),
                    told + " people",
                    "%,d people".formatted(least),
                    "Audience %s has %s people; %s runs from %,d."
                            .formatted(s.audience(r).name(), told, s.rulebook().name(), least),
                    "Widen the radius, the ages or the interests."));
        });
    }

    /** Not of a network that tells none. */
    private static Stream<Seen> sizeUnknown(Situation s) {
        if (s.rulebook().byHand()) {
            return Stream.empty();
        }
        return rows(s).filter(r -> s.audience(r).size() == null)
                .map(r -> new Seen(
                        s.audiencePlace(r, "definition"),
                        "size not known",
                        "a size from the network",
                        "%s has not told the size of %s."
                                .formatted(s.rulebook().name(), s.audience(r).name()),
                        "Open the audience once the network answers."));
    }

    /** Ages outside what the network has, or across its fixed bands; the nearest it has are told. */
    private static Stream<Seen> agesNotOffered(Situation s) {
        AudienceOffer offer = s.rulebook().audience();
        return rows(s).flatMap(r -> {
            AgeRange ages = s.audience(r).definition().ages();
            boolean within = ages != null && ages.from() >= offer.youngest() && ages.to() <= offer.oldest();
            if (ages == null
                    || (within && AgeBands.nearest(ages, offer.ageBands()).exact())) {
                return Stream.empty();
            }
            String offered = offer.ageBands().isEmpty()
                    ? offer.youngest() + " to " + offer.oldest()
                    : offer.ageBands().stream()
                            .map(b -> b.from() + "–" + b.to())
                            .collect(Collectors.joining(", "));
            return Stream.of(new Seen(
                    s.audiencePlace(r, "ages"),
                    ages.from() + " to " + ages.to(),
                    offered,
                    "Audience %s asks for ages %d to %d; %s offers %s, the last meaning that age and over."
                            .formatted(
                                    s.audience(r).name(),
                                    ages.from(),
                                    ages.to(),
                                    s.rulebook().name(),
                                    offered),
                    mend(ages, offer)));
        });
    }

    private static String mend(AgeRange ages, AudienceOffer offer) {
        if (offer.ageBands().isEmpty()) {
            return "Choose ages within it.";
        }
        AgeBands.Nearest nearest = AgeBands.nearest(ages, offer.ageBands());
        return "The nearest are %d to %d, with %d years too many and %d too few."
                .formatted(nearest.range().from(), nearest.range().to(), nearest.surplusYears(), nearest.shortYears());
    }

    private static Stream<Seen> radiusNotOffered(Situation s) {
        AudienceOffer offer = s.rulebook().audience();
        RadiusRule rule = offer.radius();
        return rows(s).flatMap(r -> s.audience(r).definition().places().circles().stream()
                .filter(c -> rule == null || c.radiusKm() < rule.leastKm() || c.radiusKm() > rule.mostKm())
                .map(c -> new Seen(
                        s.audiencePlace(r, "places"),
                        c.radius(),
                        offer.radiusWords(),
                        "Audience %s reaches %s around %s; %s offers %s."
                                .formatted(
                                        s.audience(r).name(),
                                        c.radius(),
                                        c.name(),
                                        s.rulebook().name(),
                                        offer.radiusWords()),
                        rule == null ? "Choose its region or country." : "Choose a radius within it.")));
    }

    /** Groups of a test are shown to people of their own, so they do not bid against each other. */
    private static Stream<Seen> twice(Situation s) {
        if (s.tested()) {
            return Stream.empty();
        }
        Map<String, Row> first = new HashMap<>();
        return rows(s).flatMap(r -> {
            Row earlier = first.putIfAbsent(
                    s.audience(r).definition().hash() + r.showing().codes(), r);
            return earlier == null
                    ? Stream.empty()
                    : Stream.of(new Seen(
                            s.audiencePlace(r, "definition"),
                            "the same people",
                            "different people",
                            "Rows %s and %s talk to the same people and bid against each other."
                                    .formatted(earlier.label(), r.label()),
                            "Change one of the audiences, or remove a row."));
        });
    }

    private static Stream<Row> rows(Situation s) {
        return s.campaign().rows().stream();
    }
}
