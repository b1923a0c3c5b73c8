package app.tidewrack.core.film;

import app.tidewrack.core.feedback.Language;
import app.tidewrack.core.frame.ReadingTime;
import app.tidewrack.core.refusal.Refusal;
import com.ibm.icu.text.BreakIterator;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** Turns a script into captions: a sentence at a time, in pieces that two lines hold, each for as long as it takes to say. */
public final class CaptionScript {
    /** Two lines of 32 characters, as upright films hold (common practice). */
    static final int MOST_CHARACTERS = 64;

    private CaptionScript() {}

    /**
     * @param seconds of the film, which the captions fill from beginning to end
     * @throws Refusal (field {@code captions}) when there is nothing to say, or too many captions come of it
     */
    public static List<Caption> of(String script, Language language, double seconds) {
        List<String> pieces = new ArrayList<>();
        for (String line : script.split("\\R")) {
            BreakIterator sentences = BreakIterator.getSentenceInstance(Locale.forLanguageTag(language.tag()));
            sentences.setText(line);
            int from = sentences.first();
            for (int to = sentences.next(); to != BreakIterator.DONE; to = sentences.next()) {
                split(line.substring(from, to).strip(), pieces);
                from = to;
            }
        }
        double spoken = pieces.stream().mapToDouble(p -> said(p, language)).sum();
        List<Caption> captions = new ArrayList<>();
        double done = 0;
        for (String piece : pieces) {
            double from = done;
            done += said(piece, language);
            captions.add(
                    new Caption(thousandths(seconds * from / spoken), thousandths(seconds * done / spoken), piece));
        }
        CaptionFile.requireOrder(captions);
        return List.copyOf(captions);
    }

    private static double thousandths(double seconds) {
        return Math.round(seconds * 1000) / 1000.0;
    }

    /** What has no word, such as a number, takes a moment too. */
    private static double said(String piece, Language language) {
        return Math.max(0.5, ReadingTime.seconds(piece, language));
    }

    /** In as few pieces as hold it, of about one length, parted between words. */
    private static void split(String sentence, List<String> pieces) {
        if (sentence.isEmpty()) {
            return;
        }
        int parts = (sentence.length() + MOST_CHARACTERS - 1) / MOST_CHARACTERS;
        int wanted = (sentence.length() + parts - 1) / parts;
        StringBuilder piece = new StringBuilder();
        for (String word : sentence.split("\\s+")) {
            boolean full = piece.length() >= wanted || piece.length() + 1 + word.length() > MOST_CHARACTERS;
            if (full && !piece.isEmpty()) {
                pieces.add(piece.toString());
                piece.setLength(0);
            }
            piece.append(piece.isEmpty() ? "" : " ").append(word);
        }
        pieces.add(piece.toString());
    }
}
