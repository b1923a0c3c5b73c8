package app.tidewrack.core.network;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Circle;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.audience.Presence;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.network.AudienceOffer.LookalikeRule;
import app.tidewrack.core.network.AudienceOffer.RadiusRule;
import app.tidewrack.core.network.AudienceOffer.TermOffer;
import app.tidewrack.core.network.NearestAudience.Difference;
import app.tidewrack.core.network.NearestAudience.Kind;
import app.tidewrack.core.network.Rulebook.Choice;
import java.util.List;
import java.util.Random;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NearestAudienceTest {
    private static final List<AgeRange> BANDS = List.of(
            new AgeRange(14, 19),
            new AgeRange(20, 29),
            new AgeRange(30, 39),
            new AgeRange(40, 49),
            new AgeRange(50, 64),
            new AgeRange(65, 65));

    private static final Circle NORWICH = new Circle(7, "Norwich", "GB", 52.63, 1.3, 25);

    private static AudienceOffer offer(List<AgeRange> bands, boolean regions, @Nullable RadiusRule radius) {
        return new AudienceOffer(
                List.of(new Choice("GB", "Great Britain"), new Choice("DK", "Denmark")),
                14,
                bands.isEmpty() ? 80 : 65,
                bands,
                regions,
                radius,
                List.of(Presence.LIVING),
                10,
                50,
                List.of(
                        new TermOffer(TermKind.INTEREST, "Interests", 10, List.of()),
                        new TermOffer(TermKind.DEVICE, "Devices", 3, List.of(new Choice("phone", "Phone")))),
                List.of(),
                new LookalikeRule(100, 10),
                1000,
                1000);
    }

    private static NearestAudience nearest(AudienceDefinition asked, AudienceOffer offer) {
        return NearestAudience.of(asked, offer, c -> c, Term::code);
    }

    /** Bands as the trade knows them (common practice); the least mismatch in years by counting. */
    @ParameterizedTest
    @CsvSource({
        "27, 46, 30, 49, 3, 3",
        "25, 54, 20, 49, 5, 5",
        "30, 49, 30, 49, 0, 0",
        "18, 80, 20, 65, 0, 2",
        "60, 80, 65, 65, 0, 5"
    })
    void agesGoToTheNearestBands(int from, int to, int gotFrom, int gotTo, int surplus, int shortage) {
        NearestAudience found =
                nearest(AudienceDefinition.everyoneIn("GB").aged(new AgeRange(from, to)), offer(BANDS, true, null));
        assertThat(found.audience().ages()).isEqualTo(new AgeRange(gotFrom, gotTo));
        if (surplus + shortage == 0) {
            assertThat(found.differences()).isEmpty();
        } else {
            assertThat(found.differences())
                    .containsExactly(new Difference(
                            Kind.AGES_CHANGED, from + " to " + to, gotFrom + " to " + gotTo, surplus, shortage));
        }
    }

    @Test
    void whatCannotBeDoneIsTold() {
        AudienceDefinition asked = AudienceDefinition.everyoneIn(
                        new Places(List.of("CA"), List.of("DK.17"), List.of(NORWICH)))
                .present(Presence.LATELY)
                .and(AnyOf.of(new Term(TermKind.KEYWORD, "darning"), Term.interest("knitting")))
                .without(List.of(new Term(TermKind.DEVICE, "tablet")));
        NearestAudience coarse = nearest(asked, offer(List.of(), false, null));
        assertThat(coarse.audience())
                .isEqualTo(AudienceDefinition.everyoneIn(Places.inCountries("GB", "DK"))
                        .interestedIn(List.of("knitting")));
        assertThat(coarse.differences())
                .extracting(Difference::kind, Difference::asked, Difference::got)
                .containsExactly(
                        tuple(Kind.COUNTRY_MISSING, "CA", ""),
                        tuple(Kind.PLACE_WIDENED, "DK.17", "DK"),
                        tuple(Kind.PLACE_WIDENED, "25 km of Norwich", "GB"),
                        tuple(Kind.PRESENCE_CHANGED, "there lately", "living there"),
                        tuple(Kind.TERMS_MISSING, "darning", ""),
                        tuple(Kind.TERMS_MISSING, "tablet", ""));
        assertThat(nearest(AudienceDefinition.everyoneIn("CA"), offer(List.of(), true, null))
                        .audience())
                .isNull();
    }

    /** Whatever is asked, the network takes what is found; and what it takes as it is, is left as it is. */
    @Test
    void whatIsFoundIsAlwaysOffered() {
        Random random = new Random(3);
        List<Term> pool = List.of(
                Term.interest("knitting"),
                new Term(TermKind.DEVICE, "phone"),
                new Term(TermKind.DEVICE, "tablet"),
                new Term(TermKind.KEYWORD, "wool"));
        for (int run = 0; run < 500; run++) {
            AudienceOffer offer = offer(
                    random.nextBoolean() ? BANDS : List.of(),
                    random.nextBoolean(),
                    random.nextBoolean() ? new RadiusRule(10, 40) : null);
            int from = 14 + random.nextInt(60);
            Circle circle = new Circle(0, "Pin", "GB", 52, 1, 1 + random.nextInt(90));
            AudienceDefinition asked = AudienceDefinition.everyoneIn(
                            random.nextBoolean() ? Places.inCountries("DK") : Places.around(List.of(circle)))
                    .present(Presence.values()[random.nextInt(3)])
                    .aged(random.nextBoolean() ? null : new AgeRange(from, from + random.nextInt(81 - from)))
                    .of(Gender.values()[random.nextInt(3)])
                    .and(AnyOf.of(pool.get(random.nextInt(4)), pool.get(random.nextInt(4))));
            NearestAudience found = nearest(asked, offer);
            OfferedAudience.require(found.audience(), offer);
            // An oldest age stands for it and over, so 80 and 65 may mean the same.
            AudienceDefinition same = asked.aged(found.audience().ages());
            assertThat(found.differences().isEmpty())
                    .isEqualTo(found.audience().equals(same) && sameAges(asked, found));
            assertThat(nearest(found.audience(), offer).differences()).isEmpty();
        }
    }

    private static boolean sameAges(AudienceDefinition asked, NearestAudience found) {
        AgeRange a = asked.ages();
        AgeRange got = found.audience().ages();
        return a == null || (a.from() == got.from() && (a.to() == got.to() || (got.to() == 65 && a.to() > 65)));
    }
}
