package app.tidewrack.core.feedback;

import app.tidewrack.core.feedback.FoundPhrase.Sentence;
import app.tidewrack.core.feedback.Language.Role;
import app.tidewrack.core.feedback.Language.Word;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.function.IntPredicate;

/**
 * Finds what many people say in the same words. Each sentence is told for one feeling, by words that wish or doubt, by the stars that
 * came with it, and by the valence of its words. A phrase is two to four words that say something, small ones between them passed
 * over, in the one stem of their forms; a person counts once. It belongs to the feeling with which it is said most out of proportion
 * (Dunning), and is kept where it is surely said more often than in ordinary language: there it is taken to be as common as the rarest
 * of its words, which is more than it can be, so that how much more often is at least what is told. What the same people say of the
 * same thing in other words is joined.
 */
public final class PhraseFinder {
    /** Phrases that are given for each feeling. */
    public static final int MOST_OF_A_FEELING = 100;

    /** Sentences that are given for each phrase. */
    public static final int MOST_SENTENCES = 12;

    private static final int FEWEST_PEOPLE = 3;

    /** Of the people with a language, who must have said it. */
    private static final double FEWEST_SHARE = 0.0003;

    private static final int MOST_WORDS = 4;
    private static final int MOST_BETWEEN = 2;
    private static final int LONGEST_SENTENCE = 400;
    private static final int COPIED_FROM = 8;
    private static final int CANDIDATES = 600;
    private static final int SENTENCES_LOOKED_AT = 200;

    /** Of the fewer people, who say both, from which two phrases are one. */
    private static final double SAME_PEOPLE = 0.5;

    /** Of a shorter phrase's people, who say the longer, from which the longer stands for both. */
    private static final double LONGER_STANDS = 0.5;

    private static final int FEELINGS = Feeling.values().length;
    private static final int SMALL = -1;

    private final Language language;
    private final IntPredicate onPercent;

    private final List<Said> texts = new ArrayList<>();
    private final Map<String, Integer> stemNumbers = new HashMap<>();
    private final List<String> stems = new ArrayList<>();
    private final List<Boolean> opens = new ArrayList<>();
    private final List<Boolean> feels = new ArrayList<>();
    private final List<Heard> heard = new ArrayList<>();
    private final int[] peopleWith = new int[FEELINGS];
    private int people;
    private long words;

    /**
     * What stands in a sentence between two signs, such as commas: its words by their stems, {@link #SMALL} where they say nothing.
     *
     * @param from where the sentence begins
     * @param first which of the sentence's words is the first of these
     */
    private record Heard(int text, int from, int to, int feeling, int first, int[] words) {}

    /** Frequent sequences of so many words; {@code keys} are sorted, one's place among them is its number. */
    private record Level(long[] keys) {}

    /** A sequence that may become a phrase. */
    private static final class Candidate {
        private final List<Integer> words;
        private final int number;
        private final int feeling;
        private final double weight;
        private final Keyness keyness;
        private final BitSet by = new BitSet();
        private final BitSet feltBy = new BitSet();
        private final List<Heard> at = new ArrayList<>();

        private Candidate(List<Integer> words, int number, int feeling, double weight, Keyness keyness) {
            this.words = words;
            this.number = number;
            this.feeling = feeling;
            this.weight = weight;
            this.keyness = keyness;
        }
    }

    private PhraseFinder(Language language, IntPredicate onPercent) {
        this.language = language;
        this.onPercent = onPercent;
    }

    /**
     * @param said texts in the language, one person's together
     * @param onPercent told how far it is, 0 to 100; false stops it
     * @return at most {@value #MOST_OF_A_FEELING} phrases of each feeling, those that are farthest out of the ordinary for as many people; those most people said first
     * @throws CancellationException when it was stopped
     */
    public static List<FoundPhrase> find(List<Said> said, Language language, IntPredicate onPercent) {
        PhraseFinder finder = new PhraseFinder(language, onPercent);
        finder.hear(said);
        List<Level> levels = finder.frequent();
        List<Candidate> candidates = finder.count(levels);
        finder.gather(levels, candidates);
        return finder.told(candidates);
    }

    private void report(int percent) {
        if (!onPercent.test(percent)) {
            throw new CancellationException("Stopped at %d %%".formatted(percent));
        }
    }

    private int lastPerson = Integer.MIN_VALUE;
    private int felt;

    private void hear(List<Said> said) {
        Set<String> seen = new HashSet<>();
        for (int i = 0; i < said.size(); i++) {
            if (i % 500 == 0) {
                report(60 * i / said.size());
            }
            hear(said.get(i), seen);
        }
        endPerson();
    }

    private void endPerson() {
        for (int f = 0; f < FEELINGS; f++) {
            peopleWith[f] += felt >> f & 1;
        }
        felt = 0;
    }

    private void hear(Said one, Set<String> before) {
        if (one.person() != lastPerson) {
            endPerson();
            people++;
            lastPerson = one.person();
        }
        List<Heard> sentences = new ArrayList<>();
        StringBuilder whole = new StringBuilder();
        int count = 0;
        for (int[] span : language.sentences(one.text())) {
            List<Word> cut = language.cut(one.text().substring(span[0], span[1]));
            if (cut.isEmpty() || cut.size() > LONGEST_SENTENCE) {
                continue;
            }
            cut.forEach(w -> whole.append(w.stem()).append(' '));
            count += cut.size();
            clauses(one, span, cut, sentences);
        }
        // What is copied word for word is one person's, however many names it goes under.
        if (count >= COPIED_FROM && !before.add(whole.toString())) {
            return;
        }
        texts.add(one);
        heard.addAll(sentences);
        words += count;
        sentences.stream().filter(h -> h.feeling >= 0).forEach(h -> felt |= 1 << h.feeling);
    }

    private void clauses(Said one, int[] span, List<Word> cut, List<Heard> into) {
        int feeling = feeling(one, span, cut);
        int first = 0;
        for (int i = 1; i <= cut.size(); i++) {
            boolean ends = i == cut.size()
                    || parted(
                            one.text(),
                            span[0] + cut.get(i - 1).to(),
                            span[0] + cut.get(i).from());
            if (ends) {
                int[] numbers =
                        cut.subList(first, i).stream().mapToInt(this::number).toArray();
                into.add(new Heard(texts.size(), span[0], span[1], feeling, first, numbers));
                first = i;
            }
        }
    }

    private static boolean parted(String text, int from, int to) {
        for (int i = from; i < to; i++) {
            if (!Character.isWhitespace(text.charAt(i)) && "-'’/&".indexOf(text.charAt(i)) < 0) {
                return true;
            }
        }
        return false;
    }

    private int number(Word word) {
        if (word.role() == Role.SMALL) {
            return SMALL;
        }
        return stemNumbers.computeIfAbsent(word.stem(), stem -> {
            stems.add(stem);
            opens.add(word.role() == Role.OPENS);
            feels.add(language.feels(word.said()));
            return stems.size() - 1;
        });
    }

    private static final int BAD = 2;
    private static final int GOOD = 4;
    private static final double AGAINST_THE_STARS = 2;

    /** Of a feeling its number, or −1. Stars are of the whole: a sentence that plainly says the contrary is taken at its word. */
    private int feeling(Said one, int[] span, List<Word> cut) {
        List<String> small =
                cut.stream().map(w -> w.said().toLowerCase(Locale.ROOT)).toList();
        if (language.wishes(small)) {
            return Feeling.WISH.ordinal();
        }
        if (language.doubts(small)
                || one.text().substring(span[0], span[1]).strip().endsWith("?")) {
            return Feeling.DOUBT.ordinal();
        }
        double valence = language.valence(small);
        Integer stars = one.stars();
        if (stars != null && stars <= BAD) {
            valence = valence >= AGAINST_THE_STARS ? valence : -1;
        } else if (stars != null && stars >= GOOD) {
            valence = valence <= -AGAINST_THE_STARS ? valence : 1;
        }
        return valence == 0 ? -1 : valence > 0 ? Feeling.PRAISE.ordinal() : Feeling.PAIN.ordinal();
    }

    private int fewest() {
        return Math.max(FEWEST_PEOPLE, (int) Math.ceil(people * FEWEST_SHARE));
    }

    /** A sequence that stands in a sentence. */
    private interface Taker {
        void take(int level, int number, int first, int last);
    }

    /** The frequent sequences, one more word at a time: one can be frequent only if it is without its last word. */
    private List<Level> frequent() {
        int[] single = new int[stems.size()];
        heard.forEach(h -> Arrays.stream(h.words).filter(w -> w >= 0).forEach(w -> single[w]++));
        List<Level> levels = new ArrayList<>();
        long[] keys = new long[stems.size()];
        for (int i = 0; i < keys.length; i++) {
            keys[i] = i;
        }
        levels.add(new Level(keys));
        for (int length = 2; length <= MOST_WORDS; length++) {
            report(60 + 5 * (length - 1));
            LongList found = new LongList();
            int before = length - 1;
            for (Heard h : heard) {
                eachIn(h, levels, (level, number, first, last) -> {
                    if (level == before) {
                        int next = next(h.words, last);
                        if (next >= 0 && single[h.words[next]] >= fewest()) {
                            found.add(key(number, h.words[next]));
                        }
                    }
                });
            }
            levels.add(new Level(found.frequent(fewest())));
        }
        return levels;
    }

    private long key(int before, int word) {
        return (long) before * stems.size() + word;
    }

    /** The place of the next word that says something, or −1. */
    private static int next(int[] words, int last) {
        for (int i = last + 1; i < words.length && i <= last + 1 + MOST_BETWEEN; i++) {
            if (words[i] >= 0) {
                return i;
            }
        }
        return -1;
    }

    /** Every frequent sequence of a sentence, by the number of its words and its number among those. */
    private void eachIn(Heard h, List<Level> levels, Taker taker) {
        for (int first = 0; first < h.words.length; first++) {
            if (h.words[first] < 0) {
                continue;
            }
            int number = h.words[first];
            int last = first;
            for (int level = 1; number >= 0; level++) {
                taker.take(level, number, first, last);
                last = level < levels.size() ? next(h.words, last) : -1;
                number = last < 0 ? -1 : Arrays.binarySearch(levels.get(level).keys, key(number, h.words[last]));
            }
        }
    }

    /** How many people said each, with which feeling; those that may become phrases. */
    private List<Candidate> count(List<Level> levels) {
        report(80);
        int[][][] said = new int[levels.size() + 1][FEELINGS + 1][];
        int[][][] lastBy = new int[levels.size() + 1][FEELINGS + 1][];
        for (int l = 2; l <= levels.size(); l++) {
            for (int f = 0; f <= FEELINGS; f++) {
                said[l][f] = new int[levels.get(l - 1).keys.length];
                lastBy[l][f] = new int[levels.get(l - 1).keys.length];
                Arrays.fill(lastBy[l][f], Integer.MIN_VALUE);
            }
        }
        for (Heard h : heard) {
            int person = texts.get(h.text).person();
            eachIn(h, levels, (level, number, first, last) -> {
                if (level > 1) {
                    once(said[level][FEELINGS], lastBy[level][FEELINGS], number, person);
                    if (h.feeling >= 0) {
                        once(said[level][h.feeling], lastBy[level][h.feeling], number, person);
                    }
                }
            });
        }
        report(88);
        List<Candidate> all = new ArrayList<>();
        for (int l = 2; l <= levels.size(); l++) {
            for (int number = 0; number < levels.get(l - 1).keys.length; number++) {
                consider(levels, l, number, said[l], all);
            }
        }
        Map<Integer, Integer> taken = new HashMap<>();
        return all.stream()
                .sorted(Comparator.comparingDouble((Candidate c) -> -c.weight))
                .filter(c -> taken.merge(c.feeling, 1, Integer::sum) <= CANDIDATES)
                .toList();
    }

    private static void once(int[] said, int[] lastBy, int number, int person) {
        if (lastBy[number] != person) {
            lastBy[number] = person;
            said[number]++;
        }
    }

    private void consider(List<Level> levels, int level, int number, int[][] said, List<Candidate> into) {
        if (said[FEELINGS][number] < fewest()) {
            return;
        }
        List<Integer> sequence = sequence(levels, level, number);
        int end = sequence.get(level - 1);
        boolean saysNothing = sequence.stream().allMatch(w -> opens.get(w) || feels.get(w));
        boolean longBecauseFelt = level > 2 && (feels.get(sequence.get(0)) || feels.get(end));
        if (opens.get(end) || saysNothing || longBecauseFelt) {
            return;
        }
        int all = said[FEELINGS][number];
        int best = -1;
        double most = Double.NEGATIVE_INFINITY;
        for (int f = 0; f < FEELINGS; f++) {
            int so = said[f][number];
            int others = Math.max(0, all - so);
            Keyness key = Keyness.of(
                    so, Math.max(1, peopleWith[f]), others, Math.max(Math.max(1, others), people - peopleWith[f]));
            double signed = key.times() > 1 ? key.likelihood() : -key.likelihood();
            if (so >= FEWEST_PEOPLE && so >= fewest() && signed > most) {
                most = signed;
                best = f;
            }
        }
        if (best < 0) {
            return;
        }
        double ordinary = sequence.stream()
                .mapToDouble(w -> language.ordinary().shareOfStem(stems.get(w)))
                .min()
                .orElseThrow();
        Keyness keyness = Keyness.of(all, words, ordinary * OrdinaryWords.COUNTED, OrdinaryWords.COUNTED);
        if (keyness.sure()) {
            into.add(new Candidate(sequence, number, best, said[best][number] * Math.log(keyness.times()), keyness));
        }
    }

    private List<Integer> sequence(List<Level> levels, int level, int number) {
        List<Integer> backwards = new ArrayList<>();
        int at = number;
        for (int l = level; l > 1; l--) {
            long key = levels.get(l - 1).keys[at];
            backwards.add((int) (key % stems.size()));
            at = (int) (key / stems.size());
        }
        backwards.add(at);
        Collections.reverse(backwards);
        return backwards;
    }

    /** Who said each candidate, and where. */
    private void gather(List<Level> levels, List<Candidate> candidates) {
        report(90);
        Map<Long, Candidate> byPlace = new HashMap<>();
        candidates.forEach(c -> byPlace.put(place(c.words.size(), c.number), c));
        for (Heard h : heard) {
            int person = texts.get(h.text).person();
            eachIn(h, levels, (level, number, first, last) -> {
                Candidate c = level > 1 ? byPlace.get(place(level, number)) : null;
                if (c != null) {
                    c.by.set(person);
                    if (h.feeling == c.feeling) {
                        c.feltBy.set(person);
                        if (c.at.size() < SENTENCES_LOOKED_AT) {
                            c.at.add(h);
                        }
                    }
                }
            });
        }
    }

    private static long place(int level, int number) {
        return (long) level << 40 | number;
    }

    private List<FoundPhrase> told(List<Candidate> candidates) {
        report(96);
        List<FoundPhrase> found = new ArrayList<>();
        for (Feeling feeling : Feeling.values()) {
            List<List<Candidate>> joined = new ArrayList<>();
            candidates.stream().filter(c -> c.feeling == feeling.ordinal()).forEach(c -> join(c, joined));
            joined.stream()
                    .limit(MOST_OF_A_FEELING)
                    .map(this::phrase)
                    .sorted(Comparator.comparingInt((FoundPhrase p) -> -p.said())
                            .thenComparingDouble(p -> -p.keyness().likelihood()))
                    .forEach(found::add);
        }
        report(100);
        return found;
    }

    private static void join(Candidate c, List<List<Candidate>> groups) {
        for (List<Candidate> group : groups) {
            if (group.stream().anyMatch(g -> same(g, c))) {
                group.add(c);
                return;
            }
        }
        groups.add(new ArrayList<>(List.of(c)));
    }

    private static boolean same(Candidate a, Candidate b) {
        if (a.words.stream().noneMatch(b.words::contains)) {
            return false;
        }
        return shared(a, b) >= SAME_PEOPLE * Math.min(a.by.cardinality(), b.by.cardinality());
    }

    private static int shared(Candidate a, Candidate b) {
        BitSet both = (BitSet) a.by.clone();
        both.and(b.by);
        return both.cardinality();
    }

    private FoundPhrase phrase(List<Candidate> group) {
        Candidate first = group.get(0);
        Candidate stands = group.stream()
                .filter(c -> shared(c, first) >= LONGER_STANDS * first.by.cardinality())
                .max(Comparator.comparingInt((Candidate c) -> c.words.size()).thenComparingDouble(c -> c.weight))
                .orElse(first);
        BitSet all = new BitSet();
        BitSet felt = new BitSet();
        group.forEach(c -> {
            all.or(c.by);
            felt.or(c.feltBy);
        });
        Map<String, Sentence> sentences = new LinkedHashMap<>();
        group.stream()
                .sorted(Comparator.comparing(c -> c != stands))
                .flatMap(c -> c.at.stream().map(h -> sentence(c, h)))
                .forEach(s -> sentences.putIfAbsent(s.text().toLowerCase(Locale.ROOT), s));
        String words = commonest(stands);
        return new FoundPhrase(
                words,
                Feeling.values()[first.feeling],
                felt.cardinality(),
                all.cardinality(),
                stands.keyness,
                group.stream()
                        .map(this::commonest)
                        .filter(w -> !w.equals(words))
                        .distinct()
                        .toList(),
                sentences.values().stream()
                        .sorted(Comparator.comparingInt(s -> s.text().length()))
                        .limit(MOST_SENTENCES)
                        .toList());
    }

    /** As most people said it. */
    private String commonest(Candidate c) {
        Map<String, Integer> forms = new LinkedHashMap<>();
        for (Heard h : c.at) {
            Sentence s = sentence(c, h);
            String form = s.text().substring(s.from(), s.to());
            forms.merge(language == Language.DE ? form : form.toLowerCase(Locale.ROOT), 1, Integer::sum);
        }
        return forms.entrySet().stream()
                .max(Map.Entry.comparingByValue())
                .map(Map.Entry::getKey)
                .orElseThrow();
    }

    private Sentence sentence(Candidate c, Heard h) {
        Said said = texts.get(h.text);
        String raw = said.text().substring(h.from, h.to);
        String text = raw.strip();
        int moved = raw.indexOf(text);
        List<Word> cut = language.cut(raw);
        for (int first = 0; first < h.words.length; first++) {
            int last = first;
            int matched = 0;
            while (last >= 0 && matched < c.words.size() && h.words[last] == c.words.get(matched)) {
                matched++;
                if (matched == c.words.size()) {
                    return new Sentence(
                            text,
                            cut.get(h.first + first).from() - moved,
                            cut.get(h.first + last).to() - moved,
                            said.source());
                }
                last = next(h.words, last);
            }
        }
        throw new IllegalStateException("A phrase stands where it was found");
    }

    /** Numbers that grow. */
    private static final class LongList {
        private long[] numbers = new long[1 << 16];
        private int size;

        void add(long number) {
            if (size == numbers.length) {
                numbers = Arrays.copyOf(numbers, size * 2);
            }
            numbers[size++] = number;
        }

        /** Those that are there so often, sorted, each once. */
        long[] frequent(int often) {
            Arrays.sort(numbers, 0, size);
            int kept = 0;
            int from = 0;
            for (int i = 1; i <= size; i++) {
                if (i == size || numbers[i] != numbers[from]) {
                    if (i - from >= often) {
                        numbers[kept++] = numbers[from];
                    }
                    from = i;
                }
            }
            return Arrays.copyOf(numbers, kept);
        }
    }
}
