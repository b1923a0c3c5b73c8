package app.tidewrack.core.network;

import app.tidewrack.core.audience.AgeBands;
import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Circle;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.audience.Presence;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.network.AudienceOffer.RadiusRule;
import app.tidewrack.core.network.AudienceOffer.TermOffer;
import app.tidewrack.core.network.Rulebook.Choice;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * An audience described for one network as another can take it: what it cannot do exactly is done as nearly as it goes, and
 * told.
 *
 * @param audience taken by the network's offer; null when it is in none of the countries
 * @param differences none when it is the same audience
 */
public record NearestAudience(@Nullable AudienceDefinition audience, List<Difference> differences) {

    /** What is not as asked. */
    public enum Kind {
        COUNTRY_MISSING,
        PLACE_WIDENED,
        RADIUS_CHANGED,
        PRESENCE_CHANGED,
        AGES_CHANGED,
        TERMS_MISSING
    }

    /**
     * @param asked what was asked, in words
     * @param got what it becomes; empty when it is left away
     * @param surplus for ages: whole years covered that were not asked for
     * @param shortage for ages: whole years asked for that are not covered
     */
    public record Difference(Kind kind, String asked, String got, int surplus, int shortage) {
        static Difference of(Kind kind, String asked, String got) {
            return new Difference(kind, asked, got, 0, 0);
        }
    }

    /**
     * @param place words of a country's or region's code
     * @param term words of a term
     */
    public static NearestAudience of(
            AudienceDefinition asked,
            AudienceOffer offer,
            Function<String, String> place,
            Function<Term, String> term) {
        return new Finder(offer, place, term).find(asked);
    }

    /**
     * How ages that are got differ from those that were asked; empty where they mean the same.
     *
     * @param offer whose oldest age stands for it and over
     */
    public static Optional<Difference> ages(AgeRange asked, AgeRange got, AudienceOffer offer) {
        int both = Math.max(0, Math.min(asked.to(), got.to()) - Math.max(asked.from(), got.from()) + 1);
        // Nobody asked for is missed above the oldest.
        int over = got.to() == offer.oldest() ? Math.max(0, asked.to() - Math.max(got.to(), asked.from() - 1)) : 0;
        int surplus = got.to() - got.from() + 1 - both;
        int shortage = asked.to() - asked.from() + 1 - both - over;
        return surplus + shortage == 0
                ? Optional.empty()
                : Optional.of(new Difference(Kind.AGES_CHANGED, words(asked), words(got), surplus, shortage));
    }

    private static String words(AgeRange ages) {
        return "%d to %d".formatted(ages.from(), ages.to());
    }

    private static final class Finder {
        private final AudienceOffer offer;
        private final Function<String, String> place;
        private final Function<Term, String> term;
        private final List<Difference> differences = new ArrayList<>();

        Finder(AudienceOffer offer, Function<String, String> place, Function<Term, String> term) {
            this.offer = offer;
            this.place = place;
            this.term = term;
        }

        NearestAudience find(AudienceDefinition asked) {
            Places places = places(asked.places());
            if (places.none() && !asked.places().none()) {
                return new NearestAudience(null, List.copyOf(differences));
            }
            Places out = places(asked.placesLeftOut());
            AudienceDefinition found = new AudienceDefinition(
                    places,
                    out,
                    presence(asked.presence()),
                    ages(asked.ages()),
                    asked.gender(),
                    asked.conditions().stream()
                            .map(c -> new AnyOf(kept(c.terms())))
                            .toList(),
                    kept(asked.leftOut()));
            return new NearestAudience(found, List.copyOf(differences));
        }

        private Places places(Places asked) {
            List<String> countries = new ArrayList<>();
            List<String> regions = new ArrayList<>();
            List<Circle> circles = new ArrayList<>();
            asked.wholeCountries().countries().stream()
                    .filter(c -> !has(c))
                    .forEach(c -> differences.add(Difference.of(Kind.COUNTRY_MISSING, place.apply(c), "")));
            asked.countries().stream().filter(this::has).forEach(countries::add);
            for (String region : asked.regions()) {
                String country = Places.countryOf(region);
                if (has(country)) {
                    (offer.regions() ? regions : countries).add(offer.regions() ? region : country);
                    if (!offer.regions()) {
                        widened(place.apply(region), country);
                    }
                }
            }
            asked.circles().stream().filter(c -> has(c.country())).forEach(c -> circle(c, countries, circles));
            return new Places(countries, regions, circles);
        }

        private void circle(Circle asked, List<String> countries, List<Circle> circles) {
            RadiusRule rule = offer.radius();
            if (rule == null) {
                countries.add(asked.country());
                widened(words(asked, asked.radiusKm()), asked.country());
                return;
            }
            double km = Math.max(rule.leastKm(), Math.min(rule.mostKm(), asked.radiusKm()));
            if (km != asked.radiusKm()) {
                differences.add(Difference.of(Kind.RADIUS_CHANGED, words(asked, asked.radiusKm()), words(asked, km)));
            }
            circles.add(
                    new Circle(asked.cityId(), asked.name(), asked.country(), asked.latitude(), asked.longitude(), km));
        }

        private static String words(Circle circle, double km) {
            return "%s of %s".formatted(Circle.km(km), circle.name());
        }

        private void widened(String asked, String country) {
            differences.add(Difference.of(Kind.PLACE_WIDENED, asked, place.apply(country)));
        }

        private boolean has(String country) {
            return offer.countries().stream().map(Choice::code).anyMatch(country::equals);
        }

        private Presence presence(Presence asked) {
            if (offer.presences().contains(asked)) {
                return asked;
            }
            differences.add(Difference.of(Kind.PRESENCE_CHANGED, words(asked), words(Presence.LIVING)));
            return Presence.LIVING;
        }

        private static String words(Presence presence) {
            return switch (presence) {
                case LIVING -> "living there";
                case LATELY -> "there lately";
                case TRAVELLING -> "travelling there";
            };
        }

        private @Nullable AgeRange ages(@Nullable AgeRange asked) {
            if (asked == null) {
                return null;
            }
            int from = Math.max(offer.youngest(), Math.min(offer.oldest(), asked.from()));
            int to = Math.max(offer.youngest(), Math.min(offer.oldest(), asked.to()));
            AgeBands.Nearest nearest = AgeBands.nearest(new AgeRange(from, to), offer.ageBands());
            AgeRange got = nearest.range();
            NearestAudience.ages(asked, got, offer).ifPresent(differences::add);
            return got;
        }

        private List<Term> kept(List<Term> asked) {
            List<Term> kept = asked.stream().filter(this::offered).toList();
            List<Term> missing = asked.stream().filter(t -> !offered(t)).toList();
            if (!missing.isEmpty()) {
                differences.add(Difference.of(
                        Kind.TERMS_MISSING,
                        String.join(" or ", missing.stream().map(term).toList()),
                        ""));
            }
            return kept;
        }

        private boolean offered(Term asked) {
            TermOffer found = offer.terms(asked.kind()).orElse(null);
            return found != null
                    && (found.choices().isEmpty()
                            || found.choices().stream().map(Choice::code).anyMatch(asked.code()::equals));
        }
    }
}
