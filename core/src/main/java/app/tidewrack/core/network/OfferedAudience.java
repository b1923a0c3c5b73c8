package app.tidewrack.core.network;

import app.tidewrack.core.audience.AgeBands;
import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Circle;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.network.AudienceOffer.TermOffer;
import app.tidewrack.core.network.Rulebook.Choice;
import app.tidewrack.core.refusal.Refusal;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;

/** Whether a network offers what an audience asks. */
public final class OfferedAudience {
    private final AudienceDefinition audience;
    private final AudienceOffer offer;

    private OfferedAudience(AudienceDefinition audience, AudienceOffer offer) {
        this.audience = audience;
        this.offer = offer;
    }

    /** @throws Refusal at the first thing that is not offered, with its value, the limit and the remedy */
    public static void require(AudienceDefinition audience, AudienceOffer offer) {
        OfferedAudience asked = new OfferedAudience(audience, offer);
        asked.requireCounts();
        asked.requireCountries();
        asked.requirePlaces();
        asked.requireAges();
        audience.terms().forEach(asked::requireTerm);
    }

    private void requireCounts() {
        atMost(
                "places",
                "places",
                audience.places().count() + audience.placesLeftOut().count(),
                offer.mostPlaces());
        List<Term> terms = audience.terms();
        atMost("conditions", "conditions", terms.size(), offer.mostTerms());
        Map<TermKind, Integer> counts = new EnumMap<>(TermKind.class);
        terms.forEach(t -> counts.merge(t.kind(), 1, Integer::sum));
        counts.forEach((kind, count) -> offer.terms(kind)
                .ifPresent(t -> atMost("conditions", t.words().toLowerCase(Locale.ROOT), count, t.most())));
    }

    private void requireCountries() {
        Stream.of(audience.places(), audience.placesLeftOut())
                .flatMap(p -> p.wholeCountries().countries().stream())
                .forEach(this::requireCountry);
    }

    private void requireCountry(String country) {
        if (offer.countries().stream().noneMatch(c -> c.code().equals(country))) {
            throw new Refusal(
                    "places",
                    "“%s” is no country of this network.".formatted(country),
                    "Choose one of the %d it is in.".formatted(offer.countries().size()));
        }
    }

    private void requirePlaces() {
        if (!offer.presences().contains(audience.presence())) {
            throw new Refusal(
                    "presence",
                    "People %s at a place cannot be asked for."
                            .formatted(audience.presence().name().toLowerCase(Locale.ROOT)),
                    "Choose people living there.");
        }
        for (Places places : List.of(audience.places(), audience.placesLeftOut())) {
            if (!offer.regions() && !places.regions().isEmpty()) {
                throw new Refusal(
                        "places",
                        "Regions such as %s cannot be asked for."
                                .formatted(places.regions().get(0)),
                        "Choose whole countries.");
            }
            places.circles().forEach(this::requireRadius);
        }
    }

    private void requireRadius(Circle circle) {
        AudienceOffer.RadiusRule rule = offer.radius();
        if (rule == null) {
            throw new Refusal(
                    "places",
                    "%s around %s is finer than this network goes.".formatted(circle.radius(), circle.name()),
                    "Choose its region or country.");
        }
        if (circle.radiusKm() < rule.leastKm() || circle.radiusKm() > rule.mostKm()) {
            throw new Refusal(
                    "places",
                    "%s around %s is outside %s.".formatted(circle.radius(), circle.name(), offer.radiusWords()),
                    "Choose a radius within it.");
        }
    }

    private void requireAges() {
        AgeRange ages = audience.ages();
        if (ages == null) {
            return;
        }
        if (ages.from() < offer.youngest() || ages.to() > offer.oldest()) {
            throw new Refusal(
                    "ages",
                    "Ages %d to %d leave %d to %d.".formatted(ages.from(), ages.to(), offer.youngest(), offer.oldest()),
                    "Choose ages within it.");
        }
        AgeBands.Nearest nearest = AgeBands.nearest(ages, offer.ageBands());
        if (!nearest.exact()) {
            throw new Refusal(
                    "ages",
                    "Ages %d to %d cut through this network’s fixed bands.".formatted(ages.from(), ages.to()),
                    "The nearest are %d to %d."
                            .formatted(nearest.range().from(), nearest.range().to()));
        }
    }

    private void requireTerm(Term term) {
        TermOffer offered = offer.terms(term.kind())
                .orElseThrow(() -> new Refusal(
                        "conditions",
                        "“%s” is a kind of condition this network does not offer.".formatted(term),
                        "Take it out."));
        if (!offered.choices().isEmpty()
                && offered.choices().stream().map(Choice::code).noneMatch(term.code()::equals)) {
            throw new Refusal(
                    "conditions",
                    "“%s” is unknown among the %d of %s."
                            .formatted(term.code(), offered.choices().size(), offered.words()),
                    "Choose one of them.");
        }
    }

    private static void atMost(String field, String what, int count, int most) {
        if (count > most) {
            throw new Refusal(
                    field,
                    "The audience names %,d %s; the most is %,d.".formatted(count, what, most),
                    "Take some out.");
        }
    }
}
