package app.tidewrack.core.plan;

import app.tidewrack.core.network.ObjectiveRule.Charge;
import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.core.schedule.Hours;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * How a row's ads are delivered, apart from whom they reach and what they may spend.
 *
 * @param goal code of what delivery seeks; null for the objective's usual one
 * @param charge what is paid for; null for the goal's usual one
 * @param switches what the network lets advertisers switch, by code; those not named are as the network has them
 */
public record Delivery(
        @Nullable String goal,
        @Nullable Charge charge,
        Bid bid,
        Showing showing,
        Pace pace,
        Hours hours,
        Map<String, Boolean> switches) {
    public static final Delivery USUAL =
            new Delivery(null, null, Bid.AUTOMATIC, Showing.USUAL, Pace.EVEN, Hours.ALL, Map.of());

    public Delivery {
        switches = Map.copyOf(switches);
    }

    public Delivery seeking(@Nullable String changedGoal, @Nullable Charge changedCharge) {
        return new Delivery(changedGoal, changedCharge, bid, showing, pace, hours, switches);
    }

    public Delivery bidding(Bid changed) {
        return new Delivery(goal, charge, changed, showing, pace, hours, switches);
    }

    public Delivery shown(Showing changed) {
        return new Delivery(goal, charge, bid, changed, pace, hours, switches);
    }

    public Delivery running(Pace changedPace, Hours changedHours) {
        return new Delivery(goal, charge, bid, showing, changedPace, changedHours, switches);
    }

    public Delivery switched(Map<String, Boolean> changed) {
        return new Delivery(goal, charge, bid, showing, pace, hours, changed);
    }
}
