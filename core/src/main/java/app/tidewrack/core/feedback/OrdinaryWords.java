package app.tidewrack.core.feedback;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;

/**
 * How common words are in ordinary language, by their place among the commonest in the subtitles of films. What share of all words
 * the word at a place has is read from the counts of 50 million English words (SUBTLEXus); the other languages are taken to fall off
 * alike. A word that is not among them is taken to be as common as the last that is, so that what is told of it is never too much.
 */
final class OrdinaryWords {
    /** Words counted for {@link #SHARES}. */
    static final double COUNTED = 49_719_560;

    private static final int[] PLACES = {
        1, 2, 3, 5, 10, 20, 50, 100, 200, 500, 1_000, 2_000, 5_000, 10_000, 20_000, 30_000
    };

    private static final double[] SHARES = {
        4.29e-2, 4.10e-2, 3.02e-2, 2.13e-2, 1.37e-2, 7.07e-3, 3.76e-3, 1.67e-3, 6.01e-4, 1.96e-4, 7.27e-5, 2.93e-5,
        8.35e-6, 2.76e-6, 7.84e-7, 3.22e-7
    };

    private static final int KNOWN = 10_000;

    private final Map<String, Integer> places = new HashMap<>();
    private final Map<String, Double> byStem = new HashMap<>();
    private final double rarest;

    OrdinaryWords(List<String> commonestFirst, UnaryOperator<String> stem) {
        for (String word : commonestFirst) {
            int place = places.size() + 1;
            if (places.putIfAbsent(word, place) == null) {
                byStem.merge(stem.apply(word), share(place), Double::sum);
            }
        }
        rarest = share(places.size());
    }

    /** Between the places that were read, as a straight line where both axes are logarithms. */
    private static double share(int place) {
        int next = 1;
        while (next < PLACES.length - 1 && PLACES[next] < place) {
            next++;
        }
        double along = Math.log((double) place / PLACES[next - 1]) / Math.log((double) PLACES[next] / PLACES[next - 1]);
        return SHARES[next - 1] * Math.pow(SHARES[next] / SHARES[next - 1], along);
    }

    /** Whether it is among the commonest, as many in each language. */
    boolean knows(String word) {
        Integer place = places.get(word);
        return place != null && place <= KNOWN;
    }

    /** Of all words, the word's share; a natural logarithm. */
    double logShare(String word) {
        Integer place = places.get(word);
        return Math.log(place == null ? rarest / places.size() : share(place));
    }

    /** Of all words, the share of those with a stem. */
    double shareOfStem(String stem) {
        return byStem.getOrDefault(stem, rarest);
    }
}
