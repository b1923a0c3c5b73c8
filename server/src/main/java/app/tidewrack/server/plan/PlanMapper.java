package app.tidewrack.server.plan;

import app.tidewrack.core.plan.Budgeting.Basis;
import app.tidewrack.core.plan.Delivery;
import app.tidewrack.core.plan.Narrowing;
import app.tidewrack.core.plan.PlanEdit;
import app.tidewrack.core.plan.Purpose;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.server.web.JsonColumn;
import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.apache.ibatis.annotations.Arg;
import org.apache.ibatis.annotations.ConstructorArgs;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface PlanMapper {
    record PlanHead(String id, String name, int version) {}

    record StoredCampaign(
            String id,
            int position,
            String accountId,
            String name,
            String objective,
            Temperature temperature,
            Purpose purpose,
            LocalDate startsOn,
            LocalDate endsOn,
            String zone,
            String currency,
            long moneyPerRowMinor,
            Basis basis,
            @Nullable Long sharedMinor,
            @Nullable String subject) {}

    record StoredRow(
            String id,
            String campaignId,
            int position,
            String audienceId,
            String label,
            long moneyMinor,
            boolean locked,
            String currency,
            Narrowing narrowing,
            Delivery delivery) {}

    record StoredColumn(String id, String campaignId, int position, String creativeId) {}

    record StoredOff(String campaignId, String rowId, String columnId, String why) {}

    /** @param person name of who made it */
    record JournalEntry(long number, PlanEdit edit, PlanEdit inverse, String words, String personId, String person) {}

    @JsonColumn
    record Things(@JsonValue Set<String> things) {
        @JsonCreator
        public Things {}
    }

    /** What somebody changed between two versions. */
    record TouchedBy(Things things, String personId, String person, String words) {}

    /**
     * What was done to a plan, or said of it.
     *
     * @param id unique among the plan's
     * @param state of an edit; what was sent, decided or said is done
     */
    record HistoryLine(String id, String words, String person, Instant at, String state) {}

    @Select("select id, name, version from plan where client_id = #{clientId} and removed_at is null"
            + " order by name collate by_eye, id")
    List<PlanHead> plans(String clientId);

    @Select(
            "select id, name, version from plan where client_id = #{clientId} and id = #{planId} and removed_at is null")
    Optional<PlanHead> head(String clientId, String planId);

    @Select("select id, name, version from plan"
            + " where client_id = #{clientId} and id = #{planId} and removed_at is null for update")
    Optional<PlanHead> hold(String clientId, String planId);

    /** A plan that was taken away and can be brought back. */
    record RemovedPlan(
            String id,
            String name,
            Instant removedAt,
            @Nullable String removedBy) {}

    @Select("""
            select p.id, p.name, p.removed_at, who.name as removed_by from plan p left join person who on who.id = p.removed_by
            where p.client_id = #{clientId} and p.removed_at > now() - make_interval(days => #{days})
            order by p.removed_at desc""")
    List<RemovedPlan> removed(String clientId, int days);

    /** Its campaigns that run on a network. */
    @Select("""
            select count(*) from live_item l join campaign c on c.client_id = l.client_id and c.id = l.campaign_id
            where l.client_id = #{clientId} and c.plan_id = #{planId} and l.level = 'CAMPAIGN' and l.removed_at is null
              and not l.paused""")
    int running(String clientId, String planId);

    @Update("""
            update plan set removed_at = now(), removed_by = #{personId}
            where client_id = #{clientId} and id = #{planId} and removed_at is null""")
    int remove(String clientId, String planId, String personId);

    @Update("""
            update plan set removed_at = null, removed_by = null, name = #{name}
            where client_id = #{clientId} and id = #{planId} and removed_at is not null""")
    int bringBack(String clientId, String planId, String name);

    /** @param undo what can be taken back on the sheet of a campaign, in words; null for nothing. Likewise made again. */
    record Steps(
            String campaignId,
            @Nullable String undo,
            @Nullable String redo) {}

    @Insert("insert into plan (client_id, id, name) values (#{clientId}, #{id}, #{name})")
    void insertPlan(String clientId, String id, String name);

    @Update("""
            update plan set version = version + 1
            where client_id = #{clientId} and id = #{planId} and version = #{version}""")
    int nextVersion(String clientId, String planId, int version);

    @Select("""
            select id, position, account_id, name, objective, temperature, purpose, starts_on, ends_on, zone, currency,
                   money_per_row_minor, basis, shared_minor, subject
            from campaign where client_id = #{clientId} and plan_id = #{planId} order by position""")
    List<StoredCampaign> campaigns(String clientId, String planId);

    /** Named one by one: matching columns to a record by name again for each of many rows takes longer than reading them. */
    @ConstructorArgs({
        @Arg(column = "id", javaType = String.class),
        @Arg(column = "campaign_id", javaType = String.class),
        @Arg(column = "position", javaType = int.class),
        @Arg(column = "audience_id", javaType = String.class),
        @Arg(column = "label", javaType = String.class),
        @Arg(column = "money_minor", javaType = long.class),
        @Arg(column = "locked", javaType = boolean.class),
        @Arg(column = "currency", javaType = String.class),
        @Arg(column = "narrowing", javaType = Narrowing.class),
        @Arg(column = "delivery", javaType = Delivery.class)
    })
    @Select("""
            select r.id, r.campaign_id, r.position, r.audience_id, r.label, r.money_minor, r.locked, c.currency,
                   r.narrowing, r.delivery
            from plan_row r join campaign c on c.client_id = r.client_id and c.id = r.campaign_id
            where r.client_id = #{clientId} and c.plan_id = #{planId} order by r.position""")
    List<StoredRow> rows(String clientId, String planId);

    @Select("""
            select k.id, k.campaign_id, k.position, k.creative_id
            from plan_column k join campaign c on c.client_id = k.client_id and c.id = k.campaign_id
            where k.client_id = #{clientId} and c.plan_id = #{planId} order by k.position""")
    List<StoredColumn> columns(String clientId, String planId);

    @Select("""
            select r.campaign_id, o.row_id, o.column_id, o.why
            from cell_off o join plan_row r on r.client_id = o.client_id and r.id = o.row_id
            join campaign c on c.client_id = r.client_id and c.id = r.campaign_id
            where o.client_id = #{clientId} and c.plan_id = #{planId}""")
    List<StoredOff> off(String clientId, String planId);

    @Insert("""
            insert into campaign (client_id, id, plan_id, position, account_id, name, objective, temperature, purpose,
                                  starts_on, ends_on, zone, currency, money_per_row_minor, basis, shared_minor, subject)
            values (#{clientId}, #{c.id}, #{planId}, #{c.position}, #{c.accountId}, #{c.name}, #{c.objective},
                    #{c.temperature}, #{c.purpose}, #{c.startsOn}, #{c.endsOn}, #{c.zone}, #{c.currency},
                    #{c.moneyPerRowMinor}, #{c.basis}, #{c.sharedMinor}, #{c.subject})
            on conflict (client_id, id) do update set position = excluded.position, name = excluded.name,
                   objective = excluded.objective, temperature = excluded.temperature, purpose = excluded.purpose,
                   starts_on = excluded.starts_on, ends_on = excluded.ends_on,
                   money_per_row_minor = excluded.money_per_row_minor, basis = excluded.basis,
                   shared_minor = excluded.shared_minor, subject = excluded.subject""")
    void keepCampaign(String clientId, String planId, StoredCampaign c);

    @Delete("delete from campaign where client_id = #{clientId} and id = #{id}")
    void removeCampaign(String clientId, String id);

    @Insert("""
            <script>insert into plan_row (client_id, id, campaign_id, position, audience_id, label, money_minor,
                                          locked, narrowing, delivery) values
            <foreach collection="rows" item="r" separator=",">
              (#{clientId}, #{r.id}, #{r.campaignId}, #{r.position}, #{r.audienceId}, #{r.label}, #{r.moneyMinor},
               #{r.locked}, #{r.narrowing}, #{r.delivery})
            </foreach>
            on conflict (client_id, id) do update set position = excluded.position, label = excluded.label,
                   money_minor = excluded.money_minor, locked = excluded.locked,
                   narrowing = excluded.narrowing, delivery = excluded.delivery</script>""")
    void keepRows(String clientId, List<StoredRow> rows);

    @Delete("""
            <script>delete from plan_row where client_id = #{clientId} and id in
            <foreach collection="ids" item="i" open="(" separator="," close=")">#{i}</foreach></script>""")
    void removeRows(String clientId, List<String> ids);

    @Insert("""
            <script>insert into plan_column (client_id, id, campaign_id, position, creative_id) values
            <foreach collection="columns" item="k" separator=",">
              (#{clientId}, #{k.id}, #{k.campaignId}, #{k.position}, #{k.creativeId})
            </foreach>
            on conflict (client_id, id) do update set position = excluded.position</script>""")
    void keepColumns(String clientId, List<StoredColumn> columns);

    @Delete("""
            <script>delete from plan_column where client_id = #{clientId} and id in
            <foreach collection="ids" item="i" open="(" separator="," close=")">#{i}</foreach></script>""")
    void removeColumns(String clientId, List<String> ids);

    @Insert("""
            insert into cell_off (client_id, row_id, column_id, why)
            select #{clientId}, r, c, #{why} from unnest(#{rowIds}::text[], #{columnIds}::text[]) as t (r, c)
            on conflict (client_id, row_id, column_id) do update set why = excluded.why""")
    void switchOff(String clientId, String rowIds, String columnIds, String why);

    @Delete("""
            delete from cell_off o using unnest(#{rowIds}::text[], #{columnIds}::text[]) as t (r, c)
            where o.client_id = #{clientId} and o.row_id = r and o.column_id = c""")
    void switchOn(String clientId, String rowIds, String columnIds);

    @Insert("""
            insert into plan_edit (client_id, plan_id, edit_id, edit, inverse, words, person_id, state)
            values (#{clientId}, #{planId}, #{editId}, #{edit}, #{inverse}, #{words}, #{personId}, 'DONE')
            """)
    void journal(
            String clientId,
            String planId,
            String editId,
            PlanEdit edit,
            PlanEdit inverse,
            String words,
            String personId);

    @Insert("""
            insert into plan_touched (client_id, plan_id, version, things, person_id, words)
            values (#{clientId}, #{planId}, #{version}, #{things}, #{personId}, #{words})""")
    void touched(String clientId, String planId, int version, Things things, String personId, String words);

    /** Of all versions after one, the newest first. */
    @Select("""
            select t.things, t.person_id, p.name as person, t.words from plan_touched t join person p on p.id = t.person_id
            where t.client_id = #{clientId} and t.plan_id = #{planId} and t.version > #{version} order by t.version desc""")
    List<TouchedBy> touchedSince(String clientId, String planId, int version);

    @Delete("delete from plan_touched where client_id = #{clientId} and plan_id = #{planId} and version <= #{version}")
    void forgetTouched(String clientId, String planId, int version);

    @Select("""
            select exists (select 1 from plan_edit
            where client_id = #{clientId} and plan_id = #{planId} and edit_id = #{editId})""")
    boolean hasEdit(String clientId, String planId, String editId);

    /** What was taken back on the sheets that an edit changes cannot be made again after it. */
    @Update("""
            update plan_edit u set state = 'DROPPED'
            where u.client_id = #{clientId} and u.plan_id = #{planId} and u.state = 'UNDONE' and exists (
              select 1 from plan_edit n
              where n.client_id = u.client_id and n.plan_id = u.plan_id and n.edit_id = #{editId}
                and jsonb_exists_any(u.campaigns, array(select jsonb_array_elements_text(n.campaigns))))""")
    void dropUndone(String clientId, String planId, String editId);

    /** The last change of a campaign's sheet; no edit changes two. */
    @Select("""
            select e.number, e.edit, e.inverse, e.words, e.person_id, p.name as person
            from plan_edit e join person p on p.id = e.person_id
            where e.client_id = #{clientId} and e.plan_id = #{planId} and e.state = 'DONE'
              and jsonb_exists(e.campaigns, #{campaignId}) order by e.number desc limit 1""")
    Optional<JournalEntry> lastDone(String clientId, String planId, String campaignId);

    @Select("""
            select e.number, e.edit, e.inverse, e.words, e.person_id, p.name as person
            from plan_edit e join person p on p.id = e.person_id
            where e.client_id = #{clientId} and e.plan_id = #{planId} and e.state = 'UNDONE'
              and jsonb_exists(e.campaigns, #{campaignId}) order by e.number limit 1""")
    Optional<JournalEntry> firstUndone(String clientId, String planId, String campaignId);

    /** What can be taken back and made again on each sheet, in words. */
    @Select("""
            select c.id as campaign_id,
                   (select e.words from plan_edit e
                    where e.client_id = c.client_id and e.plan_id = c.plan_id and e.state = 'DONE'
                      and jsonb_exists(e.campaigns, c.id) order by e.number desc limit 1) as undo,
                   (select e.words from plan_edit e
                    where e.client_id = c.client_id and e.plan_id = c.plan_id and e.state = 'UNDONE'
                      and jsonb_exists(e.campaigns, c.id) order by e.number limit 1) as redo
            from campaign c where c.client_id = #{clientId} and c.plan_id = #{planId}""")
    List<Steps> steps(String clientId, String planId);

    @Update("""
            update plan_edit set state = #{state}
            where client_id = #{clientId} and plan_id = #{planId} and number = #{number}""")
    void setState(String clientId, String planId, long number, String state);

    /** Edits, sign-offs and comments, the newest first. */
    @Select("""
            select * from (
              select 'edit ' || e.number as id, e.words, p.name as person, e.at, e.state, e.number
              from plan_edit e join person p on p.id = e.person_id
              where e.client_id = #{clientId} and e.plan_id = #{planId}
              union all
              select 'sent ' || s.id, 'Sent for sign-off ' || s.number, p.name, s.sent_at, 'DONE', 0
              from sign_off s join person p on p.id = s.sent_by
              where s.client_id = #{clientId} and s.plan_id = #{planId}
              union all
              select 'decided ' || s.id,
                     case s.state when 'APPROVED' then 'Approved sign-off ' else 'Returned sign-off ' end || s.number
                     || case when s.reason = '' then '' else ': ' || s.reason end,
                     s.decided_as, s.decided_at, 'DONE', 0
              from sign_off s
              where s.client_id = #{clientId} and s.plan_id = #{planId} and s.decided_as is not null
              union all
              select 'said ' || c.id, 'Said: ' || c.says, coalesce(p.name, c.name), c.at, 'DONE', 0
              from plan_comment c left join person p on p.id = c.person_id
              where c.client_id = #{clientId} and c.plan_id = #{planId}
            ) h order by h.at desc, h.number desc limit 200""")
    List<HistoryLine> history(String clientId, String planId);
}
