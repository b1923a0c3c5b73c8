package app.tidewrack.core.audience;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * Whom an ad group talks to, in normal form: places in order without repeats, interests sorted. Two descriptions of the
 * same people by the same conditions are equal and have the same {@link #hash()}.
 *
 * @param country ISO 3166-1 alpha-2
 * @param places circles of which any must hold; none means the whole country
 * @param ages null means any age
 * @param interests topics of which any must hold; none means no condition
 */
public record AudienceDefinition(
        String country, List<Circle> places, @Nullable AgeRange ages, Gender gender, List<String> interests) {

    public AudienceDefinition {
        places = places.stream()
                .distinct()
                .sorted(Comparator.comparingLong(Circle::cityId).thenComparingInt(Circle::radiusKm))
                .toList();
        interests = List.copyOf(new TreeSet<>(interests));
    }

    public static AudienceDefinition everyoneIn(String country) {
        return new AudienceDefinition(country, List.of(), null, Gender.ANY, List.of());
    }

    /** The steps by which this narrows, from everyone in the country to the whole; only those that say something. */
    public List<Step> steps() {
        List<Step> steps = new ArrayList<>();
        AudienceDefinition soFar = everyoneIn(country);
        steps.add(new Step(StepKind.COUNTRY, soFar));
        if (!places.isEmpty()) {
            soFar = new AudienceDefinition(country, places, null, Gender.ANY, List.of());
            steps.add(new Step(StepKind.PLACES, soFar));
        }
        if (ages != null) {
            soFar = new AudienceDefinition(country, places, ages, Gender.ANY, List.of());
            steps.add(new Step(StepKind.AGES, soFar));
        }
        if (gender != Gender.ANY) {
            soFar = new AudienceDefinition(country, places, ages, gender, List.of());
            steps.add(new Step(StepKind.GENDER, soFar));
        }
        if (!interests.isEmpty()) {
            steps.add(new Step(StepKind.INTERESTS, this));
        }
        return List.copyOf(steps);
    }

    /** One narrowing step and the people described once it holds. */
    public record Step(StepKind kind, AudienceDefinition soFar) {}

    /** What a step speaks of. */
    public enum StepKind {
        COUNTRY,
        PLACES,
        AGES,
        GENDER,
        INTERESTS
    }

    /** SHA-256 of the normal form, as 64 hexadecimal digits; the same on every machine and in every run. */
    public String hash() {
        StringBuilder canonical = new StringBuilder(country);
        for (Circle c : places) {
            canonical.append(String.format(
                    Locale.ROOT, "|%d@%.5f,%.5f~%d", c.cityId(), c.latitude(), c.longitude(), c.radiusKm()));
        }
        canonical.append("|a").append(ages == null ? "*" : ages.from() + "-" + ages.to());
        canonical.append("|g").append(gender);
        interests.forEach(i -> canonical.append("|i").append(i));
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256")
                    .digest(canonical.toString().getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(digest);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java platform has SHA-256", e);
        }
    }
}
