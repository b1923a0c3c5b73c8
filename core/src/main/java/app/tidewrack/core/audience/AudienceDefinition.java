package app.tidewrack.core.audience;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * Whom an ad group talks to. Places and terms are in order without repeats; conditions stay in the order they were given,
 * in which the audience narrows step by step. Two descriptions of the same people by the same conditions, in whatever order,
 * are equal and have the same {@link #hash()}.
 *
 * @param places of which any must hold; none means wherever the network is
 * @param placesLeftOut of which none may hold
 * @param presence in which way people are at {@code places}; {@code placesLeftOut} always means living there
 * @param ages null means any age
 * @param conditions each must hold
 * @param leftOut none may hold
 */
public record AudienceDefinition(
        Places places,
        Places placesLeftOut,
        Presence presence,
        @Nullable AgeRange ages,
        Gender gender,
        List<AnyOf> conditions,
        List<Term> leftOut) {

    public AudienceDefinition {
        conditions =
                conditions.stream().filter(c -> !c.terms().isEmpty()).distinct().toList();
        leftOut = List.copyOf(new TreeSet<>(leftOut));
    }

    /** The conditions in an order that does not depend on how they were given. */
    private List<AnyOf> normal() {
        return conditions.stream()
                .sorted(Comparator.comparing(c -> c.terms().toString()))
                .toList();
    }

    @Override
    public boolean equals(@Nullable Object other) {
        return other instanceof AudienceDefinition d
                && places.equals(d.places)
                && placesLeftOut.equals(d.placesLeftOut)
                && presence == d.presence
                && Objects.equals(ages, d.ages)
                && gender == d.gender
                && normal().equals(d.normal())
                && leftOut.equals(d.leftOut);
    }

    @Override
    public int hashCode() {
        return Objects.hash(places, placesLeftOut, presence, ages, gender, normal(), leftOut);
    }

    public static AudienceDefinition everyoneIn(Places places) {
        return new AudienceDefinition(places, Places.NONE, Presence.LIVING, null, Gender.ANY, List.of(), List.of());
    }

    public static AudienceDefinition everyoneIn(String country) {
        return everyoneIn(Places.inCountries(country));
    }

    public AudienceDefinition withoutPlaces(Places out) {
        return new AudienceDefinition(places, out, presence, ages, gender, conditions, leftOut);
    }

    public AudienceDefinition in(Places where) {
        return new AudienceDefinition(where, placesLeftOut, presence, ages, gender, conditions, leftOut);
    }

    /** This with other conditions. */
    public AudienceDefinition under(List<AnyOf> all) {
        return new AudienceDefinition(places, placesLeftOut, presence, ages, gender, all, leftOut);
    }

    public AudienceDefinition present(Presence how) {
        return new AudienceDefinition(places, placesLeftOut, how, ages, gender, conditions, leftOut);
    }

    public AudienceDefinition aged(@Nullable AgeRange range) {
        return new AudienceDefinition(places, placesLeftOut, presence, range, gender, conditions, leftOut);
    }

    public AudienceDefinition of(Gender who) {
        return new AudienceDefinition(places, placesLeftOut, presence, ages, who, conditions, leftOut);
    }

    /** This, and one condition more. */
    public AudienceDefinition and(AnyOf condition) {
        List<AnyOf> all = new ArrayList<>(conditions);
        all.add(condition);
        return under(all);
    }

    /** This, and an interest in any of the topics; no topics means no condition. */
    public AudienceDefinition interestedIn(List<String> topics) {
        return and(new AnyOf(topics.stream().map(Term::interest).toList()));
    }

    public AudienceDefinition without(List<Term> terms) {
        return new AudienceDefinition(places, placesLeftOut, presence, ages, gender, conditions, terms);
    }

    /** All terms, those that must hold first. */
    public List<Term> terms() {
        List<Term> all = new ArrayList<>();
        conditions.forEach(c -> all.addAll(c.terms()));
        all.addAll(leftOut);
        return all;
    }

    /** True when nothing but whole countries is asked. */
    public boolean saysOnlyWhere() {
        return equals(everyoneIn(places)) && places.areWholeCountries();
    }

    /**
     * The steps by which this narrows, from everyone in the countries to the whole; only those that say something. A
     * step is numbered by its condition where it is one, otherwise by 0.
     */
    public List<Step> steps() {
        List<Step> steps = new ArrayList<>();
        AudienceDefinition soFar = everyoneIn(places.wholeCountries());
        steps.add(new Step(StepKind.COUNTRY, 0, soFar));
        if (!places.areWholeCountries() || !placesLeftOut.none() || presence != Presence.LIVING) {
            soFar = everyoneIn(places).withoutPlaces(placesLeftOut).present(presence);
            steps.add(new Step(StepKind.PLACES, 0, soFar));
        }
        if (ages != null) {
            soFar = soFar.aged(ages);
            steps.add(new Step(StepKind.AGES, 0, soFar));
        }
        if (gender != Gender.ANY) {
            soFar = soFar.of(gender);
            steps.add(new Step(StepKind.GENDER, 0, soFar));
        }
        for (int i = 0; i < conditions.size(); i++) {
            soFar = soFar.and(conditions.get(i));
            steps.add(new Step(StepKind.CONDITION, i, soFar));
        }
        if (!leftOut.isEmpty()) {
            steps.add(new Step(StepKind.LEFT_OUT, 0, this));
        }
        return List.copyOf(steps);
    }

    /** One narrowing step and the people described once it holds. */
    public record Step(StepKind kind, int number, AudienceDefinition soFar) {}

    /** What a step speaks of. */
    public enum StepKind {
        COUNTRY,
        PLACES,
        AGES,
        GENDER,
        CONDITION,
        LEFT_OUT
    }

    /** SHA-256 of the normal form, as 64 hexadecimal digits; the same on every machine and in every run. */
    public String hash() {
        StringBuilder canonical = new StringBuilder();
        canonical(canonical, "in", places);
        canonical(canonical, "out", placesLeftOut);
        canonical.append('|').append(presence);
        canonical.append("|a").append(ages == null ? "*" : ages.from() + "-" + ages.to());
        canonical.append("|g").append(gender);
        normal().forEach(c -> canonical.append("|and").append(c.terms()));
        canonical.append("|not").append(leftOut);
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256")
                    .digest(canonical.toString().getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(digest);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java platform has SHA-256", e);
        }
    }

    private static void canonical(StringBuilder to, String how, Places places) {
        to.append('|').append(how).append(places.countries()).append(places.regions());
        for (Circle c : places.circles()) {
            to.append(String.format(
                    Locale.ROOT, "|%d@%.5f,%.5f~%s", c.cityId(), c.latitude(), c.longitude(), c.exactKm()));
        }
    }
}
