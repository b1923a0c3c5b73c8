package app.tidewrack.server.morning;

import app.tidewrack.server.person.Role;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

/** What the tables tell without any thought, of all clients of a person in one question each, or of one where it is named. */
@Mapper
interface MorningMapper {
    String OF_WHOM = " m.person_id = #{personId} and (#{clientId}::text is null or m.client_id = #{clientId}) ";

    /**
     * A client as the person has it.
     *
     * @param networks of its accounts, in the order in which they were opened
     * @param adsLive that are approved and not paused
     * @param place in the person's own order; null where they never put it anywhere
     */
    record Head(
            String id,
            String name,
            String about,
            Role role,
            boolean seesLeads,
            @Nullable String logo,
            boolean training,
            String networks,
            long adsLive,
            @Nullable Integer place) {}

    @Select("""
            select c.id, c.name, c.about, m.role, m.sees_leads, l.content -> 'mark' ->> 'sha256' as logo, c.training,
                   coalesce(a.networks, '') as networks, coalesce(v.live, 0) as ads_live, m.place
            from membership m join client c on c.id = m.client_id and c.removed_at is null
            left join client_look l on l.client_id = c.id
            left join (select client_id, string_agg(network, ' ' order by first) as networks
                       from (select client_id, network, min(position) as first from account group by 1, 2) n group by 1) a
                   on a.client_id = c.id
            left join (select a.client_id, count(*) as live
                       from membership m join live_item a on a.client_id = m.client_id
                       join live_item k on k.client_id = a.client_id and k.campaign_id = a.campaign_id
                            and k.level = 'CAMPAIGN' and k.removed_at is null and not k.paused
                       where""" + OF_WHOM + """
                         and a.level = 'AD' and a.removed_at is null and not a.paused
                         and a.review_state = 'APPROVED' group by 1) v on v.client_id = c.id
            where""" + OF_WHOM + """
            order by c.name collate by_eye, c.id""")
    List<Head> heads(String personId, @Nullable String clientId);

    /** Which network an account is of. */
    record NetworkOf(String clientId, String accountId, String network) {}

    @Select(
            "select a.client_id, a.id as account_id, a.network from membership m join account a on a.client_id = m.client_id where"
                    + OF_WHOM)
    List<NetworkOf> networks(String personId, @Nullable String clientId);

    /** A plan on which somebody worked. */
    record PlanOf(String clientId, String planId) {}

    /** Plans that the person edited, or sent to be signed off, in the last days. */
    @Select("""
            select e.client_id, e.plan_id from plan_edit e
            where e.person_id = #{personId} and e.at > now() - make_interval(days => #{days})
              and (#{clientId}::text is null or e.client_id = #{clientId})
            union
            select s.client_id, s.plan_id from sign_off s
            where s.sent_by = #{personId} and s.sent_at > now() - make_interval(days => #{days})
              and (#{clientId}::text is null or s.client_id = #{clientId})""")
    List<PlanOf> worked(String personId, @Nullable String clientId, int days);

    /** A campaign that was paused, or let run on, and of which the network has not taken that. */
    record UntakenRow(
            String clientId,
            String planId,
            String campaignId,
            String accountId,
            String campaign,
            boolean pause,
            String problem) {}

    @Select("""
            select l.client_id, c.plan_id, l.campaign_id, l.account_id, c.name as campaign, x.action = 'PAUSE' as pause, x.problem
            from membership m join launch n on n.client_id = m.client_id and n.state = 'RUNNING'
            join live_item l on l.client_id = n.client_id and l.campaign_id = n.campaign_id
                 and l.level = 'CAMPAIGN' and l.removed_at is null
            join campaign c on c.client_id = l.client_id and c.id = l.campaign_id
            join lateral (select action, problem from launch_change where client_id = l.client_id and launch_id = n.id
                          and level = 'CAMPAIGN' and action in ('PAUSE', 'RESUME') and state <> 'DONE'
                          and problem is not null limit 1) x on true
            where""" + OF_WHOM + """
              and not exists (select 1 from launch later where later.client_id = n.client_id
                              and later.campaign_id = n.campaign_id and later.started_at > n.started_at)
            order by l.client_id, c.name""")
    List<UntakenRow> untaken(String personId, @Nullable String clientId);

    record RefusedRow(
            String clientId,
            String planId,
            String campaignId,
            String accountId,
            String itemKey,
            String ad,
            String reason) {}

    @Select("""
            select l.client_id, c.plan_id, c.id as campaign_id, l.account_id, l.item_key, l.name as ad,
                   coalesce(l.reason, '') as reason
            from membership m join live_item l on l.client_id = m.client_id
            join campaign c on c.client_id = l.client_id and c.id = l.campaign_id
            where""" + OF_WHOM + """
              and l.level = 'AD' and l.review_state = 'REFUSED' and not l.paused and l.removed_at is null
            order by l.client_id, l.name""")
    List<RefusedRow> refused(String personId, @Nullable String clientId);

    record ChangedRow(
            String clientId, String planId, String campaignId, String accountId, String campaign, long things) {}

    @Select("""
            select l.client_id, c.plan_id, c.id as campaign_id, c.account_id, c.name as campaign, count(*) as things
            from membership m join live_item l on l.client_id = m.client_id
            join campaign c on c.client_id = l.client_id and c.id = l.campaign_id
            join plan p on p.client_id = c.client_id and p.id = c.plan_id and p.removed_at is null
            where""" + OF_WHOM + """
              and l.drifted group by l.client_id, c.plan_id, c.id, c.account_id, c.name order by l.client_id, c.name""")
    List<ChangedRow> changed(String personId, @Nullable String clientId);

    record UnknownRow(String clientId, String accountId, String account, String currency, long ads, long spendMinor) {}

    @Select("""
            select u.client_id, u.account_id, a.name as account, a.currency, count(distinct u.external_ad) as ads,
                   sum((u.counts->>'spend')::bigint)::bigint as spend_minor
            from membership m join hour_unknown u on u.client_id = m.client_id
            join account a on a.client_id = u.client_id and a.id = u.account_id
            where""" + OF_WHOM + """
              and (u.counts->>'spend')::bigint > 0
            group by u.client_id, u.account_id, a.name, a.currency order by u.client_id, a.name""")
    List<UnknownRow> unknown(String personId, @Nullable String clientId);

    record AsideRow(String clientId, String accountId, String account, long lines) {}

    @Select("""
            select l.client_id, l.account_id, a.name as account, count(*) as lines
            from membership m join line_aside l on l.client_id = m.client_id
            join account a on a.client_id = l.client_id and a.id = l.account_id
            where""" + OF_WHOM + """
            group by l.client_id, l.account_id, a.name order by l.client_id, a.name""")
    List<AsideRow> aside(String personId, @Nullable String clientId);

    record LeadsRow(String clientId, long fresh) {}

    @Select("""
            select m.client_id, l.fresh
            from membership m
            join lateral (select count(*) as fresh from lead where client_id = m.client_id and state = 'NEW') l on l.fresh > 0
            where""" + OF_WHOM)
    List<LeadsRow> leads(String personId, @Nullable String clientId);

    record SignOffRow(
            String clientId,
            String planId,
            String signOffId,
            String plan,
            boolean returned,
            @Nullable String askedId,
            @Nullable String asked,
            String byId,
            String by,
            String says) {}

    /** The newest of each plan, where it waits or was returned. */
    @Select("""
            select s.client_id, s.plan_id, s.id as sign_off_id, p.name as plan, s.state = 'RETURNED' as returned,
                   s.asked as asked_id, a.name as asked, s.sent_by as by_id,
                   case when s.state = 'RETURNED' then s.decided_as else b.name end as by,
                   case when s.state = 'RETURNED' then s.reason else s.note end as says
            from membership m join plan p on p.client_id = m.client_id and p.removed_at is null
            join lateral (select * from sign_off where client_id = p.client_id and plan_id = p.id
                          order by number desc limit 1) s on s.state in ('WAITING', 'RETURNED')
            join person b on b.id = s.sent_by left join person a on a.id = s.asked
            where""" + OF_WHOM + """
             order by s.client_id, s.sent_at""")
    List<SignOffRow> signOffs(String personId, @Nullable String clientId);

    record CommentsRow(
            String clientId,
            String planId,
            String plan,
            long open,
            @Nullable String signOffId) {}

    /** Not done, and last spoken by somebody else than the person. */
    @Select("""
            select c.client_id, c.plan_id, p.name as plan, count(*) as open,
                   (select id from sign_off s where s.client_id = c.client_id and s.plan_id = c.plan_id
                    order by number desc limit 1) as sign_off_id
            from membership m join plan_comment c on c.client_id = m.client_id
            join plan p on p.client_id = c.client_id and p.id = c.plan_id and p.removed_at is null
            where""" + OF_WHOM + """
              and c.answers is null and c.done_at is null
              and #{personId} is distinct from (
                  select a.person_id from plan_comment a
                  where a.client_id = c.client_id and (a.id = c.id or a.answers = c.id) order by a.at desc limit 1)
            group by c.client_id, c.plan_id, p.name order by p.name, c.plan_id""")
    List<CommentsRow> comments(String personId, @Nullable String clientId);

    record HiddenRow(String clientId, String key) {}

    @Select("select m.client_id, h.key from membership m join hidden_need h on h.person_id = m.person_id"
            + " and h.client_id = m.client_id where" + OF_WHOM)
    List<HiddenRow> hidden(String personId, @Nullable String clientId);

    @Insert("""
            insert into hidden_need (person_id, client_id, key) values (#{personId}, #{clientId}, #{key})
            on conflict (person_id, client_id, key) do nothing""")
    void hide(String personId, String clientId, String key);

    @Delete("delete from hidden_need where person_id = #{personId} and client_id = #{clientId} and key = #{key}")
    void show(String personId, String clientId, String key);

    /** Its membership, held until the transaction ends. */
    @Select("select person_id from membership where person_id = #{personId} and client_id = #{clientId} for update")
    @Nullable
    String holdMembership(String personId, String clientId);

    @Select("select count(*) from hidden_need where person_id = #{personId} and client_id = #{clientId}")
    int hiddenAt(String personId, String clientId);

    /** @param clientIds as an array; those not among them are put nowhere */
    @Update("""
            update membership m set place = array_position(#{clientIds}::text[], m.client_id)
            where m.person_id = #{personId}""")
    void arrange(String personId, String clientIds);
}
