package app.tidewrack.server.launch.kept;

import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.launch.ChangeState;
import app.tidewrack.core.launch.ItemKey;
import app.tidewrack.core.launch.LaunchState;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.launch.ReviewState;
import app.tidewrack.core.launch.Settings;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

/** Launches and their changes. */
@Mapper
public interface LaunchMapper {
    record StoredLaunch(
            String id,
            String planId,
            String campaignId,
            String accountId,
            Instant startedAt,
            LaunchState state,
            String person,
            boolean byHand) {
        public ItemKey key(String text) {
            return ItemKey.parse(campaignId, text);
        }
    }

    /**
     * One change as it was accepted.
     *
     * @param itemKey the text of its {@link ItemKey}
     * @param waitsFor id of the change that must be done first
     * @param externalId the network's id of the item, where it was known
     * @param before what the item was, where it is changed
     * @param settings what the item is to be; null where it only runs, stands still or goes
     */
    record StoredChange(
            String id,
            int position,
            Action action,
            Level level,
            String itemKey,
            @Nullable String waitsFor,
            String name,
            @Nullable String externalId,
            @Nullable Settings before,
            @Nullable Settings settings,
            ChangeState state,
            int tries,
            @Nullable String problem) {}

    /** @param person the id of who starts it */
    record NewLaunch(String id, String planId, String campaignId, String accountId, String person, LaunchState state) {}

    String LAUNCH = """
            select l.id, l.plan_id, l.campaign_id, l.account_id, l.started_at, l.state, p.name as person, l.by_hand
            from launch l join person p on p.id = l.person_id where l.client_id = #{clientId}""";

    String CHANGE = """
            select id, position, action, level, item_key, waits_for, name, external_id, before, settings, state, tries, problem
            from launch_change where client_id = #{clientId} and launch_id = #{launchId}""";

    @Insert("""
            insert into launch (client_id, id, plan_id, campaign_id, account_id, person_id, state, by_hand, practice_at)
            values (#{clientId}, #{l.id}, #{l.planId}, #{l.campaignId}, #{l.accountId}, #{l.person}, #{l.state},
                    #{l.state} = 'BY_HAND', (select now from practice_clock))""")
    void insertLaunch(String clientId, NewLaunch l);

    @Insert("""
            <script>insert into launch_change (client_id, launch_id, id, position, action, level, item_key, waits_for,
                                               name, external_id, before, settings, state) values
            <foreach collection="changes" item="c" separator=",">
              (#{clientId}, #{launchId}, #{c.id}, #{c.position}, #{c.action}, #{c.level}, #{c.itemKey}, #{c.waitsFor},
               #{c.name}, #{c.externalId}, #{c.before}, #{c.settings},
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

    record Waiting(String id, Action action) {}

    /** Those that have waited for this one. */
    @Select("""
            select id, action from launch_change where client_id = #{clientId} and launch_id = #{launchId}
            and waits_for = #{changeId} and state = 'WAITING'""")
    List<Waiting> waitingFor(String clientId, String launchId, String changeId);

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

    /**
     * One change with what came of it.
     *
     * @param reviewState of an ad, as the network last told
     * @param reviewDue when review is expected to have decided
     */
    record ChangeProgress(
            String id,
            Action action,
            Level level,
            String itemKey,
            String name,
            ChangeState state,
            int tries,
            @Nullable String problem,
            @Nullable ReviewState reviewState,
            @Nullable String reason,
            @Nullable Instant reviewDue) {}

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
    void setState(
            String clientId, String launchId, String changeId, ChangeState state, int tries, @Nullable String problem);

    @Update("update launch set state = #{state} where client_id = #{clientId} and id = #{launchId}")
    void setLaunchState(String clientId, String launchId, LaunchState state);

    /** Whether an earlier launch may have sent this item without hearing the answer. */
    @Select("""
            select exists (select 1 from launch_change c join launch l on l.client_id = c.client_id and l.id = c.launch_id
            where c.client_id = #{clientId} and l.campaign_id = #{campaignId} and c.item_key = #{itemKey}
              and c.launch_id <> #{launchId} and c.tries > 0)""")
    boolean triedBefore(String clientId, String campaignId, String itemKey, String launchId);
}
