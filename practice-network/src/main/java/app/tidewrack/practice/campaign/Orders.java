package app.tidewrack.practice.campaign;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.network.ObjectiveRule.Charge;
import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** What advertisers send to set something up or change it. */
public final class Orders {
    private Orders() {}

    /**
     * Money for an ad group, or shared by all of a campaign, in minor units of the account's currency.
     *
     * @param lifetime for the whole flight; otherwise a day
     */
    public record Budget(boolean lifetime, long minor) {}

    /**
     * @param minor the most paid for one of what is charged, or the wanted average cost of one of what is sought; null
     *     when automatic
     */
    public record Bid(BidStrategy strategy, @Nullable Long minor) {}

    /**
     * @param endsOn the day after the last
     * @param budget shared by its ad groups; null when each has its own
     * @param subject code of a regulated subject, null for none
     * @param splitTest ad groups are shown to people held apart
     */
    public record CampaignOrder(
            String account,
            String name,
            String objective,
            LocalDate startsOn,
            LocalDate endsOn,
            @Nullable Budget budget,
            @Nullable String subject,
            boolean splitTest) {}

    /**
     * @param goal null for the objective's usual one
     * @param charge null for the goal's usual one
     * @param placements none leaves them to the network
     * @param hours 168 digits, 1 where it runs, from Monday 0 o'clock in the account's zone; null for always
     * @param switches what the network lets advertisers switch, by code
     */
    public record AdGroupOrder(
            String campaignId,
            String name,
            @Nullable String goal,
            @Nullable Charge charge,
            List<String> placements,
            AudienceDefinition audience,
            @Nullable Budget budget,
            Bid bid,
            Pace pace,
            @Nullable String hours,
            Map<String, Boolean> switches) {

        public AdGroupOrder {
            placements = placements == null ? List.of() : placements;
            bid = bid == null ? new Bid(BidStrategy.AUTOMATIC, null) : bid;
            pace = pace == null ? Pace.EVEN : pace;
            switches = switches == null ? Map.of() : switches;
        }
    }

    public record AdOrder(String adGroupId, String creativeId, String name) {}

    /** Whether something should stand still. */
    public record Pausing(boolean paused) {}
}
