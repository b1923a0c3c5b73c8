package app.tidewrack.core.frame;

import app.tidewrack.core.feedback.Language;

/** How long words take to be spoken. */
public final class ReadingTime {
    /** Of a calm voice in English, 150 words a minute of 1.5 syllables (common practice). */
    private static final double SYLLABLES_A_SECOND = 3.75;

    private ReadingTime() {}

    /** Seconds, by syllables: words of one language are longer than of another, and take longer. */
    public static double seconds(String text, Language language) {
        return Readability.words(text, language).stream()
                        .mapToInt(w -> Readability.syllables(w, language))
                        .sum()
                / SYLLABLES_A_SECOND;
    }
}
