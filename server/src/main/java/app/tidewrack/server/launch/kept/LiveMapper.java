package app.tidewrack.server.launch.kept;

import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.launch.ItemKey;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.launch.LiveItem;
import app.tidewrack.core.launch.LiveItem.Standing;
import app.tidewrack.core.launch.Settings;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

/** What is on networks, as last sent and last told. */
@Mapper
public interface LiveMapper {
    /**
     * One item.
     *
     * @param removed it is not on the network any more
     * @param sent how we left it, where somebody changed it on the network since; likewise whether it was paused
     * @param removedThere somebody removed it on the network
     */
    record StoredLive(
            String campaignId,
            String itemKey,
            String accountId,
            String externalId,
            Settings settings,
            boolean paused,
            boolean removed,
            @Nullable Settings sent,
            @Nullable Boolean sentPaused,
            boolean removedThere) {

        public LiveItem item() {
            Settings leftSettings = sent == null ? settings : sent;
            boolean leftPaused = sentPaused == null ? paused : sentPaused;
            return new LiveItem(
                    ItemKey.parse(campaignId, itemKey),
                    externalId,
                    new Standing(settings, paused, !removed),
                    new Standing(leftSettings, leftPaused, !removed || removedThere));
        }
    }

    String LIVE = """
            select campaign_id, item_key, account_id, external_id, settings, paused, removed_at is not null as removed,
                   sent, sent_paused, removed_there
            from live_item where client_id = #{clientId} and campaign_id = #{campaignId}""";

    /** All that is there. */
    @Select(LIVE + " and removed_at is null")
    List<StoredLive> live(String clientId, String campaignId);

    /** Campaigns and ad groups on accounts that have a limit of what they spend a day. */
    @Select("""
            select l.campaign_id, l.item_key, l.account_id, l.external_id, l.settings, l.paused, false as removed,
                   null::jsonb as sent, null::boolean as sent_paused, false as removed_there
            from live_item l join account a on a.client_id = l.client_id and a.id = l.account_id
            where l.client_id = #{clientId} and l.level <> 'AD' and l.removed_at is null
              and a.spending_limit_minor is not null""")
    List<StoredLive> limited(String clientId);

    /** An ad that review refused, as it was sent. */
    record RefusedCreative(String network, String creativeId, Settings settings, String reason) {}

    @Select("""
            select a.network, c.creative_id, l.settings, coalesce(l.reason, '') as reason
            from live_item l join account a on a.client_id = l.client_id and a.id = l.account_id
            join plan_column c on c.client_id = l.client_id and c.id = split_part(l.item_key, '/', 2)
            where l.client_id = #{clientId} and l.level = 'AD' and l.review_state = 'REFUSED'""")
    List<RefusedCreative> refusedCreatives(String clientId);

    /** Items that somebody changed on the network, also those that were removed there. */
    @Select(LIVE + " and drifted order by level desc, name")
    List<StoredLive> drifted(String clientId, String campaignId);

    /** The campaign itself, while it is there. */
    @Select(LIVE + " and level = 'CAMPAIGN' and removed_at is null")
    Optional<StoredLive> campaign(String clientId, String campaignId);

    @Select("""
            select external_id from live_item
            where client_id = #{clientId} and campaign_id = #{campaignId} and item_key = #{itemKey} and removed_at is null""")
    Optional<String> externalId(String clientId, String campaignId, String itemKey);

    @Select("select external_id from live_item where client_id = #{clientId} and account_id = #{accountId}")
    List<String> externalIds(String clientId, String accountId);

    /** How often an item was removed before, which tells it from those that were. */
    @Select("""
            select generation from live_item
            where client_id = #{clientId} and campaign_id = #{campaignId} and item_key = #{itemKey}""")
    Optional<Integer> generation(String clientId, String campaignId, String itemKey);

    /** An item as it was sent. */
    record Sent(
            String campaignId, String itemKey, Level level, String accountId, String externalId, Settings settings) {
        public String name() {
            return settings.name();
        }
    }

    @Insert("""
            insert into live_item (client_id, campaign_id, item_key, level, name, account_id, external_id, settings, paused)
            values (#{clientId}, #{s.campaignId}, #{s.itemKey}, #{s.level}, #{s.name}, #{s.accountId}, #{s.externalId},
                    #{s.settings}, false)
            on conflict (client_id, campaign_id, item_key) do update
            set name = excluded.name, settings = excluded.settings, account_id = excluded.account_id,
                shows_since = case when live_item.settings -> 'creative' is distinct from excluded.settings -> 'creative'
                              then (select now from practice_clock) else live_item.shows_since end,
                external_id = excluded.external_id, removed_at = null, sent = null, removed_there = false,
                sent_paused = case when live_item.removed_at is null then live_item.sent_paused end,
                paused = live_item.paused and live_item.removed_at is null,
                review_state = case when live_item.external_id = excluded.external_id then live_item.review_state end,
                reason = case when live_item.external_id = excluded.external_id then live_item.reason end,
                review_due = case when live_item.external_id = excluded.external_id then live_item.review_due end""")
    void keepSent(String clientId, Sent s);

    /** Keeps how an item that is there stands, and how we left it where that is otherwise. */
    @Update("""
            update live_item set settings = #{settings}, paused = #{paused}, sent = #{sent}, sent_paused = #{sentPaused},
                   shows_since = case when settings -> 'creative' is distinct from #{settings}::jsonb -> 'creative'
                                 then (select now from practice_clock) else shows_since end
            where client_id = #{clientId} and campaign_id = #{campaignId} and item_key = #{itemKey}""")
    void setStanding(
            String clientId,
            String campaignId,
            String itemKey,
            Settings settings,
            boolean paused,
            @Nullable Settings sent,
            @Nullable Boolean sentPaused);

    default void setStanding(String clientId, LiveItem item) {
        Standing now = item.now();
        Standing left = item.left();
        setStanding(
                clientId,
                item.key().campaignId(),
                item.key().text(),
                now.settings(),
                now.paused(),
                now.settings().differing(left.settings()).isEmpty() ? null : left.settings(),
                left.paused() == now.paused() ? null : left.paused());
    }

    /** Keeps that we paused an item or let it run on. */
    @Update("""
            update live_item set paused = #{paused}, sent_paused = null
            where client_id = #{clientId} and campaign_id = #{campaignId} and item_key = #{itemKey}""")
    void setPaused(String clientId, String campaignId, String itemKey, boolean paused);

    /** Notes that an item is gone from the network, and what belonged to it with it. */
    @Update("""
            update live_item set removed_at = now(), paused = true, generation = generation + 1, sent = null,
                   sent_paused = null, removed_there = false
            where client_id = #{clientId} and campaign_id = #{campaignId} and removed_at is null
              and (item_key = #{itemKey} or starts_with(item_key, #{itemKey} || '/'))""")
    void setRemoved(String clientId, String campaignId, String itemKey);

    /** Whether it was somebody else who removed an item, and the plan has not taken that over. */
    @Update("""
            update live_item set removed_there = #{there}
            where client_id = #{clientId} and campaign_id = #{campaignId} and item_key = #{itemKey}""")
    void setRemovedThere(String clientId, String campaignId, String itemKey, boolean there);

    /** A campaign that is on a network. */
    record OnNetwork(String clientId, String planId, String campaignId, String network) {}

    @Select("""
            select l.client_id, c.plan_id, l.campaign_id, a.network
            from live_item l join campaign c on c.client_id = l.client_id and c.id = l.campaign_id
            join account a on a.client_id = l.client_id and a.id = l.account_id
            where l.level = 'CAMPAIGN' and l.removed_at is null order by l.client_id, l.campaign_id""")
    List<OnNetwork> onNetworks();

    /**
     * A campaign that is on a network.
     *
     * @param ads that are on and not paused by themselves
     * @param underWay whether a launch of it is running
     * @param byHand whether that is one that was handed over, which a person enters
     * @param doing whether it is being paused or resumed, which the network has not taken yet; null for neither
     * @param problem why its newest launch is not done; null when it is
     */
    record LiveCampaign(
            String planId,
            String campaignId,
            String campaign,
            String name,
            String accountId,
            String externalId,
            boolean paused,
            long ads,
            boolean underWay,
            boolean byHand,
            @Nullable Action doing,
            @Nullable String problem) {}

    @Select("""
            select c.plan_id, c.id as campaign_id, c.name as campaign, l.name, l.account_id, l.external_id, l.paused,
                   (select count(*) from live_item a where a.client_id = l.client_id and a.campaign_id = l.campaign_id
                    and a.level = 'AD' and not a.paused and a.removed_at is null) as ads,
                   coalesce(n.state in ('RUNNING', 'BY_HAND'), false) as under_way,
                   coalesce(n.state = 'BY_HAND', false) as by_hand,
                   (select x.action from launch_change x where x.client_id = l.client_id and x.launch_id = n.id
                    and n.state in ('RUNNING', 'BY_HAND') and x.level = 'CAMPAIGN' and x.action in ('PAUSE', 'RESUME')
                    and x.state <> 'DONE' limit 1) as doing,
                   (select x.problem from launch_change x where x.client_id = l.client_id and x.launch_id = n.id
                    and x.problem is not null and x.state <> 'DONE' limit 1) as problem
            from live_item l
            join campaign c on c.client_id = l.client_id and c.id = l.campaign_id
            left join lateral (select id, state from launch where client_id = l.client_id
                and campaign_id = l.campaign_id order by started_at desc limit 1) n on true
            where l.client_id = #{clientId} and l.level = 'CAMPAIGN' and l.removed_at is null order by c.name, c.id""")
    List<LiveCampaign> liveCampaigns(String clientId);
}
