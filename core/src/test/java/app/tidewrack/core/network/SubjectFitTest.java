package app.tidewrack.core.network;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Circle;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import java.util.List;
import org.junit.jupiter.api.Test;

class SubjectFitTest {
    private static final SubjectRule JOBS =
            new SubjectRule("jobs", "Jobs", false, false, 25, List.of(TermKind.INCOME, TermKind.LOOKALIKE));

    private static final AudienceOffer OFFER = new AudienceOffer(
            List.of(),
            14,
            80,
            List.of(),
            true,
            null,
            List.of(),
            10,
            10,
            List.of(),
            List.of(),
            new AudienceOffer.LookalikeRule(100, 10),
            2000,
            1000);

    @Test
    void whatIsForbiddenIsNamed() {
        AudienceDefinition audience = AudienceDefinition.everyoneIn(Places.around(List.of(
                        new Circle(1, "Norwich", "GB", 52.6, 1.3, 24), new Circle(2, "Hull", "GB", 53.7, -0.3, 25))))
                .aged(new AgeRange(25, 40))
                .of(Gender.WOMEN)
                .and(AnyOf.of(new Term(TermKind.INCOME, "top")));
        assertThat(SubjectFit.judge(audience, JOBS, OFFER))
                .extracting(b -> b.kind() + " " + b.asked() + " " + b.leastRadiusKm())
                .containsExactly(
                        "AGES 25 to 40 0", "GENDER WOMEN 0", "RADIUS 24 km around Norwich 25", "TERM INCOME 0");
        assertThat(SubjectFit.judge(
                        AudienceDefinition.everyoneIn("GB")
                                .aged(new AgeRange(14, 80))
                                .interestedIn(List.of("knitting")),
                        JOBS,
                        OFFER))
                .isEmpty();
        SubjectRule politics = new SubjectRule("politics", "Politics", true, true, 0, List.of());
        assertThat(SubjectFit.judge(audience, politics, OFFER)).isEmpty();
    }
}
