package app.tidewrack.practice.auction;

import java.util.SplittableRandom;

/**
 * The rivals for each chance to show: so many, each offering a lognormal sum. Instead of drawing them all for millions of
 * chances that are mostly lost, chances won are counted by probability, and rivals are drawn only for those, given that
 * they are won.
 */
public final class Field {
    /** Scores are looked at from e^−5 to e^5 of the middle offer. */
    private static final double REACH = 5;

    private static final int STEPS = 2000;

    private static final double LEAST_SCORE = 0.01;
    private static final double MOST_SCORE = 100;
    private static final int BISECTIONS = 40;

    private final int rivals;
    private final double spread;
    private final double[] slots;
    private final Auction auction;
    private final double[] wins = new double[STEPS + 1];
    private final double[] costs = new double[STEPS + 1];

    /**
     * @param rivals how many
     * @param spread deviation of the logarithm of an offer; the middle offer is 1
     * @param slots attention of each slot, the first 1
     */
    public Field(int rivals, double spread, double[] slots, Auction auction) {
        this.rivals = rivals;
        this.spread = spread;
        this.slots = slots;
        this.auction = auction;
        SplittableRandom random = new SplittableRandom(rivals * 31L + slots.length);
        for (int i = 0; i <= STEPS; i++) {
            double score = Math.exp((2.0 * i / STEPS - 1) * REACH);
            wins[i] = winsBy(score);
            costs[i] = meanPrice(score, random);
        }
    }

    /** Share of one rival's offers that is under a score. */
    private double under(double score) {
        return Normal.under(Math.log(score) / spread);
    }

    private double offerAt(double share) {
        return Math.exp(spread * Normal.quantile(share));
    }

    /** Chance of getting one of the slots: fewer rivals than slots are above. */
    private double winsBy(double score) {
        double under = under(score);
        double total = 0;
        for (int above = 0; above < Math.min(slots.length, rivals + 1); above++) {
            total += exactly(above, under);
        }
        return total;
    }

    private double exactly(int above, double under) {
        double ways = 1;
        for (int i = 0; i < above; i++) {
            ways *= (double) (rivals - i) / (i + 1);
        }
        return ways * Math.pow(1 - under, above) * Math.pow(under, rivals - above);
    }

    private double meanPrice(double score, SplittableRandom random) {
        int draws = 200;
        double sum = 0;
        for (int i = 0; i < draws; i++) {
            sum += standing(score, random).price();
        }
        return sum / draws;
    }

    /** Chance that a score wins a slot, 0 to 1. */
    public double win(double score) {
        return at(wins, score);
    }

    /** Mean price of a slot that a score has won. */
    public double price(double score) {
        return at(costs, score);
    }

    /** The lowest score that wins a share of the chances, over 0 and under 1. */
    public double winning(double share) {
        double low = LEAST_SCORE;
        double high = MOST_SCORE;
        for (int i = 0; i < BISECTIONS; i++) {
            double middle = Math.sqrt(low * high);
            if (win(middle) < share) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return high;
    }

    private static double at(double[] table, double score) {
        double place = (Math.log(score) / REACH + 1) / 2 * STEPS;
        if (place <= 0) {
            return 0;
        }
        if (place >= STEPS) {
            return table[STEPS];
        }
        int i = (int) place;
        return table[i] + (place - i) * (table[i + 1] - table[i]);
    }

    /**
     * Where an ad stands that has won, and what it pays.
     *
     * @param attention of the slot, the first slot being 1
     * @param price for the impression
     */
    public record Standing(int position, double attention, double price) {}

    /** Draws the rivals of a chance that a score has won. */
    public Standing standing(double score, SplittableRandom random) {
        double under = under(score);
        int position = position(under, random);
        double[] below = new double[Math.min(slots.length - position, rivals - position)];
        double share = under;
        for (int i = 0; i < below.length; i++) {
            // The highest of m offers under a share is that share times the m-th root of an even number.
            share *= Math.pow(random.nextDouble(), 1.0 / (rivals - position - i));
            below[i] = offerAt(share);
        }
        return new Standing(position, slots[position], auction.price(slots, position, below));
    }

    private int position(double under, SplittableRandom random) {
        if (slots.length == 1) {
            return 0;
        }
        double all = 0;
        double[] chances = new double[Math.min(slots.length, rivals + 1)];
        for (int k = 0; k < chances.length; k++) {
            chances[k] = exactly(k, under);
            all += chances[k];
        }
        double ticket = random.nextDouble() * all;
        int k = 0;
        while (k < chances.length - 1 && ticket >= chances[k]) {
            ticket -= chances[k++];
        }
        return k;
    }
}
