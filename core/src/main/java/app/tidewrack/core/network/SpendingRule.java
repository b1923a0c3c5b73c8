package app.tidewrack.core.network;

import java.util.List;

/**
 * How money is set and spent.
 *
 * @param levels where money can be set
 * @param lifetime whether money for the whole flight is taken, besides daily
 * @param strategies how bids can be set
 * @param overDayPercent how far a day may go over its money; the flight as a whole never does
 */
public record SpendingRule(List<Level> levels, boolean lifetime, List<BidStrategy> strategies, int overDayPercent) {
    /** Where money is set. */
    public enum Level {
        CAMPAIGN,
        AD_GROUP
    }

    /** How the bid is found. */
    public enum BidStrategy {
        /** The network bids what spends the money. */
        AUTOMATIC,
        /** Never more than this for one of what is charged; what is paid is usually less. */
        MAXIMUM,
        /** As much as can be had at this cost on average. */
        TARGET_COST
    }
}
