package app.tidewrack.core.creative;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.creative.CreativeFit.Misfit;
import app.tidewrack.core.creative.CreativeFit.Miss;
import app.tidewrack.core.network.PlacementRule;
import app.tidewrack.core.network.PlacementRule.PictureRule;
import app.tidewrack.core.network.PlacementRule.Ratio;
import app.tidewrack.core.network.PlacementRule.TextRule;
import app.tidewrack.core.text.TextLength;
import app.tidewrack.core.text.TextLength.Cut;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CreativeTest {
    private static final PlacementRule FEED = new PlacementRule(
            "feed",
            "Feed",
            List.of("phone"),
            new TextRule(100, 20),
            new TextRule(30, 25),
            new TextRule(60, 60),
            null,
            new PictureRule(
                    600,
                    600,
                    List.of(new Ratio(1, 1), new Ratio(4, 5), new Ratio(1.91, 1)),
                    0.03,
                    5_000_000,
                    List.of("JPEG", "PNG")),
            null);

    /** Clusters after the rules of Unicode UAX #29, table 1c and GB11 to GB13; the cases are from memory of its text. */
    @ParameterizedTest
    @CsvSource({
        "plain, 5",
        "'', 0",
        "e\u0301, 1",
        "\uD83D\uDC4D\uD83C\uDFFD, 1",
        "\uD83D\uDC69\u200D\uD83D\uDC69\u200D\uD83D\uDC67, 1",
        "\uD83C\uDDE9\uD83C\uDDF0\uD83C\uDDEC\uD83C\uDDE7, 2",
        "\u1112\u1161\u11ab, 1",
        "\u0915\u094D\u0937\u093F, 1"
    })
    void lengthIsInUserPerceivedCharacters(String text, int length) {
        assertThat(TextLength.of(text)).isEqualTo(length);
    }

    @Test
    void cutsBetweenCharactersAndLosesNothing() {
        String text = "ab\uD83D\uDC4D\uD83C\uDFFDcd";
        assertThat(TextLength.cutAt(text, 3)).isEqualTo(new Cut("ab\uD83D\uDC4D\uD83C\uDFFD", "cd"));
        assertThat(TextLength.cutAt(text, 5)).isEqualTo(new Cut(text, ""));
        assertThat(TextLength.cutAt("", 5)).isEqualTo(new Cut("", ""));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            1080 | 1080 | 400000  | JPEG |             |
            1080 | 1350 | 400000  | PNG  |             |
            1200 | 628  | 400000  | JPEG |             |
            1080 | 1110 | 400000  | JPEG |             |
            500  | 500  | 400000  | JPEG | TOO_SMALL   | at least 600 × 600 px
            720  | 1600 | 400000  | JPEG | WRONG_SHAPE | 1:1, 4:5, 1.91:1
            1080 | 1080 | 6000000 | JPEG | TOO_LARGE   | at most 5.0 MB
            1080 | 1080 | 400000  | GIF  | WRONG_FORMAT| JPEG or PNG
            """)
    void judgesPicturesByMeasure(int width, int height, long bytes, String format, Miss miss, String limit) {
        Creative creative = new Creative(
                "c",
                "C",
                new Picture("0".repeat(64), "p", format, width, height, bytes),
                "b",
                "h",
                "d",
                "shop",
                "https://a.example");
        List<Misfit> misfits = CreativeFit.judge(creative, FEED);
        if (miss == null) {
            assertThat(misfits).isEmpty();
        } else {
            assertThat(misfits).singleElement().satisfies(m -> {
                assertThat(m.miss()).isEqualTo(miss);
                assertThat(m.limit()).isEqualTo(limit);
            });
        }
    }

    @Test
    void theMendOfAWrongShapeKeepsTheMost() {
        Creative creative =
                new Creative("c", "C", new Picture("0".repeat(64), "p", "JPEG", 720, 1600, 1), "", "", "", "", "");
        assertThat(CreativeFit.judge(creative, FEED))
                .extracting(Misfit::mend)
                .containsExactly("Crop it to 720 × 900 px (4:5)");
    }

    @Test
    void judgesTextByLimitAndFold() {
        Creative creative = new Creative("c", "C", null, "b".repeat(21), "h".repeat(31), "d".repeat(60), "", "");
        assertThat(CreativeFit.judge(creative, FEED))
                .extracting(m -> m.part() + " " + m.miss() + " " + m.value())
                .containsExactly("BODY PAST_FOLD 21 characters", "HEADLINE TOO_LONG 31 characters");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            https://a.example/kits?x=1#top |
            http://a.example               |
            a.example/kits                 | does not start with http
            ftp://a.example                | is a ftp link
            javascript:alert(1)            | is a javascript link
            https://                       | is not a link
            https:///kits                  | names no site
            https://a b.example            | is not a link
            """)
    void linksLeadToASite(String link, String fault) {
        if (fault == null) {
            assertThat(LandingLink.fault(link)).isEmpty();
        } else {
            assertThat(LandingLink.fault(link))
                    .hasValueSatisfying(f -> assertThat(f).contains(fault));
        }
    }
}
