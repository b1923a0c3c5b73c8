package app.tidewrack.server.launch;

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
    record StoredLaunch(String id, String planId, String campaignId, Instant startedAt, String state, String person) {}

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
            @Nullable String reviewState,
            @Nullable String reason) {}

    String LAUNCH = """
            select l.id, l.plan_id, l.campaign_id, l.started_at, l.state, p.name as person
            from launch l join person p on p.id = l.person_id where l.client_id = #{clientId}""";

    String CHANGE = """
            select id, position, action, level, item_key, waits_for, parent_key, name, external_id,
                   fields::text as fields, wanted::text as wanted, payload::text as payload, state, tries, problem
            from launch_change where client_id = #{clientId} and launch_id = #{launchId}""";

    @Insert("""
            insert into launch (client_id, id, plan_id, campaign_id, person_id, state)
            values (#{clientId}, #{id}, #{planId}, #{campaignId}, #{personId}, 'RUNNING')""")
    void insertLaunch(String clientId, String id, String planId, String campaignId, String personId);

    @Insert("""
            insert into launch_change (client_id, launch_id, id, position, action, level, item_key, waits_for, parent_key,
                                       name, external_id, fields, wanted, payload, state)
            values (#{clientId}, #{launchId}, #{c.id}, #{c.position}, #{c.action}, #{c.level}, #{c.itemKey},
                    #{c.waitsFor}, #{c.parentKey}, #{c.name}, #{c.externalId}, #{c.fields}::jsonb, #{c.wanted}::jsonb,
                    #{c.payload}::jsonb, #{c.state})""")
    void insertChange(String clientId, String launchId, StoredChange c);

    @Select(LAUNCH + " and l.id = #{launchId}")
    Optional<StoredLaunch> launch(String clientId, String launchId);

    @Select(LAUNCH + " and l.id = #{launchId} for update of l")
    Optional<StoredLaunch> holdLaunch(String clientId, String launchId);

    @Select(LAUNCH + " and l.campaign_id = #{campaignId} order by l.started_at desc limit 1")
    Optional<StoredLaunch> newest(String clientId, String campaignId);

    @Select(CHANGE + " order by position")
    List<StoredChange> changes(String clientId, String launchId);

    @Select(CHANGE + " and id = #{changeId}")
    Optional<StoredChange> change(String clientId, String launchId, String changeId);

    @Update("""
            update launch_change set state = #{state}, tries = #{tries}, problem = #{problem}
            where client_id = #{clientId} and launch_id = #{launchId} and id = #{changeId}""")
    void setState(String clientId, String launchId, String changeId, String state, int tries, @Nullable String problem);

    @Update("update launch set state = #{state} where client_id = #{clientId} and id = #{launchId}")
    void setLaunchState(String clientId, String launchId, String state);

    /** Whether an earlier launch may have sent this item without hearing the answer. */
    @Select("""
            select exists (select 1 from launch_change c join launch l on l.client_id = c.client_id and l.id = c.launch_id
            where c.client_id = #{clientId} and l.campaign_id = #{campaignId} and c.item_key = #{itemKey}
              and c.launch_id <> #{launchId} and c.tries > 0)""")
    boolean triedBefore(String clientId, String campaignId, String itemKey, String launchId);

    @Select("""
            select item_key, level, name, account_id, external_id, fields::text as fields, paused, review_state, reason
            from live_item where client_id = #{clientId} and campaign_id = #{campaignId}""")
    List<StoredLive> live(String clientId, String campaignId);

    @Select("""
            select external_id from live_item
            where client_id = #{clientId} and campaign_id = #{campaignId} and item_key = #{itemKey}""")
    Optional<String> externalId(String clientId, String campaignId, String itemKey);

    @Insert("""
            insert into live_item (client_id, campaign_id, item_key, level, name, account_id, external_id, fields, paused)
            values (#{clientId}, #{campaignId}, #{l.itemKey}, #{l.level}, #{l.name}, #{l.accountId}, #{l.externalId},
                    #{l.fields}::jsonb, false)
            on conflict (client_id, campaign_id, item_key)
            do update set name = excluded.name, fields = excluded.fields""")
    void keepLive(String clientId, String campaignId, StoredLive l);

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
                    and a.level = 'AD' and not a.paused) as ads,
                   coalesce(n.state = 'RUNNING', false) as under_way,
                   (select x.problem from launch_change x where x.client_id = l.client_id and x.launch_id = n.id
                    and x.problem is not null and x.state <> 'DONE' limit 1) as problem
            from live_item l
            join campaign c on c.client_id = l.client_id and c.id = l.campaign_id
            left join lateral (select id, state from launch where client_id = l.client_id
                and campaign_id = l.campaign_id order by started_at desc limit 1) n on true
            where l.client_id = #{clientId} and l.level = 'CAMPAIGN' order by c.name, c.id""")
    List<LiveCampaign> liveCampaigns(String clientId);

    @Update("""
            update live_item set paused = #{paused}
            where client_id = #{clientId} and campaign_id = #{campaignId} and item_key = #{itemKey}""")
    void setPaused(String clientId, String campaignId, String itemKey, boolean paused);
}
