package app.tidewrack.practice.delivery;

import app.tidewrack.practice.world.Chance;

/**
 * Which of how many parts of the people a group of a split test may show to: everyone belongs to one part for good, by a stable hash.
 * One of one where nothing is held apart.
 *
 * @param seed of the campaign
 */
record SplitShare(long seed, int part, int parts) {
    static SplitShare of(String campaignId, int part, int parts) {
        return new SplitShare(Chance.seed(campaignId), part, parts);
    }

    /** @param real number of a real person */
    int partOf(int real) {
        return parts < 2 ? 0 : (int) Long.remainderUnsigned(Chance.bits(seed, real), parts);
    }

    boolean takes(int real) {
        return partOf(real) == part;
    }
}
