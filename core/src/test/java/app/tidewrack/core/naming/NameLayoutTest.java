package app.tidewrack.core.naming;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.naming.NameLayout.Between;
import app.tidewrack.core.naming.NameLayout.Column;
import app.tidewrack.core.naming.NameLayout.Laid;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NameLayoutTest {
    private static final ValueWords WORDS = new ValueWords(
            Codes.USUAL, Map.of(Token.CREATIVE, Set.of("Sock reel"), Token.CITY, Set.of("Norwich", "Ely")));

    /** Twenty names by one pattern of somebody else’s; of six the fifth part holds the very sign between parts. */
    private static List<String> twenty() {
        List<String> names = new ArrayList<>();
        String[] stages = {"Prospecting", "RETG"};
        String[] ages = {"18-24", "25-34", "35 to 44", "45+"};
        String[] offers = {"Spring sale", "Wool week | early", "Kits", "Two for one | members | web", "Loom days"};
        for (int i = 0; i < 20; i++) {
            names.add(String.join(
                    " | ",
                    stages[i % 2],
                    i % 3 == 0 ? "UK" : "Germany",
                    i % 4 < 2 ? "F" : "M",
                    ages[i % 4],
                    offers[i % 5],
                    i % 2 == 0 ? "Video" : "Static",
                    "2027-0" + (1 + i % 4)));
        }
        return names;
    }

    private static List<Token> tokens(NameLayout layout) {
        return layout.columns().stream().map(Column::token).collect(Collectors.toList());
    }

    @Test
    void namesOfAnotherPatternAreReadFromThemselves() {
        NameLayout found = Objects.requireNonNull(NameLayout.find(twenty(), WORDS));
        assertThat(found.between()).isIn(new Between("|", true), new Between("|", false));
        assertThat(tokens(found))
                .containsExactly(
                        Token.TEMPERATURE, Token.PLACE, Token.GENDER, Token.AGE, null, Token.FORMAT, Token.START);
        List<Laid> read = found.read(twenty(), WORDS);
        assertThat(read).extracting(Laid::whyNot).containsOnlyNulls();
        assertThat(read.get(1).values())
                .containsExactly(
                        "retargeting", "DE", "women", "25-34", "Wool week | early", "single-picture", "202702");
        assertThat(read.get(3).values()).element(4).isEqualTo("Two for one | members | web");
        assertThat(read).allMatch(l -> l.strange().isEmpty());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '~', textBlock = """
            Prospecting | UK | F | 25-34 | Video | 2027-01 ~ part 5 is missing
            Prospecting - UK - F - 25-34 - Kits - Video - 2027-01 ~ nothing stands between parts, as “ | ” does in the others
            UK | Prospecting | F | 25-34 | Kits | Video | 2027-01 ~ “UK” stands where temperature is in the others
            Prospecting | UK |  | 25-34 | Kits | Video | 2027-01 ~ gender is missing
            Kits | UK ~ 2 parts; most have 7
            """)
    void brokenOnesAreToldApart(String broken, String why) {
        List<String> names = new ArrayList<>(twenty());
        names.add(7, broken);
        NameLayout found = Objects.requireNonNull(NameLayout.find(names, WORDS));
        List<Laid> read = found.read(names, WORDS);
        for (int i = 0; i < names.size(); i++) {
            assertThat(read.get(i).whyNot()).as(names.get(i)).isEqualTo(i == 7 ? why : null);
        }
    }

    /** How people write patterns; each with what stands between its parts and what they mean. */
    @ParameterizedTest
    @CsvSource(delimiter = ';', textBlock = """
            COLD_TEST_CONV_GB_Sock-reel_v2 RETG_SCALE_CONV_DE_Hat-reel_v3 COLD_TEST_LEAD_FR_Sock-reel_v1; _; TEMPERATURE PURPOSE OBJECTIVE PLACE CREATIVE VERSION
            geo:UK/sex:f/age:25-34/kits geo:DE/sex:m/age:35-44/wool geo:FR/sex:f/age:18-24/looms; /; PLACE GENDER AGE -
            Cold-Norwich-mobile-7d Cold-Ely-desktop-14d Warm-Norwich-mobile-30d; -; TEMPERATURE CITY DEVICE WINDOW
            atelier.kits.vid atelier.wool.img atelier.looms.vid; .; - - FORMAT
            """)
    void patternsArePutTogetherInManyWays(String names, String separator, String tokens) {
        List<String> all = Arrays.asList(names.split(" "));
        NameLayout found = Objects.requireNonNull(NameLayout.find(all, WORDS));
        assertThat(found.between().separator()).isEqualTo(separator);
        assertThat(tokens(found).stream().map(t -> t == null ? "-" : t.name()).collect(Collectors.joining(" ")))
                .isEqualTo(tokens);
        assertThat(found.read(all, WORDS)).extracting(Laid::whyNot).containsOnlyNulls();
    }

    @Test
    void whereNothingIsCommonNothingIsProposed() {
        assertThat(NameLayout.find(List.of("Kits", "Wool week", "Looms"), WORDS))
                .isNull();
        assertThat(NameLayout.find(List.of(), WORDS)).isNull();
    }

    /**
     * Seeded: 200 patterns put together at random, each with 40 names, of which one in eight holds the sign between parts inside a part
     * and one lacks a part. How often the parts, their meaning, every whole name and the broken one are found.
     */
    @Test
    void patternsAtRandomAreFound() {
        Map<Token, List<String>> ways = Map.of(
                Token.TEMPERATURE, List.of("cold", "Prospecting", "RETG", "warm"),
                Token.PLACE, List.of("UK", "Germany", "FR", "Denmark"),
                Token.GENDER, List.of("F", "male", "Women"),
                Token.AGE, List.of("18-24", "25-34", "65+"),
                Token.OBJECTIVE, List.of("Leads", "CONV", "traffic"),
                Token.FORMAT, List.of("video", "IMG", "carousel"),
                Token.VERSION, List.of("v1", "v2", "v12"),
                Token.DEVICE, List.of("mobile", "desktop"));
        List<String> free =
                List.of("Spring sale", "Kits", "Wool week", "Loom days", "New colours", "Free post", "Kits");
        List<String> separators = List.of(" | ", "_", " - ", "/", "|", " / ", "__", " > ");
        Random random = new Random(2027);
        int found = 0;
        for (int run = 0; run < 200; run++) {
            List<Token> parts = new ArrayList<>(ways.keySet().stream().sorted().toList());
            Collections.shuffle(parts, random);
            parts = new ArrayList<>(parts.subList(0, 3 + random.nextInt(5)));
            int at = random.nextInt(parts.size() + 1);
            parts.add(at, null);
            String separator = separators.get(random.nextInt(separators.size()));
            List<String> names = new ArrayList<>();
            int broken = random.nextInt(40);
            for (int i = 0; i < 40; i++) {
                List<String> pieces = new ArrayList<>();
                for (Token token : parts) {
                    List<String> of = token == null ? free : ways.get(token);
                    String piece = of.get(random.nextInt(of.size()));
                    pieces.add(
                            token == null && i % 8 == 3
                                    ? piece + separator + of.get(random.nextInt(of.size()))
                                    : piece);
                }
                if (i == broken) {
                    pieces.remove(at == 0 ? 1 : 0);
                }
                names.add(String.join(separator, pieces));
            }
            NameLayout layout = NameLayout.find(names, WORDS);
            found += layout != null && told(layout, separator, parts, names, broken) ? 1 : 0;
        }
        System.out.println("patterns found, with the broken name told apart: " + found + " of 200");
        assertThat(found).as("patterns found, of 200").isGreaterThanOrEqualTo(180);
    }

    /** A broken name that also holds the sign inside a part has as many parts as the others: it is read, with strange values. */
    private static boolean told(
            NameLayout layout, String separator, List<Token> parts, List<String> names, int broken) {
        List<Laid> read = layout.read(names, WORDS);
        return layout.between().separator().equals(separator.strip())
                && tokens(layout).equals(parts)
                && IntStream.range(0, names.size())
                        .allMatch(i -> i == broken
                                ? read.get(i).whyNot() != null
                                        || !read.get(i).strange().isEmpty()
                                : read.get(i).whyNot() == null);
    }
}
