package app.tidewrack.core.audience;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** An audience as one sentence, such as {@code Great Britain, within 25 km of Norwich, aged 25 to 54, women}. */
public final class AudienceWords {
    private AudienceWords() {}

    /**
     * @param place name of a country or region code
     * @param term words of a term
     */
    public static String of(AudienceDefinition audience, Function<String, String> place, Function<Term, String> term) {
        List<String> parts = new ArrayList<>();
        where(parts, audience, place);
        AgeRange ages = audience.ages();
        if (ages != null) {
            parts.add("aged %d to %d".formatted(ages.from(), ages.to()));
        }
        if (audience.gender() != Gender.ANY) {
            parts.add(audience.gender() == Gender.WOMEN ? "women" : "men");
        }
        audience.conditions()
                .forEach(c ->
                        parts.add(lead(c.kind()) + c.terms().stream().map(term).collect(Collectors.joining(" or "))));
        if (!audience.leftOut().isEmpty()) {
            parts.add(audience.leftOut().stream().map(term).collect(Collectors.joining(" or ", "without ", "")));
        }
        return String.join(", ", parts);
    }

    private static void where(List<String> parts, AudienceDefinition audience, Function<String, String> place) {
        Places places = audience.places();
        parts.add(
                places.none()
                        ? "Anywhere"
                        : places.wholeCountries().countries().stream()
                                .map(place)
                                .collect(Collectors.joining(" or ")));
        if (!places.areWholeCountries()) {
            parts.add(Stream.concat(
                            places.regions().stream().map(place),
                            places.circles().stream().map(c -> "%s of %s".formatted(c.radius(), c.name())))
                    .collect(Collectors.joining(" or ", "within ", "")));
        }
        if (audience.presence() != Presence.LIVING) {
            parts.add(audience.presence() == Presence.LATELY ? "there lately" : "travelling there");
        }
        Places out = audience.placesLeftOut();
        if (!out.none()) {
            parts.add(Stream.of(
                            out.countries().stream().map(place),
                            out.regions().stream().map(place),
                            out.circles().stream().map(c -> "%s of %s".formatted(c.radius(), c.name())))
                    .flatMap(s -> s)
                    .collect(Collectors.joining(" or ", "not in ", "")));
        }
    }

    private static String lead(TermKind kind) {
        return switch (kind) {
            case INTEREST -> "interested in ";
            case VISITS -> "visiting ";
            case BUYS -> "buying ";
            case LANGUAGE -> "speaking ";
            case DEVICE, SYSTEM, CONNECTION -> "on ";
            case KEYWORD -> "reading or writing ";
            case PAGE_TOPIC, PAGE_KEYWORD, QUESTION -> "reading about ";
            default -> kind.name().toLowerCase(Locale.ROOT).replace('_', ' ') + " ";
        };
    }
}
