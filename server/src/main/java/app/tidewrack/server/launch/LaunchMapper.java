package app.tidewrack.server.launch;

import app.tidewrack.server.launch.LaunchDesk.ChangeProgress;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface LaunchMapper {
    record StoredLaunch(
            String id,
            String planId,
            String campaignId,
            String accountId,
            Instant startedAt,
            String state,
            String person,
            boolean byHand) {

        /** It is being sent, or waits for what a person enters. */
        boolean underWay() {
            return state.equals("RUNNING") || state.equals("BY_HAND");
        }
    }

    record StoredChange(
            String id,
            int position,
            String action,
            String level,
            String itemKey,
            @Nullable String waitsFor,
            @Nullable String parentKey,
            String name,
            @Nullable String externalId,
            String fields,
            String wanted,
            String payload,
            String state,
            int tries,
            @Nullable String problem) {}

    record StoredLive(
            String itemKey,
            String level,
            String name,
            String accountId,
            String externalId,
            String fields,
            boolean paused,
            String drift) {}

    String LAUNCH = """
            select l.id, l.plan_id, l.campaign_id, l.account_id, l.started_at, l.state, p.name as person, l.by_hand
            from launch l join person p on p.id = l.person_id where l.client_id = #{clientId}""";

    String CHANGE = """
            select id, position, action, level, item_key, waits_for, parent_key, name, external_id,
                   fields::text as fields, wanted::text as wanted, payload::text as payload, state, tries, problem
            from launch_change where client_id = #{clientId} and launch_id = #{launchId}""";

    @Insert("""
            insert into launch (client_id, id, plan_id, campaign_id, account_id, person_id, state, by_hand, practice_at)
            values (#{clientId}, #{l.id}, #{l.planId}, #{l.campaignId}, #{l.accountId}, #{l.person}, #{l.state},
                    #{l.state} = 'BY_HAND', (select now from practice_clock))""")
    void insertLaunch(String clientId, NewLaunch l);

    /** @param person the id of who starts it */
    record NewLaunch(String id, String planId, String campaignId, String accountId, String person, String state) {}

    @Insert("""
            <script>insert into launch_change (client_id, launch_id, id, position, action, level, item_key, waits_for,
                                               parent_key, name, external_id, fields, wanted, payload, state) values
            <foreach collection="changes" item="c" separator=",">
              (#{clientId}, #{launchId}, #{c.id}, #{c.position}, #{c.action}, #{c.level}, #{c.itemKey}, #{c.waitsFor},
               #{c.parentKey}, #{c.name}, #{c.externalId}, #{c.fields}::jsonb, #{c.wanted}::jsonb, #{c.payload}::jsonb,
               #{c.state})
            </foreach></script>""")
    void insertChanges(String clientId, String launchId, List<StoredChange> changes);

    @Select(LAUNCH + " and l.id = #{launchId}")
    Optional<StoredLaunch> launch(String clientId, String launchId);

    @Select(LAUNCH + " and l.id = #{launchId} for update of l")
    Optional<StoredLaunch> holdLaunch(String clientId, String launchId);

    @Select(LAUNCH + " and l.campaign_id = #{campaignId} order by l.started_at desc limit 1")
    Optional<StoredLaunch> newest(String clientId, String campaignId);

    @Select(CHANGE + " order by position")
    List<StoredChange> changes(String clientId, String launchId);

    /** Those that have waited for this one. */
    @Select("""
            select id from launch_change where client_id = #{clientId} and launch_id = #{launchId}
            and waits_for = #{changeId} and state = 'WAITING'""")
    List<String> waitingFor(String clientId, String launchId, String changeId);

    /**
     * How far a launch is.
     *
     * @param open still to be done; what waits for one that failed is not
     */
    record Standing(int all, int done, int failed, int open) {}

    @Select("""
            with recursive stuck as (
                select id from launch_change
                where client_id = #{clientId} and launch_id = #{launchId} and state = 'FAILED'
                union
                select c.id from launch_change c join stuck s on c.waits_for = s.id
                where c.client_id = #{clientId} and c.launch_id = #{launchId})
            select count(*) as "all", count(*) filter (where c.state = 'DONE') as done,
                   count(*) filter (where c.state = 'FAILED') as failed,
                   count(*) filter (where c.state in ('WAITING', 'RETRYING') and s.id is null) as open
            from launch_change c left join stuck s on s.id = c.id
            where c.client_id = #{clientId} and c.launch_id = #{launchId}""")
    Standing standing(String clientId, String launchId);

    @Select("""
            select c.id, c.action, c.level, c.item_key, c.name, c.state, c.tries, c.problem, i.review_state, i.reason,
                   i.review_due
            from launch_change c join launch l on l.client_id = c.client_id and l.id = c.launch_id
            left join live_item i on i.client_id = c.client_id and i.campaign_id = l.campaign_id
                and i.item_key = c.item_key and i.removed_at is null
            where c.client_id = #{clientId} and c.launch_id = #{launchId} order by c.position""")
    List<ChangeProgress> progress(String clientId, String launchId);

    @Select(CHANGE + " and id = #{changeId}")
    Optional<StoredChange> change(String clientId, String launchId, String changeId);

    @Update("""
            update launch_change set state = #{state}, tries = #{tries}, problem = #{problem}
            where client_id = #{clientId} and launch_id = #{launchId} and id = #{changeId}""")
    void setState(String clientId, String launchId, String changeId, String state, int tries, @Nullable String problem);

    @Update("update launch set state = #{state} where client_id = #{clientId} and id = #{launchId}")
    void setLaunchState(String clientId, String launchId, String state);

    /** Whether a split test of the campaign is set up or runs, so that its ad groups are held apart. */
    @Select("""
            select exists (select 1 from split_test
            where client_id = #{clientId} and campaign_id = #{campaignId} and ended_at is null)""")
    boolean tested(String clientId, String campaignId);

    /** Whether an earlier launch may have sent this item without hearing the answer. */
    @Select("""
            select exists (select 1 from launch_change c join launch l on l.client_id = c.client_id and l.id = c.launch_id
            where c.client_id = #{clientId} and l.campaign_id = #{campaignId} and c.item_key = #{itemKey}
              and c.launch_id <> #{launchId} and c.tries > 0)""")
    boolean triedBefore(String clientId, String campaignId, String itemKey, String launchId);

    @Select("""
            select item_key, level, name, account_id, external_id, fields::text as fields, paused, drift::text as drift
            from live_item where client_id = #{clientId} and campaign_id = #{campaignId} and removed_at is null""")
    List<StoredLive> live(String clientId, String campaignId);

    @Select("""
            select external_id from live_item
            where client_id = #{clientId} and campaign_id = #{campaignId} and item_key = #{itemKey} and removed_at is null""")
    Optional<String> externalId(String clientId, String campaignId, String itemKey);

    @Insert("""
            insert into live_item (client_id, campaign_id, item_key, level, name, account_id, external_id, fields, paused)
            values (#{clientId}, #{campaignId}, #{l.itemKey}, #{l.level}, #{l.name}, #{l.accountId}, #{l.externalId},
                    #{l.fields}::jsonb, false)
            on conflict (client_id, campaign_id, item_key) do update
            set name = excluded.name, fields = excluded.fields, account_id = excluded.account_id,
                external_id = excluded.external_id, removed_at = null, drift = '{}',
                paused = live_item.paused and live_item.removed_at is null,
                review_state = case when live_item.external_id = excluded.external_id then live_item.review_state end,
                reason = case when live_item.external_id = excluded.external_id then live_item.reason end,
                review_due = case when live_item.external_id = excluded.external_id then live_item.review_due end""")
    void keepLive(String clientId, String campaignId, StoredLive l);

    @Select("select external_id from live_item where client_id = #{clientId} and account_id = #{accountId}")
    List<String> externalIds(String clientId, String accountId);

    @Update("""
            update live_item set fields = #{fields}::jsonb, drift = #{drift}::jsonb
            where client_id = #{clientId} and campaign_id = #{campaignId} and item_key = #{itemKey}""")
    void setDrift(String clientId, String campaignId, String itemKey, String fields, String drift);

    /** Items that somebody changed on the network, also those that were removed there. */
    @Select("""
            select item_key, level, name, account_id, external_id, fields::text as fields, paused, drift::text as drift
            from live_item where client_id = #{clientId} and campaign_id = #{campaignId} and drift <> '{}'
            order by level desc, name""")
    List<StoredLive> drifted(String clientId, String campaignId);

    /** A campaign that is on a network. */
    record OnNetwork(String clientId, String planId, String campaignId) {}

    @Select("""
            select l.client_id, c.plan_id, l.campaign_id
            from live_item l join campaign c on c.client_id = l.client_id and c.id = l.campaign_id
            where l.level = 'CAMPAIGN' and l.removed_at is null order by l.client_id, l.campaign_id""")
    List<OnNetwork> onNetworks();

    /** How often an item was removed before, which tells it from those that were. */
    @Select("""
            select generation from live_item
            where client_id = #{clientId} and campaign_id = #{campaignId} and item_key = #{itemKey}""")
    Optional<Integer> generation(String clientId, String campaignId, String itemKey);

    /** Notes that an item is gone from the network, and what belonged to it with it. */
    @Update("""
            update live_item set removed_at = now(), paused = true, generation = generation + 1, drift = '{}'
            where client_id = #{clientId} and campaign_id = #{campaignId} and removed_at is null
              and (item_key = #{itemKey} or starts_with(item_key, #{itemKey} || '/'))""")
    void setRemoved(String clientId, String campaignId, String itemKey);

    /**
     * A campaign that is on a network.
     *
     * @param ads that are on and not paused by themselves
     * @param underWay whether a launch of it is running
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
            @Nullable String problem) {}

    @Select("""
            select c.plan_id, c.id as campaign_id, c.name as campaign, l.name, l.account_id, l.external_id, l.paused,
                   (select count(*) from live_item a where a.client_id = l.client_id and a.campaign_id = l.campaign_id
                    and a.level = 'AD' and not a.paused and a.removed_at is null) as ads,
                   coalesce(n.state in ('RUNNING', 'BY_HAND'), false) as under_way,
                   (select x.problem from launch_change x where x.client_id = l.client_id and x.launch_id = n.id
                    and x.problem is not null and x.state <> 'DONE' limit 1) as problem
            from live_item l
            join campaign c on c.client_id = l.client_id and c.id = l.campaign_id
            left join lateral (select id, state from launch where client_id = l.client_id
                and campaign_id = l.campaign_id order by started_at desc limit 1) n on true
            where l.client_id = #{clientId} and l.level = 'CAMPAIGN' and l.removed_at is null order by c.name, c.id""")
    List<LiveCampaign> liveCampaigns(String clientId);

    @Update("""
            update live_item set paused = #{paused}
            where client_id = #{clientId} and campaign_id = #{campaignId} and item_key = #{itemKey}""")
    void setPaused(String clientId, String campaignId, String itemKey, boolean paused);
}
