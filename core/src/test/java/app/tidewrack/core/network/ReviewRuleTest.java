package app.tidewrack.core.network;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.network.ReviewRule.Reason;
import app.tidewrack.core.network.ReviewRule.Risk;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ReviewRuleTest {
    private static final ReviewRule RULE = new ReviewRule(
            Duration.ofMinutes(15),
            Duration.ofHours(18),
            List.of(
                    new Reason("promise", "It promises “%s”.", List.of("guaranteed", "100 %")),
                    new Reason("shouting", "It shouts “%s”.", List.of()),
                    new Reason("personal", "It says what people are: “%s”.", List.of("are you over"))));

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Mended, GUARANTEED, by bedtime | promise | It promises “GUARANTEED”.",
                "Wool of 100 % sheep | promise | It promises “100 %”.",
                "MEND YOUR SOCKS now | shouting | It shouts “MEND YOUR SOCKS”.",
                "Are you over forty? | personal | It says what people are: “Are you over”."
            })
    void saysWhatItWouldRefuseAndWhereItStands(String text, String code, String words) {
        assertThat(RULE.risks(text)).singleElement().satisfies(risk -> {
            assertThat(risk.code()).isEqualTo(code);
            assertThat(risk.words()).isEqualTo(words);
            assertThat(words).contains(text.substring(risk.from(), risk.to()));
        });
    }

    @Test
    void eachReasonIsToldOnceInTheRulebooksOrder() {
        assertThat(RULE.risks("Are you over it? GUARANTEED GUARANTEED, 100 %").map(Risk::code))
                .containsExactly("promise", "shouting", "personal");
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "Mend it before the cold does", "SALE", "UK and USA", "MEND 20 socks"})
    void whatReviewTakesHasNoRisk(String text) {
        assertThat(RULE.risks(text)).isEmpty();
    }

    /** Only the ages that an ad is shown to are said to people; other numbers are not. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Nurses of 25–34, rest here | 25 | 34 | 25–34",
                "For ages 25 - 34 | 25 | 34 | 25 - 34",
                "Für 25 bis 34 | 25 | 34 | 25 bis 34",
                "Til dig på 25 til 34 | 25 | 34 | 25 til 34",
                "65+ travel for less | 65 | 90 | 65+",
                "25–34 km of coast | 30 | 40 |",
                "Open 9–17 | 18 | 65 |",
                "125–34 | 25 | 34 |",
                "25–340 | 25 | 34 |",
                "25 to go | 25 | 34 |"
            })
    void agesAreSaidToThoseWhoHaveThem(String text, int from, int to, String said) {
        ReviewRule rule = new ReviewRule(
                Duration.ofMinutes(15), Duration.ofHours(18), List.of(new Reason("age", "It says “%s”.", List.of())));
        assertThat(rule.risks(text, new AgeRange(from, to)).map(r -> text.substring(r.from(), r.to())))
                .isEqualTo(said == null ? List.of() : List.of(said));
        assertThat(rule.risks(text)).isEmpty();
    }
}
