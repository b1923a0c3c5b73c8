package app.tidewrack.core.feedback;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class PhraseFinderTest {
    private static final List<String> LINES = Resources.lines("customers-said.tsv");

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
                                p -> java.util.stream.Stream.concat(
                                        java.util.stream.Stream.of(p.words()), p.alike().stream()),
                                Collectors.toSet())));
        List<String> missed = lines.stream()
                .filter(l -> words.getOrDefault(l.feeling, Set.of()).stream()
                        .noneMatch(w -> w.toLowerCase().contains(l.phrase.toLowerCase())))
                .map(l -> l.feeling + " " + l.phrase)
                .distinct()
                .toList();

        found.forEach(p -> System.out.println("FF " + p.feeling() + " " + p.words() + " " + p.alike() + " " + p.said()
                + "/" + p.people() + " " + p.keyness()));
        System.out.printf("%s: %d lines, missed %s%n", language, lines.size(), missed);
        assertThat((double) missed.size() / lines.size()).as(missed.toString()).isLessThanOrEqualTo(0.15);
    }
}
