package app.tidewrack.core.frame;

import app.tidewrack.core.feedback.Language;
import com.ibm.icu.text.BreakIterator;
import com.ibm.icu.util.ULocale;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How easy a text is to read, by the formula that is published for its language. English: R. Flesch, A new readability yardstick
 * (1948), 206.835 − 1.015 words a sentence − 84.6 syllables a word. German: T. Amstad (1978), 180 − words a sentence − 58.5 syllables
 * a word. Dutch: W. H. Douma (1960), 206.84 − 0.93 words a sentence − 77 syllables a word. Danish: C.-H. Björnsson's Lix (1968),
 * words a sentence + per cent of words of more than six letters. All four from memory. Syllables are counted by groups of vowels, an
 * estimate that is right for nine of ten words.
 *
 * @param figure as the formula has it, rounded to whole numbers
 * @param formula its name
 * @param ease what the figure means
 */
public record Readability(int figure, String formula, Ease ease) {
    /** Bands of the formula's author, or those usually given with it. */
    public enum Ease {
        EASY,
        PLAIN,
        HARD,
        VERY_HARD
    }

    /** Of Flesch's kind: from these figures up a text is easy, plain, hard (his table's 70, 50, 30). */
    private static final List<Integer> FLESCH = List.of(70, 50, 30);

    /** Of Lix: up to these figures a text is easy, plain, hard (Björnsson's 30, 40, 50). */
    private static final List<Integer> LIX = List.of(30, 40, 50);

    private static final int LONG_WORD = 6;

    private static final Pattern VOWELS = Pattern.compile("[aeiouyäöüæøåáéèêëíïóôúû]+");
    private static final Pattern SILENT = Pattern.compile("(?:[^laeiouy]es|[^tdlaeiouy]ed|[^laeiouy]e)$");

    /** @return nothing for a text without a word */
    public static Optional<Readability> of(String text, Language language) {
        List<String> words = words(text, language);
        if (words.isEmpty()) {
            return Optional.empty();
        }
        double sentence = (double) words.size() / sentences(text, language);
        double syllables =
                words.stream().mapToInt(w -> syllables(w, language)).average().orElseThrow();
        return Optional.of(
                switch (language) {
                    case EN -> flesch(206.835 - 1.015 * sentence - 84.6 * syllables, "Flesch");
                    case DE -> flesch(180 - sentence - 58.5 * syllables, "Amstad");
                    case NL -> flesch(206.84 - 0.93 * sentence - 77 * syllables, "Douma");
                    case DA ->
                        lix(sentence
                                + 100.0
                                        * words.stream()
                                                .filter(w -> w.length() > LONG_WORD)
                                                .count()
                                        / words.size());
                });
    }

    private static Readability flesch(double figure, String formula) {
        int whole = (int) Math.round(figure);
        int band = (int) FLESCH.stream().filter(from -> whole < from).count();
        return new Readability(whole, formula, Ease.values()[band]);
    }

    private static Readability lix(double figure) {
        int whole = (int) Math.round(figure);
        int band = (int) LIX.stream().filter(to -> whole > to).count();
        return new Readability(whole, "Lix", Ease.values()[band]);
    }

    static List<String> words(String text, Language language) {
        BreakIterator ends = BreakIterator.getWordInstance(ULocale.forLanguageTag(language.tag()));
        ends.setText(text);
        List<String> words = new ArrayList<>();
        for (int from = ends.first(), to = ends.next(); to != BreakIterator.DONE; from = to, to = ends.next()) {
            if (ends.getRuleStatus() >= BreakIterator.WORD_LETTER) {
                words.add(text.substring(from, to).toLowerCase(Locale.ROOT));
            }
        }
        return words;
    }

    private static int sentences(String text, Language language) {
        BreakIterator ends = BreakIterator.getSentenceInstance(ULocale.forLanguageTag(language.tag()));
        ends.setText(text);
        int sentences = 0;
        for (int from = ends.first(), to = ends.next(); to != BreakIterator.DONE; from = to, to = ends.next()) {
            sentences += words(text.substring(from, to), language).isEmpty() ? 0 : 1;
        }
        return Math.max(1, sentences);
    }

    /** By groups of vowels; in English without an e that is not heard. At least 1. */
    static int syllables(String word, Language language) {
        Matcher groups = VOWELS.matcher(word);
        int count = 0;
        while (groups.find()) {
            count++;
        }
        if (language == Language.EN && count > 1 && SILENT.matcher(word).find()) {
            count--;
        }
        return Math.max(1, count);
    }
}
