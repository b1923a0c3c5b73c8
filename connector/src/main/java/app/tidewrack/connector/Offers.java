package app.tidewrack.connector;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.network.ObjectiveRule.Charge;
import app.tidewrack.core.network.Rulebook;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** What a network offers, and how many people that reaches. */
public interface Offers {
    Rulebook rulebook();

    List<Topic> topics();

    /** Places by the start of their name, the largest first; an empty country means any. */
    List<City> places(String country, String text);

    /** The largest places of an area, in degrees; one over the 180th meridian has its west east of its east. */
    List<City> within(double south, double west, double north, double east);

    /** The nearest place to a point. */
    City near(double latitude, double longitude);

    /** Names of regions by code, such as {@code GB.ENG}. */
    Map<String, String> regions();

    /** Questions about a topic or all below a branch. */
    List<Question> questions(String topic);

    /** Topics that those who like some topics like more than others there do; the highest lift first. */
    List<RelatedTopic> related(Places places, List<String> topics);

    /**
     * One size for each audience, in the same order.
     *
     * @param account the network's id of an open account; null when no audience names a tie or source of one
     */
    List<AudienceSize> sizes(@Nullable String account, List<AudienceDefinition> audiences);

    /** How many of an audience come by each placement in a day. */
    List<PlacementSize> placementSizes(String account, AudienceDefinition audience);

    /** What bids win on an open account. */
    BidTold bids(String account, BidQuestion question);

    /** The size of each audience and the people each two share; the account as in {@link #sizes}. */
    Overlaps overlaps(@Nullable String account, List<AudienceDefinition> audiences);

    /**
     * An interest that can be asked for.
     *
     * @param group words of its domain
     * @param level 1 domain, 2 branch, 3 topic
     * @param parent code of the branch or domain above; null for a domain
     */
    record Topic(
            String code,
            String words,
            String group,
            int level,
            @Nullable String parent) {}

    /** A single question that an ad can stand by. */
    record Question(String id, String words, String topic) {}

    /**
     * @param lift how many times as common as among all there
     * @param people who like it there
     */
    record RelatedTopic(String code, String words, String branch, double lift, AudienceSize people) {}

    /** @param placement its code */
    record PlacementSize(String placement, AudienceSize size) {}

    /** @param shared row i holds what audience i shares with audiences 0 to i − 1 */
    record Overlaps(List<AudienceSize> sizes, List<List<AudienceSize>> shared) {}

    /**
     * A city that a circle can be drawn around.
     *
     * @param region country and region, such as {@code GB.ENG}
     */
    record City(long id, String name, double latitude, double longitude, String country, String region, long people) {}

    /**
     * What bids win.
     *
     * @param placements none for all
     */
    record BidQuestion(
            String objective,
            @Nullable String goal,
            @Nullable Charge charge,
            List<String> placements,
            AudienceDefinition audience) {}

    /**
     * In minor units, for one of what is bid for.
     *
     * @param fromMinor under this hardly any place is won
     * @param toMinor over this hardly more are won
     * @param perThousand true when a bid is for a thousand impressions
     */
    record BidTold(long lowestMinor, long fromMinor, long suggestedMinor, long toMinor, boolean perThousand) {}
}
