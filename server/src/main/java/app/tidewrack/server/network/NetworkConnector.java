package app.tidewrack.server.network;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.creative.Creative.Card;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.network.ObjectiveRule.Charge;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import app.tidewrack.core.results.Counts;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What any network must be able to do. Every call may throw {@link NetworkAway}, after which it may be repeated, or
 * {@link NetworkRefused}, after which it may not. Creating twice under one key creates once.
 */
public interface NetworkConnector {
    Rulebook rulebook();

    List<Topic> topics();

    List<City> places(String country, String text);

    /** Opens an account, or changes an open one; an open account keeps its currency and zone. */
    void openAccount(AccountOrder order);

    /** What the network tells of an open account. */
    AccountTold account(String account);

    /** The nearest city to a point. */
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

    /** @return the network's id of the source, made now or earlier under the same key */
    String createSource(String account, String key, SourceOrder order);

    /**
     * Replaces the people of a list.
     *
     * @param hashes a file with one SHA-256 a line
     */
    SourceTold fillSource(String account, String source, Path hashes);

    /** A source as of now. */
    SourceTold source(String account, String source);

    /** What sets a source apart from the rest of a country. */
    Traits traits(String account, String source, String country);

    /** Keeps a picture or video by its content's SHA-256; sending it again does nothing. */
    void sendMedium(String sha256, Path file);

    /** @return the network's id of the form, made now or earlier under the same key */
    String createForm(String account, String key, FormOrder form);

    /** Asks someone to be named as sender of direct messages; gives whether they agree. */
    boolean askSender(String account, String name);

    /** @param after cursor of the last lead already had, 0 for all; empty when there is no more */
    List<LeadTold> leads(String account, long after);

    /** @param after cursor of the last chat already had, 0 for all; empty when there is no more */
    List<ChatTold> chats(String account, long after);

    /** @return the network's id of what was created, now or earlier under the same key */
    String create(String key, Order order);

    void change(String externalId, Order order);

    void pause(Level level, String externalId, boolean paused);

    /** Removes for good; what belongs to it goes with it. Removing again does nothing. */
    void remove(Level level, String externalId);

    /** A campaign and all that belongs to it, as they stand on the network now. */
    List<ItemTold> items(String campaignId);

    List<Review> reviews(String account);

    /** @param after cursor of the last hour already had, 0 for all; empty when there is no more */
    List<Hour> reports(String account, long after);

    /**
     * Begins a report of whole days; see {@link #report}.
     *
     * @param by one breakdown of the rulebook's, or two that are told together
     * @return its id
     */
    String beginReport(String account, LocalDate from, LocalDate to, List<String> by);

    ReportState report(String account, String reportId);

    /** @param page from 0; an empty answer is the end */
    List<PartOfDay> reportRows(String account, String reportId, int page);

    /**
     * Different people reached by each named set of ads.
     *
     * @param from first account day; null from the start
     * @param to last account day, included; null until now
     */
    Map<String, Long> reach(
            String account, @Nullable LocalDate from, @Nullable LocalDate to, Map<String, List<String>> sets);

    /** People of each ad group's audience who belong to it alone; nothing where groups are not held apart. */
    Map<String, Long> parts(String campaignId);

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

    /** Who ads are from. */
    record Profile(String id, String name) {}

    /**
     * @param account the network's id of the account
     * @param site domain whose site tag reports to the account; null without one
     */
    record AccountOrder(
            String account,
            String name,
            String currency,
            String zone,
            @Nullable String site,
            List<Profile> profiles,
            @Nullable Long spendingLimitMinor) {}

    /** @param agreedSenders who agreed to be named in direct messages */
    record AccountTold(@Nullable SiteTag siteTag, List<String> agreedSenders) {}

    record SiteTag(String site, List<TagEvent> events) {}

    /** @param lastSeen the account day it was last reported; null when it never was */
    record TagEvent(String event, @Nullable LocalDate lastSeen, long lastDayPeople) {}

    /**
     * @param kind {@code list}, {@code site}, {@code video}, {@code form} or {@code profile}
     * @param fromDay days since the last event, 0 for today
     * @param toDay likewise, both included
     */
    record SourceOrder(
            String name,
            String kind,
            @Nullable String event,
            @Nullable String subject,
            @Nullable Integer percent,
            @Nullable Integer fromDay,
            @Nullable Integer toDay) {}

    /** @param list for a list: what came of its rows */
    record SourceTold(
            String id, AudienceSize size, @Nullable ListTold list) {}

    /** @param matchRate matched of different hashes, 0 to 1 */
    record ListTold(long rows, long duplicates, long matched, double matchRate) {}

    /** @param lift share among the source's people over the share in the country */
    record Trait(String kind, String code, double lift, double share) {}

    /** The traits with the highest and the lowest lift. */
    record Traits(String country, long people, List<Trait> most, List<Trait> least) {}

    /**
     * Something on the network as it stands.
     *
     * @param fields what is told of it, by the names below, which change lists use too; money is in minor units
     * @param group null but for ad groups
     */
    record ItemTold(
            Level level,
            String id,
            boolean paused,
            boolean removed,
            Map<String, String> fields,
            @Nullable GroupTold group) {
        public static final String NAME = "name";
        public static final String FIRST_DAY = "first day";
        public static final String LAST_DAY = "last day";
        public static final String MONEY = "money a day";
        public static final String LIFETIME = "money for the flight";
        public static final String SUBJECT = "regulated subject";
        /** Whether ad groups are held apart; nothing where they are not. */
        public static final String APART = "ad groups";

        public static final String HELD_APART = "held apart for a split test";
        public static final String HEADLINE = "headline";
        public static final String BODY = "body";
        public static final String LINK = "link";
    }

    /**
     * Whom an ad group talks to, where and how.
     *
     * @param placements codes; none where they are left to the network
     */
    record GroupTold(AudienceDefinition audience, List<String> placements, DeliveryOrder delivery) {}

    /** What is sent to set something up or change it. */
    sealed interface Order permits CampaignOrder, AdGroupOrder, AdOrder {}

    /**
     * @param account opened before the campaign is created, where that has not happened
     * @param endsOn the day after the last
     * @param budget shared by its ad groups; null when each has its own
     * @param subject code of a regulated subject; null for none
     * @param heldApart each ad group is shown to people of its own, for a split test
     */
    record CampaignOrder(
            AccountOrder account,
            String name,
            String objective,
            LocalDate startsOn,
            LocalDate endsOn,
            @Nullable Budget budget,
            @Nullable String subject,
            boolean heldApart)
            implements Order {}

    /**
     * Money in minor units.
     *
     * @param lifetime for the whole flight; otherwise a day
     */
    record Budget(boolean lifetime, long minor) {}

    /**
     * @param campaignId the network's id of the campaign
     * @param placements codes of where its ads show; none leaves it to the network
     * @param budget its own; null when the campaign shares its money
     */
    record AdGroupOrder(
            String campaignId,
            String name,
            List<String> placements,
            AudienceDefinition audience,
            @Nullable Budget budget,
            DeliveryOrder delivery)
            implements Order {

        public AdGroupOrder under(String campaign) {
            return new AdGroupOrder(campaign, name, placements, audience, budget, delivery);
        }

        /** With the audience as the account's network knows it. */
        public AdGroupOrder to(AudienceDefinition people) {
            return new AdGroupOrder(campaignId, name, placements, people, budget, delivery);
        }
    }

    /**
     * How an ad group is delivered.
     *
     * @param goal null for the objective's usual one
     * @param charge null for the goal's usual one
     * @param bidMinor null when automatic
     * @param hours 168 signs, 1 where it runs, from Monday 0 o'clock in the account's zone; null for always
     */
    record DeliveryOrder(
            @Nullable String goal,
            @Nullable Charge charge,
            BidStrategy strategy,
            @Nullable Long bidMinor,
            Pace pace,
            @Nullable String hours,
            Map<String, Boolean> switches) {}

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

    /**
     * @param account the network's id of the account
     * @param adGroupId the network's id of the ad group
     */
    record AdOrder(String account, String adGroupId, String name, CreativeOrder creative) implements Order {}

    /**
     * What an ad shows, its tokens filled.
     *
     * @param brand empty where none is named
     * @param media hashes of media sent before
     * @param link empty for formats that lead nowhere
     * @param post id of an existing post or answer; empty for other formats
     * @param form the network's id of a lead form; null for other formats
     */
    record CreativeOrder(
            String format,
            String brand,
            List<String> media,
            List<String> bodies,
            List<String> headlines,
            List<String> descriptions,
            List<String> callsToAction,
            String link,
            String post,
            List<Card> cards,
            @Nullable FormRef form,
            @Nullable ChatOrder chat,
            @Nullable MessageOrder message) {}

    /**
     * A lead form of ours.
     *
     * @param externalId the network's id of it; empty until it is made there
     */
    record FormRef(String id, int version, String externalId) {}

    record ChatOrder(String greeting, List<String> replies) {}

    record MessageOrder(String sender, String subject, String body, String button) {}

    /** @param field code of a ready question; empty for an own one, which has a text */
    record FormQuestion(String field, String text, List<String> choices, boolean required) {}

    record FormOrder(
            String name,
            String headline,
            String opening,
            List<FormQuestion> questions,
            String privacyLink,
            String consent,
            String completion,
            String button,
            String link) {}

    /**
     * What a person sent.
     *
     * @param form the network's id of the form
     * @param answers by ready question's code or own question's text
     */
    record LeadTold(long seq, String adId, String form, Instant at, Map<String, String> answers) {}

    record ChatLine(boolean fromPerson, String text) {}

    record ChatTold(long seq, String adId, Instant at, List<ChatLine> lines) {}

    /** @param state {@code IN_REVIEW}, {@code APPROVED} or {@code REFUSED} */
    record Review(String id, String state, @Nullable String reason, Instant submittedAt, Instant dueAt) {}

    /**
     * What one ad brought in one hour.
     *
     * @param counts as far as they are known by now; a later page may correct them
     */
    record Hour(long seq, String adId, Instant hour, Counts counts) {}

    /** @param state {@code RUNNING}, {@code DONE} or {@code FAILED} */
    record ReportState(String state, @Nullable String problem) {}

    /**
     * What one ad brought on one account day from those of one value.
     *
     * @param by value by breakdown
     */
    record PartOfDay(String adId, LocalDate day, Map<String, String> by, Counts counts) {}
}
