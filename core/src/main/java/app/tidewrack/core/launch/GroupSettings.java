package app.tidewrack.core.launch;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.network.ObjectiveRule.Charge;
import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.core.plan.Bid;
import app.tidewrack.core.schedule.Hours;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * An ad group on a network: whom it talks to, where, and how it is delivered.
 *
 * @param budget its own; null when the campaign shares its money
 * @param placements codes of where its ads show; none leaves it to the network
 * @param goal null for the objective's usual one
 * @param charge null for the goal's usual one
 * @param switches those not named are as the network has them
 */
public record GroupSettings(
        String name,
        @Nullable Budget budget,
        AudienceDefinition audience,
        List<String> placements,
        @Nullable String goal,
        @Nullable Charge charge,
        Bid bid,
        Pace pace,
        Hours hours,
        Map<String, Boolean> switches)
        implements Settings, Told {

    public GroupSettings {
        placements = List.copyOf(placements);
        switches = Map.copyOf(switches);
    }

    @Override
    public Level level() {
        return Level.AD_GROUP;
    }

    /** The same talking to others; as a network takes or tells it, sources stand under the network's ids. */
    public GroupSettings to(AudienceDefinition people) {
        return new GroupSettings(name, budget, people, placements, goal, charge, bid, pace, hours, switches);
    }

    /** The same with other money. */
    public GroupSettings with(@Nullable Budget changed) {
        return new GroupSettings(name, changed, audience, placements, goal, charge, bid, pace, hours, switches);
    }

    @Override
    public Map<Field, Object> parts() {
        return new Parts()
                .put(Field.NAME, name)
                .put(budget)
                .put(Field.AUDIENCE, audience)
                .put(Field.PLACEMENTS, placements)
                .put(Field.GOAL, goal)
                .put(Field.CHARGE, charge)
                .put(Field.BID, bid.equals(Bid.AUTOMATIC) ? null : bid)
                .put(Field.PACE, pace == Pace.EVEN ? null : pace)
                .put(Field.HOURS, hours.all() ? null : hours)
                .put(Field.SWITCHES, switches)
                .all();
    }
}
