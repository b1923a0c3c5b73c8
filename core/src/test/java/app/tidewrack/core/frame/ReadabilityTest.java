package app.tidewrack.core.frame;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.feedback.Language;
import app.tidewrack.core.frame.Frame.Becomes;
import app.tidewrack.core.frame.Frame.Part;
import app.tidewrack.core.frame.Readability.Ease;
import app.tidewrack.core.refusal.Refusal;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ReadabilityTest {
    /**
     * “The cat sat on the mat.” has 116 by Flesch's formula and the platypus 37.5, 13 words of 24 syllables, in accounts of it (from
     * memory); the others are the formulas' own sums, done by hand.
     */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "EN | The cat sat on the mat. | 116 | Flesch | EASY",
                "EN | The Australian platypus is seemingly a hybrid of a mammal and reptilian creature. | 37 | Flesch | HARD",
                "DE | Die Katze saß auf der Matte. | 96 | Amstad | EASY",
                "NL | De kat zat op de mat. | 124 | Douma | EASY",
                "DA | Katten sad på måtten. Den sov. | 3 | Lix | EASY",
                "DA | Virksomhedens medarbejdere udarbejdede omfattende dokumentation vedrørende produktet. | 107 | Lix | VERY_HARD"
            })
    void isThePublishedFormulas(Language language, String text, int figure, String formula, Ease ease) {
        assertThat(Readability.of(text, language)).hasValue(new Readability(figure, formula, ease));
    }

    /** Syllables as dictionaries part them. */
    @ParameterizedTest
    @CsvSource({
        "EN, mend, 1", "EN, needle, 2", "EN, darning, 2", "EN, loved, 1", "EN, wanted, 2", "EN, favourite, 3",
                "EN, cushions, 2",
        "EN, table, 2", "EN, the, 1", "EN, made, 1", "DE, wolle, 2", "DE, stopfnadel, 3", "DE, pullover, 3",
                "DA, trøje, 2",
        "DA, nål, 1", "NL, naald, 1", "NL, trui, 1", "NL, lievelingstrui, 4"
    })
    void syllablesAreGroupsOfVowels(Language language, String word, int syllables) {
        assertThat(Readability.syllables(word, language)).isEqualTo(syllables);
    }

    @ParameterizedTest
    @CsvSource({"''", "'   '", "'… — !'", "'🧶🧶'"})
    void aTextWithoutAWordHasNone(String text) {
        assertThat(Readability.of(text, Language.EN)).isEmpty();
        assertThat(ReadingTime.seconds(text, Language.EN)).isZero();
    }

    /** 150 words of 1.5 syllables take a minute (common practice). */
    @Test
    void aMinuteOfEnglishIsAHundredAndFiftyWords() {
        assertThat(ReadingTime.seconds("mend needle ".repeat(75), Language.EN)).isCloseTo(60, within(0.5));
    }

    private static Part part(String name, String hint, int seconds) {
        return new Part(name, hint, Becomes.BODY, null, seconds);
    }

    @Test
    void aFrameThatCannotBeKeptSaysWhy() {
        Part good = part("Hook", "", 3);
        Frame.READY.forEach(Frame::require);
        new Frame("Own", List.of(good)).require();
        refused(new Frame(" ", List.of(good)), "0 characters");
        refused(new Frame("Own", List.of()), "0 parts; 1 to 10");
        refused(new Frame("Own", Collections.nCopies(11, good)), "11 parts");
        refused(new Frame("Own", List.of(good, part("Hook ", "", 0))), "Two parts are called “Hook”");
        refused(new Frame("Own", List.of(part("n".repeat(81), "", 0))), "81 characters");
        refused(new Frame("Own", List.of(part("Hook", "h".repeat(301), 0))), "301 characters");
        refused(new Frame("Own", List.of(part("Hook", "", -1))), "-1 seconds");
    }

    private static void refused(Frame frame, String says) {
        assertThatThrownBy(frame::require).isInstanceOf(Refusal.class).hasMessageContaining(says);
    }
}
