package app.tidewrack.core.plan;

import app.tidewrack.core.audience.AgeBands;
import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.network.AudienceOffer;
import app.tidewrack.core.network.NearestAudience;
import app.tidewrack.core.network.NearestAudience.Difference;
import app.tidewrack.core.network.NearestAudience.Kind;
import app.tidewrack.core.network.Rulebook;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Whom the rows of a campaign would talk to on another network. Rows that stand beside each other by age stay beside each other. */
final class CarriedPeople {
    private final Rulebook rulebook;
    private final AudienceOffer offer;
    private final Function<String, AudienceDefinition> audiences;
    private final Function<String, String> place;
    private final Function<Term, String> term;
    private final Map<String, NearestAudience> nearest = new LinkedHashMap<>();
    private final Map<String, Optional<AgeRange>> ages = new HashMap<>();

    /** @param audiences the definition of an audience's id */
    CarriedPeople(
            List<Row> rows,
            Rulebook rulebook,
            Function<String, AudienceDefinition> audiences,
            Function<String, String> place,
            Function<Term, String> term) {
        this.rulebook = rulebook;
        offer = rulebook.audience();
        this.audiences = audiences;
        this.place = place;
        this.term = term;
        rows.forEach(r -> nearest.computeIfAbsent(r.audienceId(), id -> nearest(audiences.apply(id))));
        rows.stream()
                .filter(r -> here(r).ages() != null)
                .collect(Collectors.groupingBy(
                        r -> List.of(here(r).aged(null).hash(), r.narrowing().placements()), Collectors.toList()))
                .values()
                .forEach(this::beside);
    }

    /**
     * @param audience what its audience becomes; null when the row finds nobody there
     * @param narrowing what it keeps to of it
     * @param label the row's, with the words of what it keeps to there
     * @param differences of what the row keeps to; those of its audience are told apart
     */
    record There(
            @Nullable AudienceDefinition audience, Narrowing narrowing, String label, List<Difference> differences) {

        AudienceDefinition people() {
            return narrowing.of(Objects.requireNonNull(audience));
        }
    }

    /** What differs in an audience, by its id, in the order of the rows. */
    Map<String, List<Difference>> differences() {
        Map<String, List<Difference>> told = new LinkedHashMap<>();
        nearest.forEach((id, found) -> told.put(id, found.differences()));
        return told;
    }

    There of(Row row) {
        NearestAudience base = Objects.requireNonNull(nearest.get(row.audienceId()));
        List<Difference> differences = new ArrayList<>();
        List<Slice> kept = new ArrayList<>();
        String label = row.label();
        boolean nobody = base.audience() == null;
        for (Slice slice : row.narrowing().slices()) {
            Optional<Slice> there = slice(row, slice, differences);
            nobody |= there.isEmpty() && slice.variable() != Variable.PLACEMENT && !(slice instanceof Slice.Having);
            label = relabelled(label, slice, there.map(Slice::words).orElse(""));
            there.ifPresent(kept::add);
        }
        if (nobody || base.audience() == null) {
            return new There(null, row.narrowing(), row.label(), differences);
        }
        Narrowing narrowing = beside(row, base.audience(), new Narrowing(kept));
        AudienceDefinition people = narrowing.of(base.audience());
        // Nobody means to talk to a whole country because what they asked for does not exist there.
        return people.saysOnlyWhere() && !here(row).conditions().isEmpty()
                ? new There(null, row.narrowing(), row.label(), differences)
                : new There(base.audience(), narrowing, label.isBlank() ? row.label() : label, differences);
    }

    private AudienceDefinition here(Row row) {
        return row.people(audiences.apply(row.audienceId()));
    }

    private NearestAudience nearest(AudienceDefinition asked) {
        return NearestAudience.of(asked, offer, place, term);
    }

    /** Ages of rows that differ in nothing else. */
    private void beside(List<Row> rows) {
        List<AgeRange> asked = rows.stream()
                .map(r -> Objects.requireNonNull(here(r).ages()))
                .distinct()
                .toList();
        List<Optional<AgeRange>> there =
                AgeBands.beside(asked.stream().map(this::within).toList(), offer.ageBands());
        rows.forEach(r -> {
            int i = asked.indexOf(Objects.requireNonNull(here(r).ages()));
            ages.put(r.id(), asked.get(i).to() < offer.youngest() ? Optional.empty() : there.get(i));
        });
    }

    /** The oldest age stands for it and over. */
    private AgeRange within(AgeRange asked) {
        return new AgeRange(
                Math.max(offer.youngest(), Math.min(offer.oldest(), asked.from())),
                Math.max(offer.youngest(), Math.min(offer.oldest(), asked.to())));
    }

    /** A row whose audience says the ages keeps to those that are its part beside the other rows. */
    private Narrowing beside(Row row, AudienceDefinition base, Narrowing kept) {
        AgeRange share = ages.getOrDefault(row.id(), Optional.empty()).orElse(null);
        return share == null || share.equals(kept.of(base).ages()) ? kept : kept.with(new Slice.Aged(share));
    }

    private Optional<Slice> slice(Row row, Slice slice, List<Difference> differences) {
        if (slice instanceof Slice.Aged aged) {
            return aged(row, aged, differences);
        }
        if (slice instanceof Slice.In in) {
            return in(in, differences);
        }
        if (slice instanceof Slice.Having having) {
            return having(row, having, differences);
        }
        return slice instanceof Slice.ShownIn shown
                ? rulebook.placement(shown.placement()).map(p -> slice)
                : Optional.of(slice);
    }

    private Optional<Slice> aged(Row row, Slice.Aged asked, List<Difference> differences) {
        Optional<AgeRange> there = Objects.requireNonNull(ages.get(row.id()));
        there.map(got -> NearestAudience.ages(asked.ages(), got, offer))
                .orElseGet(() -> Optional.of(new Difference(Kind.AGES_CHANGED, asked.words(), "", 0, 0)))
                .ifPresent(differences::add);
        return there.map(Slice.Aged::new);
    }

    private Optional<Slice> in(Slice.In asked, List<Difference> differences) {
        NearestAudience found = nearest(AudienceDefinition.everyoneIn(asked.places()));
        differences.addAll(found.differences());
        return Optional.ofNullable(found.audience())
                .map(there -> new Slice.In(there.places(), placed(asked, there.places())));
    }

    private Optional<Slice> having(Row row, Slice.Having asked, List<Difference> differences) {
        AudienceDefinition base =
                Objects.requireNonNull(nearest.get(row.audienceId())).audience();
        if (base == null) {
            return Optional.empty();
        }
        NearestAudience found =
                nearest(AudienceDefinition.everyoneIn(base.places()).under(List.of(new AnyOf(asked.terms()))));
        differences.addAll(found.differences());
        return Objects.requireNonNull(found.audience()).conditions().stream()
                .findFirst()
                .map(there -> new Slice.Having(asked.variable(), there.terms(), asked.words()));
    }

    /** The words of a place there: its own while it is as narrow as it was. */
    private String placed(Slice.In here, Places there) {
        return there.areWholeCountries() && !here.places().areWholeCountries()
                ? there.countries().stream().map(place).collect(Collectors.joining(" and "))
                : here.words();
    }

    /** A label with other words for a slice; without them where there are none. */
    static String relabelled(String label, Slice slice, String words) {
        return words.equals(slice.words())
                ? label
                : label.replaceFirst(
                                "(?<!\\S)" + Pattern.quote(slice.words()) + "(?!\\S)", Matcher.quoteReplacement(words))
                        .replaceAll(" {2,}", " ")
                        .strip();
    }
}
