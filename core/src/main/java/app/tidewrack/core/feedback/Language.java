package app.tidewrack.core.feedback;

import app.tidewrack.core.text.WordLists;
import com.ibm.icu.text.BreakIterator;
import com.ibm.icu.util.ULocale;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.lucene.analysis.Analyzer;
import org.apache.lucene.analysis.CharArraySet;
import org.apache.lucene.analysis.LowerCaseFilter;
import org.apache.lucene.analysis.TokenStream;
import org.apache.lucene.analysis.WordlistLoader;
import org.apache.lucene.analysis.de.GermanLightStemFilter;
import org.apache.lucene.analysis.de.GermanNormalizationFilter;
import org.apache.lucene.analysis.en.KStemFilter;
import org.apache.lucene.analysis.snowball.SnowballFilter;
import org.apache.lucene.analysis.standard.StandardTokenizer;
import org.apache.lucene.analysis.tokenattributes.CharTermAttribute;
import org.apache.lucene.analysis.tokenattributes.OffsetAttribute;
import org.apache.lucene.util.IOUtils;
import org.tartarus.snowball.ext.DanishStemmer;
import org.tartarus.snowball.ext.DutchStemmer;

/**
 * The languages in which customers are understood: how their words are cut, which come in every sentence, which say no, which say
 * how something feels, and which are how common. Words are cut and stemmed by Apache Lucene's analysers.
 */
public enum Language {
    EN("english", KStemFilter::new),
    DE("german", in -> new GermanLightStemFilter(new GermanNormalizationFilter(in))),
    DA("danish", in -> new SnowballFilter(in, new DanishStemmer())),
    NL("dutch", in -> new SnowballFilter(in, new DutchStemmer()));

    private final String tag = name().toLowerCase(Locale.ROOT);
    private final CharArraySet inEverySentence;
    private final Analyzer surfaces = new Cutter(UnaryOperator.identity());
    private final Analyzer stems;
    private final Map<String, Integer> valence;
    private final Map<Mark, List<List<String>>> marks;
    private final Set<String> markWords;
    private final Set<String> nos;
    private final Set<String> openers;
    private final OrdinaryWords ordinary;

    /** What words of its own tell of a sentence. */
    private enum Mark {
        WISH,
        DOUBT,
        NO,
        MUCH
    }

    Language(String stopWords, UnaryOperator<TokenStream> stemming) {
        stems = new Cutter(stemming);
        try {
            inEverySentence = WordlistLoader.getSnowballWordSet(IOUtils.requireResourceNonNull(
                    SnowballFilter.class.getResourceAsStream(stopWords + "_stop.txt"), stopWords));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        valence = new HashMap<>();
        WordLists.lines(Language.class, "feeling." + tag + ".tsv").stream()
                .map(l -> l.split("\t"))
                .forEach(l -> valence.put(l[0], Integer.valueOf(l[1])));
        ownLines("feeling-own.tsv").forEach(l -> valence.put(l[1], Integer.valueOf(l[2])));
        valence.values().removeIf(v -> v == 0);
        marks = ownLines("marks.tsv")
                .collect(Collectors.groupingBy(
                        l -> Mark.valueOf(l[1]),
                        Collectors.mapping(l -> List.of(l[2].split(" ")), Collectors.toList())));
        markWords = Stream.of(Mark.WISH, Mark.DOUBT)
                .flatMap(m -> marks.getOrDefault(m, List.of()).stream().flatMap(List::stream))
                .collect(Collectors.toSet());
        nos = single(Mark.NO);
        openers = new HashSet<>(nos);
        openers.addAll(single(Mark.MUCH));
        ordinary = new OrdinaryWords(WordLists.lines(Language.class, "ordinary." + tag + ".txt"), this::stem);
    }

    /** The cells of the lines that begin with the language. */
    private Stream<String[]> ownLines(String list) {
        return WordLists.lines(Language.class, list).stream()
                .map(l -> l.split("\t"))
                .filter(l -> l[0].equals(tag));
    }

    /** ISO 639-1, in small letters. */
    public String tag() {
        return tag;
    }

    public static Optional<Language> of(String tag) {
        return List.of(values()).stream().filter(l -> l.tag.equals(tag)).findFirst();
    }

    /**
     * The language a text is in, by how common its words are in each.
     *
     * @return nothing for one that is in none of them, or too short to say
     */
    public static Optional<Language> guess(String text) {
        // Where words end is the same in all of them.
        List<String> words = EN.surfaces(text).stream()
                .filter(w -> w.length() > 1 && Character.isLetter(w.charAt(0)))
                .toList();
        Language best = EN;
        double most = Double.NEGATIVE_INFINITY;
        for (Language language : values()) {
            double sum = words.stream().mapToDouble(language.ordinary::logShare).sum();
            if (sum > most) {
                most = sum;
                best = language;
            }
        }
        long known = words.stream().filter(best.ordinary::knows).count();
        return known >= FEWEST_KNOWN && known >= words.size() * KNOWN_SHARE ? Optional.of(best) : Optional.empty();
    }

    /** The words of a text, in small letters. */
    private List<String> surfaces(String text) {
        List<String> words = new ArrayList<>();
        try (TokenStream in = surfaces.tokenStream("", text)) {
            CharTermAttribute word = in.addAttribute(CharTermAttribute.class);
            in.reset();
            while (in.incrementToken()) {
                words.add(word.toString());
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return words;
    }

    private static final int FEWEST_KNOWN = 2;
    private static final double KNOWN_SHARE = 0.6;

    OrdinaryWords ordinary() {
        return ordinary;
    }

    /**
     * A word where it stands.
     *
     * @param from where it begins, in UTF-16 units
     * @param to where it ends
     * @param role what it may be in a phrase
     */
    record Word(String said, String stem, int from, int to, Role role) {}

    enum Role {
        /** Says something by itself. */
        SAYS,
        /** May begin a phrase, as “not” and “too”, but says nothing by itself. */
        OPENS,
        /** Comes in every sentence. */
        SMALL
    }

    /** The words of a text. */
    List<Word> cut(String text) {
        List<Word> words = new ArrayList<>();
        try (TokenStream in = surfaces.tokenStream("", text);
                TokenStream stemmed = stems.tokenStream("", text)) {
            OffsetAttribute at = in.addAttribute(OffsetAttribute.class);
            CharTermAttribute word = in.addAttribute(CharTermAttribute.class);
            CharTermAttribute stem = stemmed.addAttribute(CharTermAttribute.class);
            in.reset();
            stemmed.reset();
            while (in.incrementToken() && stemmed.incrementToken()) {
                String small = word.toString();
                words.add(new Word(
                        text.substring(at.startOffset(), at.endOffset()),
                        stem.toString(),
                        at.startOffset(),
                        at.endOffset(),
                        stoodIn(text, at.startOffset(), at.endOffset()) ? Role.SMALL : role(small)));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return words;
    }

    /** Whether it is what {@link Scrub} left for something that was taken out. */
    private static boolean stoodIn(String text, int from, int to) {
        int open = text.lastIndexOf('[', from);
        return open >= 0 && from - open <= LONGEST_LEFT && text.indexOf(']', open) >= to;
    }

    private static final int LONGEST_LEFT = "[number".length();

    private Role role(String small) {
        if (openers.contains(small)) {
            return Role.OPENS;
        }
        return inEverySentence.contains(small) || small.length() < 2 || !Character.isLetter(small.charAt(0))
                ? Role.SMALL
                : Role.SAYS;
    }

    private String stem(String word) {
        List<Word> cut = cut(word);
        return cut.size() == 1 ? cut.get(0).stem() : word;
    }

    /** Its sentences, each from where to where. */
    List<int[]> sentences(String text) {
        BreakIterator ends = BreakIterator.getSentenceInstance(ULocale.forLanguageTag(tag));
        ends.setText(text);
        List<int[]> sentences = new ArrayList<>();
        for (int from = ends.first(), to = ends.next(); to != BreakIterator.DONE; from = to, to = ends.next()) {
            sentences.add(new int[] {from, to});
        }
        return sentences;
    }

    /** Whether a word tells a feeling, a wish or a doubt of its own, so that it alone says nothing of what that is about. */
    boolean feels(String word) {
        String small = word.toLowerCase(Locale.ROOT);
        return valence.containsKey(small) || markWords.contains(small);
    }

    private static final int REACH_OF_NO = 3;
    private static final double TURNED = -0.5;

    /** The sum of its words' valence, each −5 to 5; a no shortly before turns one round and halves it. */
    double valence(List<String> words) {
        double sum = 0;
        int reach = 0;
        for (String word : words) {
            int own = valence.getOrDefault(word, 0);
            sum += reach > 0 ? own * TURNED : own;
            reach = saysNo(word) ? REACH_OF_NO : reach - 1;
        }
        return sum;
    }

    private boolean saysNo(String word) {
        return nos.contains(word) || word.endsWith("n't");
    }

    private Set<String> single(Mark mark) {
        return marks.getOrDefault(mark, List.of()).stream().map(m -> m.get(0)).collect(Collectors.toSet());
    }

    boolean wishes(List<String> words) {
        return has(words, Mark.WISH);
    }

    boolean doubts(List<String> words) {
        return has(words, Mark.DOUBT);
    }

    private boolean has(List<String> words, Mark mark) {
        return marks.getOrDefault(mark, List.of()).stream().anyMatch(m -> Collections.indexOfSubList(words, m) >= 0);
    }

    /** Cuts at what Unicode calls a word (UAX 29). */
    private static final class Cutter extends Analyzer {
        private final UnaryOperator<TokenStream> stemming;

        Cutter(UnaryOperator<TokenStream> stemming) {
            this.stemming = stemming;
        }

        @Override
        protected TokenStreamComponents createComponents(String field) {
            StandardTokenizer words = new StandardTokenizer();
            return new TokenStreamComponents(words, stemming.apply(new LowerCaseFilter(words)));
        }
    }
}
