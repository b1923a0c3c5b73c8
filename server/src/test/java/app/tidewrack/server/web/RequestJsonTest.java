package app.tidewrack.server.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.form.LeadForm.FormContent;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.NullMarked;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/** What is read of a request, and what is refused at the door with its path. */
@NullMarked
class RequestJsonTest {
    private static final JsonMapper JSON = RequestJson.mapper(List.of(new CoreJson().coreTypes()));

    enum Colour {
        RED,
        BLUE
    }

    record Inner(String text, @Nullable String note, double share, int count) {}

    record Outer(
            @Size(max = 3) String code,
            List<Inner> inners,
            Map<String, Inner> byName,
            @Nullable LocalDate day,
            @Nullable Colour colour) {}

    private static String body(String code, String inners, String byName, String more) {
        return "{\"code\": %s, \"inners\": %s, \"byName\": %s%s}".formatted(code, inners, byName, more);
    }

    private static final String INNER = "{\"text\": \"t\", \"share\": 1.5, \"count\": 2}";

    @Test
    void whatIsWholeIsRead() {
        Outer read = JSON.readValue(
                body("\"abc\"", "[" + INNER + "]", "{\"k\": " + INNER + "}", ", \"day\": \"2100-12-31\""), Outer.class);
        Inner inner = new Inner("t", null, 1.5, 2);
        assertThat(read)
                .isEqualTo(new Outer("abc", List.of(inner), Map.of("k", inner), LocalDate.of(2100, 12, 31), null));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            null     | []                                              | {}          |                      | code           | missing
            "abcd"   | []                                              | {}          |                      | code           | 4 characters; the most is 3
            12       | []                                              | {}          |                      | code           | form wanted
            "a\\u0000" | []                                            | {}          |                      | code           | a control character, U+0000
            "\\ud83d" | []                                             | {}          |                      | code           | half of a character, U+D83D
            "a"      | null                                            | {}          |                      | inners         | missing
            "a"      | [null]                                          | {}          |                      | inners[0]      | missing
            "a"      | [{"text":"t","share":1,"count":1},{"text":"t","share":1}] | {} |                     | inners[1].count | missing
            "a"      | [{"text":null,"share":1,"count":1}]             | {}          |                      | inners[0].text | missing
            "a"      | [{"text":"t","share":1e999,"count":1}]          | {}          |                      | inners[0].share | too large
            "a"      | [{"text":"t","share":1,"count":99999999999}]    | {}          |                      | inners[0].count | out of the numbers
            "a"      | []                                              | {"k": null} |                      | byName.k       | missing
            "a"      | []                                              | {"\\ud83d": null} |                | byName         | half of a character
            "a"      | []                                              | {}          | , "day": "1989-12-31" | day           | no day from 1990-01-01 to 2100-12-31
            "a"      | []                                              | {}          | , "day": "+999999999-01-01" | day     | no day from
            "a"      | []                                              | {}          | , "colour": "GREEN"  | colour         | one of [RED, BLUE]
            """)
    void whatIsNotIsToldWithItsPath(
            String code, String inners, String byName, @Nullable String more, String field, String says) {
        String sent = body(code, inners, byName, more == null ? "" : more);
        assertThatThrownBy(() -> JSON.readValue(sent, Outer.class))
                .isInstanceOfSatisfying(JacksonException.class, e -> {
                    assertThat(Problems.unread(e).getProperties()).containsEntry("field", field);
                    assertThat(Problems.unread(e).getDetail()).contains(says);
                });
    }

    /** Records of core are held to what they declare, as those of the server are. */
    @Test
    void coreIsReadTheSameWay() {
        String form = """
                {"headline": "h", "opening": "", "privacyLink": "", "consent": "", "onePage": true,
                 "completion": {"text": "", "button": "", "link": ""},
                 "questions": [{"field": "email", "text": "", "choices": [null], "required": true}]}""";
        assertThatThrownBy(() -> JSON.readValue(form, FormContent.class))
                .isInstanceOfSatisfying(
                        JacksonException.class,
                        e -> assertThat(Problems.unread(e).getProperties())
                                .containsEntry("field", "questions[0].choices[0]"));
    }

    @Test
    void depthAndLengthAreLimited() {
        for (String sent : List.of("[".repeat(50_000), "\"" + "x".repeat(3_000_000) + "\"", "9".repeat(1_000))) {
            assertThatThrownBy(() -> JSON.readTree(sent)).isInstanceOf(JacksonException.class);
        }
    }
}
