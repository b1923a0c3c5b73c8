package app.tidewrack.core.film;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.feedback.Language;
import app.tidewrack.core.refusal.Refusal;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class CaptionTest {
    /** From W3C, WebVTT, 1.1 “A simple caption file”, its first cues (from memory). */
    private static final String W3C_SIMPLE = """
            WEBVTT

            00:11.000 --> 00:13.000
            <v Roger Bingham>We are in New York City

            00:13.000 --> 00:16.000
            <v Roger Bingham>We’re actually at the Lucern Hotel, just down the street

            00:16.000 --> 00:18.000
            <v Roger Bingham>from the American Museum of Natural History
            """;

    /** From W3C, WebVTT, 1.2 and 1.3: line breaks, comments, styles, identifiers and settings (from memory). */
    private static final String W3C_MORE = """
            WEBVTT - This file has cues.

            STYLE
            ::cue {
              color: papayawhip;
            }

            NOTE This is a comment
            that runs on

            1 - first
            00:00:00.500 --> 00:00:02.000 position:10%,line-left align:left size:35%
            Where did he go?

            test
            00:03.000 --> 00:06.500
            <c.blue>I think</c> he went <00:05.000><b>down</b> this lane &amp; that &lt;one&gt;.
            - What are you waiting for?
            """;

    @Test
    void theExamplesOfWebVttAreRead() {
        assertThat(CaptionFile.read(W3C_SIMPLE))
                .containsExactly(
                        new Caption(11, 13, "We are in New York City"),
                        new Caption(13, 16, "We’re actually at the Lucern Hotel, just down the street"),
                        new Caption(16, 18, "from the American Museum of Natural History"));
        assertThat(CaptionFile.read(W3C_MORE))
                .containsExactly(
                        new Caption(0.5, 2, "Where did he go?"),
                        new Caption(
                                3, 6.5, "I think he went down this lane & that <one>.\n- What are you waiting for?"));
    }

    /** SubRip as programs write it, with a mark of byte order, line ends of one system and tags. */
    @Test
    void subRipIsRead() {
        String file = "\uFEFF1\r\n00:00:01,000 --> 00:00:02,500\r\n<i>Mend</i> it\r\n\r\n"
                + "2\r\n01:02:03,004 --> 01:02:05,000  X1:0\r\n{\\an8}before the cold\r\nsets in\r\n\r\n\r\n";
        assertThat(CaptionFile.read(file))
                .containsExactly(
                        new Caption(1, 2.5, "Mend it"), new Caption(3723.004, 3725, "before the cold\nsets in"));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            ''                                                                    | holds no captions
            WEBVTT                                                                | holds no captions
            hello                                                                 | Line 1, “hello”, belongs to no caption
            00:00:01,000 -> 00:00:02,000~a                                        | belongs to no caption
            00:00:01 --> 00:00:02~a                                               | Line 1, “00:00:01 --> 00:00:02”, has times
            00:75.000 --> 00:76.000~a                                             | has times that cannot be read
            00:02.000 --> 00:01.000~a                                             | Line 1 ends at 1.000 s
            00:01.000 --> 00:01.000~a                                             | before it begins
            00:03.000 --> 00:04.000~a~~00:01.000 --> 00:02.000~b                  | Caption 2, “b”, begins at 1.000 s
            00:01.000 --> 00:03.000~a~~00:02.000 --> 00:04.000~b                  | before the one before it is gone at 3.000 s
            """)
    void whatCannotBeReadIsNamedByItsLine(String file, String said) {
        assertThatThrownBy(() -> CaptionFile.read(file.replace('~', '\n')))
                .isInstanceOfSatisfying(
                        Refusal.class, r -> assertThat(r.field()).isEqualTo("captions"))
                .hasMessageContaining(said);
    }

    @Test
    void tooMuchIsRefused() {
        String one = "00:01.000 --> 00:02.000\n";
        assertThatThrownBy(() -> CaptionFile.read(one + "a".repeat(201))).hasMessageContaining("201 characters");
        assertThatThrownBy(() -> CaptionFile.read(" ".repeat(200_001))).hasMessageContaining("200,001");
        StringBuilder many = new StringBuilder();
        for (int i = 0; i < 401; i++) {
            many.append("%02d:%02d.000 --> %02d:%02d.900\na\n\n".formatted(i / 60, i % 60, i / 60, i % 60));
        }
        assertThatThrownBy(() -> CaptionFile.read(many.toString())).hasMessageContaining("401 captions");
    }

    /** The words of a script are said once each, in order, from the first second to the last. */
    @ParameterizedTest
    @EnumSource(Language.class)
    void aScriptFillsTheFilm(Language language) {
        String script =
                "The needle bent on the third stitch! Ours is made of hardened steel, is forty millimetres long, and "
                        + "goes through three layers of canvas without a thimble.\nTry one. 3,50 €";
        List<Caption> captions = CaptionScript.of(script, language, 20);
        assertThat(captions).allMatch(c -> c.text().length() <= CaptionScript.MOST_CHARACTERS);
        assertThat(String.join(" ", captions.stream().map(Caption::text).toList()))
                .isEqualTo(script.replace('\n', ' '));
        assertThat(captions.get(0).from()).isZero();
        assertThat(captions.get(captions.size() - 1).to()).isCloseTo(20, within(0.001));
        for (int i = 1; i < captions.size(); i++) {
            assertThat(captions.get(i).from()).isEqualTo(captions.get(i - 1).to());
        }
        assertThat(captions.get(0).text()).isEqualTo("The needle bent on the third stitch!");
    }

    @Test
    void aScriptOfNothingIsRefused() {
        assertThatThrownBy(() -> CaptionScript.of(" \n ", Language.EN, 20)).isInstanceOf(Refusal.class);
    }
}
