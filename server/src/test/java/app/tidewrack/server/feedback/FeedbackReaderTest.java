package app.tidewrack.server.feedback;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.feedback.FeedbackReader.Columns;
import app.tidewrack.server.feedback.FeedbackReader.Row;
import app.tidewrack.server.feedback.FeedbackReader.TableGuess;
import app.tidewrack.server.web.TableReader;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.json.JsonMapper;

class FeedbackReaderTest {
    private final FeedbackReader reader = new FeedbackReader(new TableReader(new JsonMapper()));

    private static InputStream file(String content) {
        return new ByteArrayInputStream(content.getBytes(StandardCharsets.UTF_8));
    }

    @ParameterizedTest
    @CsvSource({
        "5, 5",
        "'4,0', 4",
        "4.5, 4",
        "3/5, 3",
        "2 out of 5, 2",
        "5 von 5, 5",
        "4 af 5, 4",
        "1 van 5, 1",
        "★★★★☆, 4",
        "★, 1",
        "⭐⭐⭐, 3",
        "0, ",
        "6, ",
        "four, ",
        "'', ",
        "★★★★★★, ",
        "10/10, ",
        "55, "
    })
    void starsAreReadAsPeopleWriteThem(String cell, @Nullable Integer stars) {
        assertThat(FeedbackReader.stars(cell)).isEqualTo(stars);
    }

    /** Heads of tables as shops, forms and networks hand them out; text, stars, who. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            nullValues = "-",
            value = {
                "date,customer,rating,review | 2027-01-01,Jo Vane,4,The needle bent on the first day | review | rating | customer",
                "Name;Sterne;Bewertung | Jo Vane;5;Die Nadel ist sehr gut und stabil | bewertung | sterne | name",
                "navn;stjerner;kommentar | Jo Vane;2;Nålen knækkede den første dag | kommentar | stjerner | navn",
                "naam,cijfer,opmerking | Jo Vane,3,De naald brak op de eerste dag | opmerking | cijfer | naam",
                "order,what happened,points | 77,The needle bent on the first day,2 | what happened | points | -",
                "id,text | 1,The needle bent on the first day | text | id | -",
                "review | The needle bent on the first day | review | - | -",
                "a,b | 77,12 | - | - | -"
            })
    void columnsAreGuessedByWhatTheyHold(
            String head, String row, @Nullable String text, @Nullable String stars, @Nullable String who)
            throws IOException {
        TableGuess guess = reader.guess(file(head + "\n" + row + "\n" + row));

        assertThat(guess.guessed()).isEqualTo(new Columns(text, stars, who));
        assertThat(guess.columns()).isNotEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "'Good wool\nBad needle', 2",
        "'Good wool,\nwarm too\n\nBad needle\n\n\nLate', 3",
        "'\n\n  One only  \n\n', 1",
        "'', 0"
    })
    void aTextIsPartedAtEmptyLinesWhereThereAreAny(String text, int count) throws IOException {
        assertThat(reader.guess(file(text.isEmpty() ? "x" : text)).columns()).isEmpty();
        assertThat(reader.read(file(text), Columns.NONE))
                .hasSize(count)
                .allMatch(r -> !r.text().isBlank());
    }

    @Test
    void whatWasWrittenInAnOlderEncodingIsRead() throws IOException {
        byte[] old = "name;stjerner;kommentar\nJo;2;Nålen knækkede på første dag\n"
                .getBytes(Charset.forName("windows-1252"));

        assertThat(reader.read(new ByteArrayInputStream(old), new Columns("kommentar", "stjerner", "name")))
                .containsExactly(new Row("Nålen knækkede på første dag", 2, "Jo"));
    }

    @Test
    void aCellOfManyLinesIsOneText() throws IOException {
        assertThat(reader.read(
                        file("review,stars\n\"Two\nlines, and \"\"quotes\"\"\",5\n"),
                        new Columns("review", "stars", null)))
                .containsExactly(new Row("Two\nlines, and \"quotes\"", 5, ""));
    }

    @Test
    void aColumnThatIsNotThereIsNamed() {
        assertThatThrownBy(() -> reader.read(file("review\nGood"), new Columns("opinion", null, null)))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("no column “opinion”");
    }
}
