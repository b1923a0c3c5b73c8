package app.tidewrack.practice.delivery;

import app.tidewrack.practice.delivery.GroupRun.SplitShare;
import app.tidewrack.practice.world.Chance;

/** Holds the groups of a split test apart: everyone belongs to one part for good, by a stable hash. */
final class SplitParts {
    private SplitParts() {}

    /** @param real number of a real person */
    static int part(SplitShare split, int real) {
        return split.parts() < 2
                ? 0
                : (int) Long.remainderUnsigned(Chance.bits(Chance.seed(split.campaignId()), real), split.parts());
    }
}
