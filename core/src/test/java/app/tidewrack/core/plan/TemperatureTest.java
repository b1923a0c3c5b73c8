package app.tidewrack.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.source.SourceKind;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TemperatureTest {
    /** Common practice: who came or bought is retargeted, who engaged is warm, a likeness is still a stranger. */
    @ParameterizedTest
    @CsvSource({
        "SOURCE, LIST, RETARGETING",
        "SOURCE, SITE, RETARGETING",
        "SOURCE, VIDEO, WARM",
        "SOURCE, FORM, WARM",
        "SOURCE, PROFILE, WARM",
        "SOURCE, unknown, WARM",
        "TIE, page:1, WARM",
        "LOOKALIKE, LIST:GB:1-2, COLD",
        "INTEREST, knitting, COLD"
    })
    void temperatureFollowsFromWhatTiesPeople(TermKind kind, String code, Temperature expected) {
        Map<String, SourceKind> kinds =
                Arrays.stream(SourceKind.values()).collect(Collectors.toMap(SourceKind::name, Function.identity()));
        AudienceDefinition audience = AudienceDefinition.everyoneIn("GB")
                .interestedIn(List.of("sewing"))
                .and(AnyOf.of(new Term(kind, code)));
        assertThat(Temperature.of(audience, kinds)).isEqualTo(expected);
    }
}
