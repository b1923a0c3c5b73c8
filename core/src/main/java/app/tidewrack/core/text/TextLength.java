package app.tidewrack.core.text;

import com.ibm.icu.text.BreakIterator;
import com.ibm.icu.util.ULocale;

/** Text measured as a reader sees it: in extended grapheme clusters of Unicode UAX #29, by ICU. */
public final class TextLength {
    private TextLength() {}

    /** Number of user-perceived characters; an emoji with skin tone is one. */
    public static int of(String text) {
        if (plain(text)) {
            return text.length();
        }
        BreakIterator clusters = BreakIterator.getCharacterInstance(ULocale.ROOT);
        clusters.setText(text);
        int count = 0;
        while (clusters.next() != BreakIterator.DONE) {
            count++;
        }
        return count;
    }

    /** Printable ASCII, of which each character is a cluster of its own. */
    private static boolean plain(String text) {
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c < ' ' || c > '~') {
                return false;
            }
        }
        return true;
    }

    /**
     * Where a placement cuts.
     *
     * @param fold characters in sight, at least 1
     */
    public static Cut cutAt(String text, int fold) {
        BreakIterator clusters = BreakIterator.getCharacterInstance(ULocale.ROOT);
        clusters.setText(text);
        int end = clusters.next(fold);
        return end == BreakIterator.DONE ? new Cut(text, "") : new Cut(text.substring(0, end), text.substring(end));
    }

    /** The text in sight and the text behind the fold; together they are the whole. */
    public record Cut(String inSight, String behind) {}
}
