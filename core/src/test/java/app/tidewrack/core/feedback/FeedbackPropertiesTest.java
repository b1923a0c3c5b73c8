package app.tidewrack.core.feedback;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.text.WordLists;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.SplittableRandom;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What holds of whatever is said, tried on texts of our own put together by chance; seeds are the repetition's number. */
class FeedbackPropertiesTest {
    private static final List<String[]> LINES = WordLists.lines(Language.class, "customers-said.tsv").stream()
            .map(l -> l.split("\t"))
            .toList();

    private static final List<Function<SplittableRandom, String>> TELLING = List.of(
            c -> "jo.%d@mail%d.example".formatted(c.nextInt(1_000), c.nextInt(9)),
            c -> "+44 1603 %06d".formatted(c.nextInt(1_000_000)),
            c -> "0%d %d".formatted(1_000 + c.nextInt(9_000), 100_000 + c.nextInt(900_000)),
            c -> "https://shop%d.example/orders/%d?x=1".formatted(c.nextInt(99), c.nextInt(99_999)),
            c -> "www.wool%d.example".formatted(c.nextInt(99)),
            c -> "@maker_%d".formatted(c.nextInt(999)),
            c -> "#%08d".formatted(10_000_000 + c.nextInt(80_000_000)));

    private static String said(SplittableRandom chance) {
        return LINES.get(chance.nextInt(LINES.size()))[3];
    }

    /** Of 200 texts with something that tells who wrote them between two sentences nothing of it is left, and the sentences are. */
    @RepeatedTest(5)
    void whatTellsWhoSaidItIsTakenOutWhereverItStands(RepetitionInfo seed) {
        SplittableRandom chance = new SplittableRandom(seed.getCurrentRepetition());
        for (int i = 0; i < 200; i++) {
            String telling = TELLING.get(chance.nextInt(TELLING.size())).apply(chance);
            String before = said(chance);
            String after = said(chance);
            String clean = Scrub.clean(before + " " + telling + " " + after, List.of());

            assertThat(clean).doesNotContain(telling).startsWith(before).endsWith(after);
            assertThat(Scrub.clean(clean, List.of())).isEqualTo(clean);
        }
    }

    /** A name that came with a row, in any case and place; what merely contains it stays. */
    @RepeatedTest(3)
    void aToldNameIsTakenOutWhereverItStandsLarge(RepetitionInfo seed) {
        SplittableRandom chance = new SplittableRandom(100L + seed.getCurrentRepetition());
        for (int i = 0; i < 100; i++) {
            String name = "Zq" + "aeiou".charAt(chance.nextInt(5)) + "lf" + (char) ('a' + chance.nextInt(26)) + "rd";
            String clean = Scrub.clean("My friend " + name + " said so. " + said(chance), List.of(name + " Xyberg"));

            assertThat(clean).startsWith("My friend [name] said so.");
        }
    }

    private static List<Said> many(int seed, int people) {
        SplittableRandom chance = new SplittableRandom(seed);
        List<String[]> english = LINES.stream().filter(l -> l[0].equals("en")).toList();
        return IntStream.range(0, people)
                .mapToObj(i -> new Said(
                        i,
                        english.get(chance.nextInt(english.size()))[3] + " "
                                + english.get(chance.nextInt(english.size()))[3] + " Trip " + i + " of "
                                + chance.nextInt(999),
                        chance.nextInt(3) == 0 ? null : (Integer) (1 + chance.nextInt(5)),
                        "c"))
                .toList();
    }

    private static Map<String, Integer> peopleByPhrase(List<Said> said) {
        Map<String, Integer> people = new HashMap<>();
        PhraseFinder.find(said, Language.EN, p -> true).forEach(p -> people.put(p.feeling() + p.words(), p.people()));
        return people;
    }

    @RepeatedTest(4)
    void theOrderInWhichPeopleComeChangesNothing(RepetitionInfo seed) {
        List<Said> said = many(seed.getCurrentRepetition(), 150);
        List<Said> shuffled = new ArrayList<>(said);
        Collections.shuffle(shuffled, new Random(seed.getCurrentRepetition()));

        assertThat(peopleByPhrase(shuffled).values().stream().sorted().toList())
                .isEqualTo(peopleByPhrase(said).values().stream().sorted().toList());
    }

    /** Never more people than there are, never fewer with a feeling than three, never said less often than is ordinary. */
    @RepeatedTest(4)
    void figuresStayWithinWhatTheyCanBe(RepetitionInfo seed) {
        List<Said> said = many(50 + seed.getCurrentRepetition(), 120);
        List<FoundPhrase> found = PhraseFinder.find(said, Language.EN, p -> true);

        assertThat(found).isNotEmpty().allSatisfy(p -> {
            assertThat(p.said()).isBetween(3, p.people());
            assertThat(p.people()).isLessThanOrEqualTo(120);
            assertThat(p.keyness().sure()).isTrue();
            assertThat(p.sentences()).isNotEmpty().hasSizeLessThanOrEqualTo(PhraseFinder.MOST_SENTENCES);
            assertThat(p.alike()).doesNotContain(p.words()).doesNotHaveDuplicates();
        });
        Map<Feeling, List<Integer>> byFeeling = found.stream()
                .collect(Collectors.groupingBy(
                        FoundPhrase::feeling, Collectors.mapping(FoundPhrase::said, Collectors.toList())));
        byFeeling.values().forEach(people -> assertThat(people).isSortedAccordingTo(Collections.reverseOrder()));
    }

    /** With each further person who says it, it is surer, and more often than is ordinary. */
    @Test
    void keynessGrowsWithWhoeverSaysIt() {
        Keyness last = Keyness.of(5, 10_000, 20, 1_000_000);
        for (int said = 6; said < 400; said++) {
            Keyness next = Keyness.of(said, 10_000, 20, 1_000_000);
            assertThat(next.likelihood()).isGreaterThan(last.likelihood());
            assertThat(next.times()).isGreaterThan(last.times());
            last = next;
        }
    }

    /** The likelihood ratio does not know which collection is which. */
    @RepeatedTest(3)
    void keynessIsTheSameFromEitherSide(RepetitionInfo seed) {
        SplittableRandom chance = new SplittableRandom(seed.getCurrentRepetition());
        for (int i = 0; i < 200; i++) {
            int of = 1 + chance.nextInt(5_000);
            int other = 1 + chance.nextInt(5_000);
            int here = chance.nextInt(of + 1);
            int there = chance.nextInt(other + 1);

            assertThat(Keyness.of(here, of, there, other).likelihood())
                    .isCloseTo(Keyness.of(there, other, here, of).likelihood(), within(1e-6));
        }
    }

    @ParameterizedTest
    @EnumSource(Language.class)
    void theCommonerAWordTheLargerItsShareAndAllSharesAreLessThanOne(Language language) {
        List<String> words = WordLists.lines(Language.class, "ordinary." + language.tag() + ".txt");
        double last = Double.POSITIVE_INFINITY;
        double sum = 0;
        for (String word : words.stream().distinct().toList()) {
            double share = Math.exp(language.ordinary().logShare(word));
            assertThat(share).as(word).isLessThanOrEqualTo(last);
            last = share;
            sum += share;
        }
        assertThat(sum).isBetween(0.5, 1.1);
        assertThat(Math.exp(language.ordinary().logShare("xqzzyv"))).isLessThan(last);
    }
}
