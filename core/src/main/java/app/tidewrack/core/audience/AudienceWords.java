package app.tidewrack.core.audience;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.stream.Collectors;

/** An audience as one sentence, such as {@code Great Britain, within 25 km of Norwich, aged 25 to 54, women}. */
public final class AudienceWords {
    private AudienceWords() {}

    /**
     * @param country name of a country code
     * @param topic name of an interest code
     */
    public static String of(
            AudienceDefinition audience, Function<String, String> country, Function<String, String> topic) {
        List<String> parts = new ArrayList<>();
        parts.add(country.apply(audience.country()));
        if (!audience.places().isEmpty()) {
            parts.add(audience.places().stream()
                    .map(c -> "%d km of %s".formatted(c.radiusKm(), c.name()))
                    .collect(Collectors.joining(" or ", "within ", "")));
        }
        AgeRange ages = audience.ages();
        if (ages != null) {
            parts.add("aged %d to %d".formatted(ages.from(), ages.to()));
        }
        if (audience.gender() != Gender.ANY) {
            parts.add(audience.gender() == Gender.WOMEN ? "women" : "men");
        }
        if (!audience.interests().isEmpty()) {
            parts.add(
                    audience.interests().stream().map(topic).collect(Collectors.joining(" or ", "interested in ", "")));
        }
        return String.join(", ", parts);
    }
}
