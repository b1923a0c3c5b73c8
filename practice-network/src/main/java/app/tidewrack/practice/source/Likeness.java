package app.tidewrack.practice.source;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import lombok.AccessLevel;
import lombok.RequiredArgsConstructor;
import org.roaringbitmap.IntConsumer;
import org.roaringbitmap.RoaringBitmap;

/**
 * How like a seed people are: the sum of log-odds of the features they have, each estimated with smoothing and thinned because
 * features go together (naive Bayes with shrinkage; Hand &amp; Yu 2001 on why it ranks well all the same).
 */
@RequiredArgsConstructor(access = AccessLevel.PRIVATE)
public final class Likeness {
    /** As many made-up people of the country are added to the seed as this, so that small seeds say little. */
    private static final double SMOOTHING = 20;

    private final int from;
    private final float[] scores;
    private final List<Weighed> features;

    /** @param lift share among the seed over the share among all */
    public record Weighed(Feature feature, double lift, double share, double weight) {}

    /** Something people have or have not. */
    public record Feature(String kind, String code, RoaringBitmap people) {}

    /**
     * @param all people to be scored, numbered close together
     * @param seed some of them
     */
    public static Likeness of(RoaringBitmap all, RoaringBitmap seed, List<Feature> features) {
        int from = all.first();
        float[] scores = new float[all.last() - from + 1];
        double people = all.getLongCardinality();
        double seeds = seed.getLongCardinality();
        List<Weighed> weighed = new ArrayList<>();
        for (Feature feature : features) {
            double common = RoaringBitmap.andCardinality(all, feature.people()) / people;
            if (common == 0 || common == 1) {
                continue;
            }
            double found = RoaringBitmap.andCardinality(seed, feature.people());
            double among = (found + SMOOTHING * common) / (seeds + SMOOTHING);
            double weight = Math.log(among / common) - Math.log((1 - among) / (1 - common));
            weighed.add(new Weighed(feature, among / common, among, weight));
        }
        weighed.sort(Comparator.comparingDouble((Weighed w) -> -Math.abs(w.weight()))
                .thenComparing(w -> w.feature().kind())
                .thenComparing(w -> w.feature().code()));
        for (Weighed w : weighed) {
            float by = (float) w.weight();
            RoaringBitmap.and(all, w.feature().people()).forEach((IntConsumer) p -> scores[p - from] += by);
        }
        return new Likeness(from, scores, weighed);
    }

    /** Features by how much they tell, the most first. */
    public List<Weighed> features() {
        return features;
    }

    public float score(int person) {
        return scores[person - from];
    }

    /**
     * People by likeness, the most alike first; equals by number.
     *
     * @param all as given when made
     */
    public int[] ranked(RoaringBitmap all) {
        int[] people = all.toArray();
        long[] keys = new long[people.length];
        for (int i = 0; i < people.length; i++) {
            // Floats keep their order as sign-adjusted bits; turned round, the most alike come first.
            int bits = Float.floatToIntBits(score(people[i]));
            int ascending = bits ^ ((bits >> 31) & Integer.MAX_VALUE);
            keys[i] = ((long) ~ascending << 32) | i;
        }
        Arrays.sort(keys);
        int[] ranked = new int[people.length];
        for (int i = 0; i < ranked.length; i++) {
            ranked[i] = people[(int) keys[i]];
        }
        return ranked;
    }
}
