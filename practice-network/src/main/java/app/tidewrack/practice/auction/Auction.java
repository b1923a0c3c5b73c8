package app.tidewrack.practice.auction;

/**
 * What a place in a row of slots costs. Both rules are of Edelman, Ostrovsky &amp; Schwarz, "Internet Advertising and the
 * Generalized Second-Price Auction", American Economic Review 97 (2007).
 */
public enum Auction {
    /** Generalised second price: the next lower score for each unit of attention. */
    SECOND_PRICE {
        @Override
        public double price(double[] slots, int position, double[] below) {
            return slots[position] * at(below, 0);
        }
    },
    /** Vickrey, Clarke and Groves: what one's presence costs the others. */
    EXTERNALITY {
        @Override
        public double price(double[] slots, int position, double[] below) {
            double cost = 0;
            for (int j = position; j < slots.length; j++) {
                double next = j + 1 < slots.length ? slots[j + 1] : 0;
                cost += (slots[j] - next) * at(below, j - position);
            }
            return cost;
        }
    };

    /**
     * The price of a position.
     *
     * @param slots attention or clicks each slot brings, the best first
     * @param position the slot won, from 0
     * @param below scores of those who came after, the highest first; missing ones are 0
     * @return the whole price for the slot's attention
     */
    public abstract double price(double[] slots, int position, double[] below);

    private static double at(double[] below, int i) {
        return i < below.length ? below[i] : 0;
    }
}
