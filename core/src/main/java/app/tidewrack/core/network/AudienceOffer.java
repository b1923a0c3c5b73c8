package app.tidewrack.core.network;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.Presence;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.network.Rulebook.Choice;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Whom a network lets advertisers ask for.
 *
 * @param oldest the highest age; it stands for that age and over
 * @param ageBands the only ages taken, in order; none means any whole ages
 * @param regions whether regions of a country can be asked for
 * @param radius null where nothing finer than a region is taken
 * @param mostTerms most terms of a whole definition
 * @param leastPeople an audience under this cannot run
 * @param privacyFloor sizes under this are told as "fewer than"
 */
public record AudienceOffer(
        List<Choice> countries,
        int youngest,
        int oldest,
        List<AgeRange> ageBands,
        boolean regions,
        @Nullable RadiusRule radius,
        List<Presence> presences,
        int mostPlaces,
        int mostTerms,
        List<TermOffer> terms,
        List<String> sources,
        LookalikeRule lookalike,
        int leastPeople,
        int privacyFloor) {

    /** Radiuses in whole kilometres, both ends included. */
    public record RadiusRule(int leastKm, int mostKm) {}

    /**
     * One kind of condition.
     *
     * @param most terms of this kind in a definition
     * @param choices what can be chosen; none where the choice is long and looked up, or free
     */
    public record TermOffer(TermKind kind, String words, int most, List<Choice> choices) {}

    /**
     * Lookalikes in whole percent of a country.
     *
     * @param leastSeed fewest matched people a seed may have
     * @param mostPercent outer edge of the widest band
     */
    public record LookalikeRule(int leastSeed, int mostPercent) {}

    public Optional<TermOffer> terms(TermKind kind) {
        return terms.stream().filter(t -> t.kind() == kind).findFirst();
    }

    /** Radiuses in words, such as {@code 2 to 100 km}. */
    public String radiusWords() {
        return radius == null ? "no radius" : "%d to %d km".formatted(radius.leastKm(), radius.mostKm());
    }
}
