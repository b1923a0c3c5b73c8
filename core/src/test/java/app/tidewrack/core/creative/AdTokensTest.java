package app.tidewrack.core.creative;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.Rulebooks;
import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.network.AudienceOffer;
import app.tidewrack.core.network.AudienceOffer.TermOffer;
import app.tidewrack.core.network.Rulebook.Choice;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class AdTokensTest {
    private static final AudienceDefinition BRITISH = AudienceDefinition.everyoneIn("GB");

    /** An offer of two trades. */
    private static AudienceOffer offer() {
        AudienceOffer o = Rulebooks.small(true).audience();
        return new AudienceOffer(
                o.countries(),
                o.youngest(),
                65,
                o.ageBands(),
                o.regions(),
                o.radius(),
                o.presences(),
                o.mostPlaces(),
                o.mostTerms(),
                List.of(
                        new TermOffer(TermKind.JOB_TITLE, "Job titles", 9, List.of(new Choice("nurse", "Nurse"))),
                        new TermOffer(TermKind.INDUSTRY, "Industries", 9, List.of(new Choice("62", "Health care")))),
                o.sources(),
                o.lookalike(),
                o.leastPeople(),
                o.privacyFloor());
    }

    private static AnyOf any(Term... terms) {
        return new AnyOf(List.of(terms));
    }

    private static Map<String, String> of(AudienceDefinition audience) {
        return AdTokens.of(audience, "Oddment", offer());
    }

    @Test
    void agesAreSaidAsTheyAreAskedFor() {
        assertThat(of(BRITISH)).isEqualTo(Map.of("client", "Oddment"));
        assertThat(of(BRITISH.aged(new AgeRange(25, 34)))).containsEntry("ages", "25–34");
        assertThat(of(BRITISH.aged(new AgeRange(45, 65)))).containsEntry("ages", "45+");
    }

    /** Of one trade it is named; of several, or one that the network does not name, what stands beside the token is said. */
    @Test
    void workIsSaidWhereThereIsOne() {
        Term nurse = new Term(TermKind.JOB_TITLE, "nurse");
        Term care = new Term(TermKind.INDUSTRY, "62");
        assertThat(of(BRITISH.and(any(nurse)))).containsEntry("work", "Nurse");
        assertThat(of(BRITISH.and(any(care)).and(any(new Term(TermKind.INTEREST, "knitting")))))
                .containsEntry("work", "Health care");
        assertThat(of(BRITISH.and(any(nurse, care)))).doesNotContainKey("work");
        assertThat(of(BRITISH.and(any(nurse)).and(any(care)))).doesNotContainKey("work");
        assertThat(of(BRITISH.and(any(new Term(TermKind.JOB_TITLE, "unknown")))))
                .doesNotContainKey("work");
    }
}
