package app.tidewrack.core.audience;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.audience.AudienceDefinition.Step;
import app.tidewrack.core.audience.AudienceDefinition.StepKind;
import app.tidewrack.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.stream.LongStream;
import net.sf.geographiclib.Geodesic;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AudienceTest {
    private static final Circle NORWICH = new Circle(1, "Norwich", "GB", 52.62783, 1.29834, 25);
    private static final Circle HALIFAX = new Circle(2, "Halifax", "GB", 53.71667, -1.85, 12);

    /** Against GeographicLib-Java 2.1, WGS 84 ellipsoid: within 0.6 % for 2,000 pairs up to a few thousand km apart. */
    @Test
    void greatCircleIsWithinSixPerMilleOfTheEllipsoid() {
        Random random = new Random(11);
        for (int i = 0; i < 2000; i++) {
            double lat1 = random.nextDouble() * 150 - 75;
            double lon1 = random.nextDouble() * 360 - 180;
            double lat2 = Math.max(-89, Math.min(89, lat1 + random.nextGaussian() * 8));
            double lon2 = lon1 + random.nextGaussian() * 8;
            double exact = Geodesic.WGS84.Inverse(lat1, lon1, lat2, lon2).s12 / 1000;
            assertThat(Circle.distanceKm(lat1, lon1, lat2, lon2)).isCloseTo(exact, within(exact * 0.006));
        }
    }

    @Test
    void sameConditionsInAnyOrderAreTheSameAudience() {
        AudienceDefinition one = around(NORWICH, HALIFAX, NORWICH).interestedIn(List.of("b", "a", "b"));
        AudienceDefinition other = around(HALIFAX, NORWICH).interestedIn(List.of("a", "b"));
        assertThat(one).isEqualTo(other);
        assertThat(one.hash()).isEqualTo(other.hash()).hasSize(64);
        assertThat(one.aged(new AgeRange(25, 55)).hash()).isNotEqualTo(one.hash());
        assertThat(one.without(List.of(Term.interest("a"))).hash()).isNotEqualTo(one.hash());
        assertThat(AudienceWords.of(one, c -> "Great Britain", Term::code))
                .isEqualTo(
                        "Great Britain, within 25 km of Norwich or 12 km of Halifax, aged 25 to 54, interested in a or b");
    }

    @Test
    void ladderTellsWhatEachStepKeepsAndWhichNarrowsMost() {
        AudienceDefinition audience = around(NORWICH).of(Gender.WOMEN).interestedIn(List.of("knitting"));
        List<Step> steps = audience.steps();
        assertThat(steps)
                .extracting(Step::kind)
                .containsExactly(StepKind.COUNTRY, StepKind.PLACES, StepKind.AGES, StepKind.GENDER, StepKind.CONDITION);
        assertThat(steps.get(4).soFar()).isEqualTo(audience);
        assertThat(AudienceDefinition.everyoneIn("GB").steps()).hasSize(1);
        List<AudienceSize> sizes = LongStream.of(38_400_000, 384_000, 192_000, 96_000, 9_600)
                .mapToObj(n -> AudienceSize.told(n, 1000))
                .toList();
        NarrowingLadder ladder = NarrowingLadder.of(steps, sizes);
        assertThat(ladder.narrowsMost()).isEqualTo(1);
        assertThat(ladder.rungs().get(2).kept()).isEqualTo(0.5);
        assertThat(ladder.rungs().get(0).kept()).isNull();
        assertThat(ladder.last().people()).isEqualTo(9_600);
    }

    private static AudienceDefinition around(Circle... circles) {
        return AudienceDefinition.everyoneIn(Places.around(List.of(circles))).aged(new AgeRange(25, 54));
    }

    /** Ages 27 to 46 of bands (common practice); the other rows follow from counting years. */
    @ParameterizedTest
    @CsvSource({"27, 46, 30, 49, 3, 3", "20, 39, 20, 39, 0, 0", "34, 41, 30, 39, 4, 2", "60, 64, 50, 64, 10, 0"})
    void agesGoToTheNearestRunOfBands(int from, int to, int gotFrom, int gotTo, int surplus, int shortYears) {
        List<AgeRange> bands = List.of(
                new AgeRange(14, 19),
                new AgeRange(20, 29),
                new AgeRange(30, 39),
                new AgeRange(40, 49),
                new AgeRange(50, 64),
                new AgeRange(65, 80));
        assertThat(AgeBands.nearest(new AgeRange(from, to), bands))
                .isEqualTo(new AgeBands.Nearest(new AgeRange(gotFrom, gotTo), surplus, shortYears));
    }

    @ParameterizedTest
    @CsvSource({
        "38412345, 38400000, false",
        "412345, 412000, false",
        "1005, 1010, false",
        "1000, 1000, false",
        "999, 1000, true",
        "0, 1000, true"
    })
    void sizesAreToldRoundedAndNeverUnderTheFloor(long exact, long told, boolean fewer) {
        assertThat(AudienceSize.told(exact, 1000)).isEqualTo(new AudienceSize(told, fewer));
    }

    @Test
    void agesDoNotRunBackwards() {
        assertThatThrownBy(() -> new AgeRange(54, 25)).hasMessageContaining("54 to 25 run backwards");
    }

    /** Two pins that were named alike and lie apart are the same places in whatever order; a mile is one to the last digit. */
    @Test
    void pinsAreTheSameInAnyOrderAndAsWideAsTheySay() {
        Circle north = new Circle(0, "Pin", "GB", 52.7, 1.2, 25);
        Circle south = new Circle(0, "Pin", "GB", 52.5, 1.2, 25);
        assertThat(around(north, south)).isEqualTo(around(south, north));
        assertThat(around(north, south).hash()).isEqualTo(around(south, north).hash());
        Circle mile = new Circle(0, "Pin", "GB", 52.7, 1.2, 1.609344);
        assertThat(mile.radius()).isEqualTo("1.6 km");
        assertThat(mile.contains(52.7 + 1.60 / 111.195, 1.2)).isTrue();
        assertThat(mile.contains(52.7 + 1.62 / 111.195, 1.2)).isFalse();
        assertThat(around(mile).hash())
                .isNotEqualTo(around(new Circle(0, "Pin", "GB", 52.7, 1.2, 1.6)).hash());
        assertThatThrownBy(() -> new Circle(0, "Pin", "GB", 52.7, 1.2, Double.NaN))
                .isInstanceOf(Refusal.class);
    }

    /** Steps stay as the buyer made them; who is meant, and the hash, do not depend on their order. */
    @Test
    void theOrderOfConditionsNarrowsButDoesNotMean() {
        Random random = new Random(12);
        List<AnyOf> pool = new ArrayList<>(List.of(
                AnyOf.of(Term.interest("knitting"), Term.interest("baking")),
                AnyOf.of(new Term(TermKind.DEVICE, "phone")),
                AnyOf.of(new Term(TermKind.LANGUAGE, "en")),
                AnyOf.of(Term.interest("chess"))));
        for (int run = 0; run < 50; run++) {
            AudienceDefinition one = built(pool);
            Collections.shuffle(pool, random);
            AudienceDefinition other = built(pool);
            assertThat(other).isEqualTo(one).hasSameHashCodeAs(one);
            assertThat(other.hash()).isEqualTo(one.hash());
            assertThat(other.conditions()).containsExactlyElementsOf(pool);
            assertThat(other.steps()).hasSize(5);
            assertThat(other.interestedIn(List.of("sewing"))).isNotEqualTo(one);
        }
    }

    private static AudienceDefinition built(List<AnyOf> conditions) {
        AudienceDefinition d = AudienceDefinition.everyoneIn("GB");
        for (AnyOf condition : conditions) {
            d = d.and(condition);
        }
        return d;
    }

    /** The share is of the smaller of two, and what is too few to be told counts as none. */
    @Test
    void whoSharesMostIsFound() {
        AudienceSize few = new AudienceSize(1000, true);
        List<AudienceSize> sizes = List.of(
                new AudienceSize(10_000, false), new AudienceSize(4_000, false), new AudienceSize(50_000, false));
        List<List<AudienceSize>> shared = List.of(
                List.of(), List.of(new AudienceSize(2_000, false)), List.of(new AudienceSize(3_000, false), few));
        assertThat(MostShared.of(sizes, shared)).contains(new MostShared(0, 1, 0.5, new AudienceSize(2_000, false)));
        assertThat(MostShared.of(sizes, List.of(List.of(), List.of(few), List.of(few, few))))
                .isEmpty();
    }
}
