package app.tidewrack.core.creative;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.creative.CreativeFit.Misfit;
import app.tidewrack.core.creative.CreativeFit.Miss;
import app.tidewrack.core.creative.CreativeFit.Verdict;
import app.tidewrack.core.creative.Mix.Combination;
import app.tidewrack.core.network.FormatRule;
import app.tidewrack.core.network.FormatRule.Need;
import app.tidewrack.core.network.PlacementRule;
import app.tidewrack.core.network.PlacementRule.PictureRule;
import app.tidewrack.core.network.PlacementRule.Ratio;
import app.tidewrack.core.network.PlacementRule.TextRule;
import app.tidewrack.core.text.LandingLink;
import app.tidewrack.core.text.TextLength;
import app.tidewrack.core.text.TextLength.Cut;
import app.tidewrack.core.text.Tokens;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.LongStream;
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
            null,
            null);

    private static final FormatRule PICTURE = new FormatRule(
            "single-picture", "Single picture", List.of("feed"), true, false, 1, 1, Need.NOTHING, null, null);

    private static final FormatRule MIX =
            new FormatRule("mix", "Mix ad", List.of("feed"), true, false, 1, 10, Need.NOTHING, null, null);

    private static Creative creative(
            String format,
            List<Medium> media,
            List<String> bodies,
            List<String> headlines,
            List<String> descriptions,
            List<String> actions) {
        return new Creative(
                "c",
                "C",
                format,
                media,
                bodies,
                headlines,
                descriptions,
                actions,
                "",
                "",
                "",
                List.of(),
                null,
                null,
                null);
    }

    private static Medium picture(String format, int width, int height, long bytes) {
        return new Medium("0".repeat(64), "p", format, width, height, bytes, null, Medium.Text.UNKNOWN);
    }

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

    /**
     * The Unicode Consortium's own 602 cases, version 15.0.0, from Debian's unicode-data. ICU's own data is of version 18, in which
     * U+2701 is no Extended_Pictographic any more; the one case that joins two of them is left out.
     */
    @Test
    void breaksWhereUnicodeDoes() throws IOException {
        List<String> cases = Files.readAllLines(Path.of("src/test/resources/unicode/GraphemeBreakTest.txt")).stream()
                .filter(l -> l.startsWith("÷"))
                .map(l -> l.substring(0, l.indexOf('#')).strip())
                .toList();
        assertThat(cases).hasSize(602);
        for (String line : cases) {
            if (line.equals("÷ 2701 × 200D × 2701 ÷")) {
                continue;
            }
            List<String> clusters = Arrays.stream(line.split("÷"))
                    .map(c -> Arrays.stream(c.split("×"))
                            .map(String::strip)
                            .filter(h -> !h.isEmpty())
                            .map(h -> Character.toString(Integer.parseInt(h, 16)))
                            .collect(Collectors.joining()))
                    .filter(c -> !c.isEmpty())
                    .toList();
            String text = String.join("", clusters);
            assertThat(TextLength.of(text)).as(line).isEqualTo(clusters.size());
            assertThat(TextLength.cutAt(text, 1).inSight()).as(line).isEqualTo(clusters.get(0));
        }
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
        Creative creative = creative(
                "single-picture",
                List.of(picture(format, width, height, bytes)),
                List.of("b"),
                List.of("h"),
                List.of("d"),
                List.of());
        List<Misfit> misfits = CreativeFit.judge(creative, PICTURE, FEED).misfits();
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
        Creative creative = creative(
                "single-picture", List.of(picture("JPEG", 720, 1600, 1)), List.of(), List.of(), List.of(), List.of());
        assertThat(CreativeFit.judge(creative, PICTURE, FEED).misfits())
                .extracting(Misfit::mend)
                .containsExactly("Crop it to 720 × 900 px (4:5)");
    }

    @Test
    void judgesTextByLimitAndFold() {
        Creative creative = creative(
                "single-picture",
                List.of(),
                List.of("b".repeat(21)),
                List.of("h".repeat(31)),
                List.of("d".repeat(60)),
                List.of());
        assertThat(CreativeFit.judge(creative, PICTURE, FEED).misfits())
                .extracting(m -> m.part() + " " + m.miss() + " " + m.value())
                .containsExactly("BODY PAST_FOLD 21 characters", "HEADLINE TOO_LONG 31 characters");
    }

    /** Common practice: 3 pictures, 3 bodies, 3 headlines, 2 descriptions and 2 calls to action make 108 ads. */
    @Test
    void aMixIsCountedAndBrowsed() {
        Medium square = picture("JPEG", 1080, 1080, 1);
        Creative mix = creative(
                "mix",
                List.of(square, square, picture("JPEG", 720, 1600, 1)),
                List.of("a", "b", "c"),
                List.of("a", "b", "h".repeat(31)),
                List.of("a", "b"),
                List.of("shop", "book"));
        assertThat(Mix.count(mix)).isEqualTo(108);
        assertThat(LongStream.range(0, 108).mapToObj(i -> Mix.at(mix, i)))
                .doesNotHaveDuplicates()
                .isSortedAccordingTo(Comparator.comparingInt(Combination::media)
                        .thenComparingInt(Combination::body)
                        .thenComparingInt(Combination::headline)
                        .thenComparingInt(Combination::description)
                        .thenComparingInt(Combination::callToAction));
        Verdict verdict = CreativeFit.judge(mix, MIX, FEED);
        assertThat(verdict.runs()).isTrue();
        // One picture and one headline are left out here: 2 × 3 × 2 × 2 × 2.
        assertThat(Mix.shown(mix, verdict.misfits())).isEqualTo(48);
        assertThatThrownBy(() -> Mix.at(mix, 108)).hasMessageContaining("no combination 109 of 108");
        assertThat(Mix.at(creative("mix", List.of(square), List.of(), List.of(), List.of(), List.of()), 0))
                .isEqualTo(new Combination(0, 0, -1, -1, -1, -1));
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', textBlock = """
            Mend it in {town|your town}    ; Mend it in Hebden Bridge ; Mend it in Holt ; Mend it in your town
            {town}{town|x} {Town} {a b} {} ; Hebden BridgeHebden Bridge {Town} {a b} {} ; HoltHolt {Town} {a b} {} ; x {Town} {a b} {}
            no $1 \\1 tokens               ; no $1 \\1 tokens ; no $1 \\1 tokens ; no $1 \\1 tokens
            """)
    void tokensAreFilledOrFallBack(String text, String longest, String holt, String fallback) {
        assertThat(Tokens.longest(text, Map.of("town", List.of("Holt", "Hebden Bridge"))))
                .isEqualTo(longest);
        assertThat(Tokens.filled(text, Map.of("town", "Holt"))).isEqualTo(holt);
        assertThat(Tokens.filled(text, Map.of("town", " "))).isEqualTo(fallback);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            https://a.example/kits?x=1#top |
            http://a.example               |
            a.example/kits                 | does not start with http
            ftp://a.example                | is a ftp link
            javascript:alert(1)            | is a javascript link
            a.example:8080/kits            | does not start with http
            https://                       | names no site
            https:kits                     | is not a link
            https://a b.example            | is not a link
            https://a.example/b c          | there is a space in it
            https://a.example:99999/       | names port 99999; the most is 65,535
            https://a.example:8080/        |
            https://a.example:/            |
            https://a.example:8o80/        | is not a link
            https://münchen.example/       |
            https://my_site.example.com/   |
            https://日本.example/店?q=鞄     |
            https://a.example/?id={{ad.id}}|
            https://a.example/?q=100%      |
            https://a.example/?q=a^b       |
            https://a%41.example/          |
            https://a%.example/            | no site is named “a%.example”
            https://a<b.example/           | no site is named
            https://[2001:db8::1]:443/x    |
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
