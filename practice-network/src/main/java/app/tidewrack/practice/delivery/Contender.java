package app.tidewrack.practice.delivery;

import app.tidewrack.practice.matching.Crowd;

/**
 * What another client's ad group bids in an hour at a placement where one ad is shown at a time.
 *
 * @param spot number of the placement in the rulebook
 * @param euros for an impression
 * @param part share of its chances that it bids in
 */
record Contender(String client, int spot, Crowd crowd, SplitShare split, double euros, double part) {
    /** True when it bids for a person, where its turn comes. */
    boolean seeks(int real) {
        return crowd.contains(real) && split.takes(real);
    }
}
