package app.tidewrack.server.frame;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.feedback.Language;
import app.tidewrack.server.OddTools;
import app.tidewrack.server.frame.Spelling.Looked;
import app.tidewrack.server.frame.Spelling.Mistake;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class SpellingTest {
    private final Spelling spelling = new Spelling("hunspell", Duration.ofSeconds(10));

    /** Misspellings that school books warn of, with what is meant. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "EN | We recieve your jumper | recieve | receive",
                "EN | It is definately warm | definately | definitely",
                "EN | A seperate needle | seperate | separate",
                "DE | Ein Paket Wolle und Nadlen | Nadlen | Nadeln",
                "DE | Wir reparriren es | reparriren | ",
                "DA | En varm trøjje til dig | trøjje | trøje",
                "NL | Een warme truii voor jou | truii | trui"
            })
    void findsTheWordAndWhatIsMeant(Language language, String text, String wrong, String meant) {
        List<Mistake> found =
                spelling.look(List.of("", text), language).mistakes().get(1);

        assertThat(found).singleElement().satisfies(m -> {
            assertThat(m.word()).isEqualTo(wrong);
            assertThat(text.substring(m.from(), m.to())).isEqualTo(wrong);
            assertThat(meant == null ? List.of("") : m.suggestions()).contains(meant == null ? "" : meant);
        });
    }

    @Test
    void manyTextsKeepTheirPlacesWhateverTheyBeginWith() {
        List<String> texts = List.of(
                "!*commands are not obeyed",
                "#xyzzq\nand anotherr\tline",
                "Mend it in {town|yuor town} tonight 🧶 tonihgt",
                "^hat",
                "");
        Looked looked = spelling.look(texts, Language.EN);

        assertThat(looked.missing()).isEmpty();
        assertThat(looked.mistakes()).hasSize(5);
        assertThat(looked.mistakes().stream()
                        .map(ms -> ms.stream().map(Mistake::word).toList()))
                .containsExactly(List.of(), List.of("xyzzq", "anotherr"), List.of("tonihgt"), List.of(), List.of());
        Mistake last = looked.mistakes().get(2).get(0);
        assertThat(texts.get(2).substring(last.from(), last.to())).isEqualTo("tonihgt");
    }

    /** A tool that is missing, one that never ends, and one without its dictionary. */
    @ParameterizedTest
    @ValueSource(strings = {"", "sleep 60", "echo no dictionary >&2; exit 1"})
    void withoutTheToolThePackageIsNamed(String script, @TempDir Path folder) throws IOException {
        String tool = OddTools.doing(script, folder);
        Looked looked = new Spelling(tool, Duration.ofMillis(700)).look(List.of("recieve"), Language.DA);

        assertThat(looked).isEqualTo(new Looked(List.of(List.of()), "hunspell-da"));
    }
}
