package app.tidewrack.core.plan;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import org.jspecify.annotations.Nullable;

/**
 * What a row offers for what it is charged for.
 *
 * @param amount the ceiling of a maximum, or the wanted average of a target cost; null when automatic
 */
public record Bid(BidStrategy strategy, @Nullable Money amount) {
    public static final Bid AUTOMATIC = new Bid(BidStrategy.AUTOMATIC, null);

    /** {@code automatic}, {@code at most £0.75}, {@code £0.75 on average}. */
    public String words() {
        if (amount == null) {
            return strategy == BidStrategy.AUTOMATIC ? "automatic" : "no amount";
        }
        return switch (strategy) {
            case AUTOMATIC -> "automatic";
            case MAXIMUM -> "at most " + amount;
            case TARGET_COST -> amount + " on average";
        };
    }
}
