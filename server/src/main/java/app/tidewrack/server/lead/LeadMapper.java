package app.tidewrack.server.lead;

import app.tidewrack.server.lead.Leads.Content;
import app.tidewrack.server.lead.Leads.Kind;
import app.tidewrack.server.lead.Leads.State;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface LeadMapper {
    record Stored(
            String id,
            String accountId,
            Kind kind,
            @Nullable String formId,
            @Nullable Integer formVersion,
            @Nullable String adName,
            Instant cameAt,
            Content content,
            State state,
            String note,
            int version,
            int ofPerson,
            int earlier,
            @Nullable String delivery,
            int tries,
            @Nullable String problem) {}

    record Fresh(
            String id,
            String accountId,
            Kind kind,
            long networkSeq,
            String externalAd,
            @Nullable String formId,
            @Nullable Integer formVersion,
            Instant cameAt,
            Content content,
            @Nullable String person) {}

    record Given(Content content) {}

    @Select("select content from lead where client_id = #{clientId} order by came_at desc, id limit #{most}")
    List<Given> given(@Param("clientId") String clientId, @Param("most") int most);

    record Counts(long all, long fresh) {}

    /** @param find in small letters; empty for all */
    record Wanted(@Nullable String state, @Nullable String kind, String find) {}

    @Insert("""
            insert into lead_cursor (client_id, account_id, kind) values (#{clientId}, #{accountId}, #{kind})
            on conflict do nothing""")
    void beginCursor(String clientId, String accountId, Kind kind);

    /** Two pulls of one account take turns. */
    @Select("""
            select cursor from lead_cursor
            where client_id = #{clientId} and account_id = #{accountId} and kind = #{kind} for update""")
    long holdCursor(String clientId, String accountId, Kind kind);

    @Update("""
            update lead_cursor set cursor = #{cursor}
            where client_id = #{clientId} and account_id = #{accountId} and kind = #{kind}""")
    void setCursor(String clientId, String accountId, Kind kind, long cursor);

    @Insert("""
            insert into lead (client_id, id, account_id, kind, network_seq, external_ad, form_id, form_version, came_at,
                              content, person)
            values (#{clientId}, #{l.id}, #{l.accountId}, #{l.kind}, #{l.networkSeq}, #{l.externalAd}, #{l.formId},
                    #{l.formVersion}, #{l.cameAt}, #{l.content}, #{l.person})
            on conflict (client_id, account_id, kind, network_seq) do nothing""")
    int insert(@Param("clientId") String clientId, @Param("l") Fresh lead);

    @Insert("""
            insert into lead_delivery (client_id, lead_id, state)
            select client_id, #{leadId}, 'WAITING' from lead_webhook where client_id = #{clientId} and active
            on conflict do nothing""")
    void queue(String clientId, String leadId);

    String LISTED = """
            select l.id, l.account_id, l.kind, l.form_id, l.form_version, i.name as ad_name, l.came_at,
                   l.content, l.state, l.note, l.version,
                   case when l.person is null then 1
                        else (select count(*)::int from lead o where o.client_id = l.client_id and o.person = l.person)
                   end as of_person,
                   case when l.person is null then 0
                        else (select count(*)::int from lead o where o.client_id = l.client_id and o.person = l.person
                              and (o.came_at, o.id) &lt; (l.came_at, l.id))
                   end as earlier,
                   d.state as delivery, coalesce(d.tries, 0) as tries, d.problem
            from lead l
            left join live_item i on i.client_id = l.client_id and i.account_id = l.account_id
                                 and i.external_id = l.external_ad and i.level = 'AD'
            left join lead_delivery d on d.client_id = l.client_id and d.lead_id = l.id
            where l.client_id = #{clientId}
            """;

    /** Newest first, after one that was had before. */
    @Select("<script>" + LISTED + """
            <if test="w.state != null"> and l.state = #{w.state}</if>
            <if test="w.kind != null"> and l.kind = #{w.kind}</if>
            <if test="w.find != ''">
              and (position(#{w.find} in lower(l.content::text)) > 0 or position(#{w.find} in lower(l.note)) > 0)
            </if>
            <if test="after != null">
              and (l.came_at, l.id) &lt; (select a.came_at, a.id from lead a
                                          where a.client_id = #{clientId} and a.id = #{after})
            </if>
            order by l.came_at desc, l.id desc limit #{most}</script>""")
    List<Stored> listed(
            @Param("clientId") String clientId,
            @Param("w") Wanted wanted,
            @Param("after") @Nullable String after,
            @Param("most") int most);

    @Select("<script>" + LISTED + " and l.id = #{id}</script>")
    Optional<Stored> byId(@Param("clientId") String clientId, @Param("id") String id);

    @Select("""
            select count(*) as "all", count(*) filter (where state = 'NEW') as fresh from lead
            where client_id = #{clientId}""")
    Counts counts(String clientId);

    @Update("""
            update lead set state = #{state}, note = #{note}, version = version + 1
            where client_id = #{clientId} and id = #{id} and version = #{version}""")
    int work(String clientId, String id, int version, State state, String note);

    /** Takes out a lead and all others of the same person. */
    @Delete("""
            delete from lead l using lead o
            where o.client_id = #{clientId} and o.id = #{id} and l.client_id = o.client_id
              and (l.id = o.id or l.person = o.person)""")
    int erase(String clientId, String id);

    /** @param sealed the secret by which the receiver knows us */
    record Webhook(String url, byte[] sealed, boolean active) {}

    @Select("select url, sealed, active from lead_webhook where client_id = #{clientId}")
    Optional<Webhook> webhook(String clientId);

    /** A secret that an earlier version kept as it was. */
    record Unsealed(String clientId, String secret) {}

    @Select("select client_id, secret from lead_webhook where secret is not null for update")
    List<Unsealed> unsealed();

    @Update("update lead_webhook set secret = null, sealed = #{sealed} where client_id = #{clientId}")
    void seal(String clientId, byte[] sealed);

    @Insert("""
            insert into lead_webhook (client_id, url, sealed, active)
            values (#{clientId}, #{w.url}, #{w.sealed}, #{w.active})
            on conflict (client_id) do update set url = excluded.url, sealed = excluded.sealed, active = excluded.active""")
    void keepWebhook(@Param("clientId") String clientId, @Param("w") Webhook webhook);

    /** @param tries with the one that is claimed */
    record Due(String leadId, int tries) {}

    /** Clients that have something due. */
    @Select("select distinct client_id from lead_delivery where state = 'WAITING' and next_at <= now()")
    List<String> receiving();

    /** Claims what is due first for a while, so that no other server sends it too. */
    @Select("""
            update lead_delivery d set next_at = now() + interval '2 minutes', tries = tries + 1
            from (select client_id, lead_id from lead_delivery
                  where client_id = #{clientId} and state = 'WAITING' and next_at <= now()
                  order by next_at, lead_id limit 1 for update skip locked) due
            where d.client_id = due.client_id and d.lead_id = due.lead_id
            returning d.lead_id, d.tries""")
    Optional<Due> claim(String clientId);

    /** Whatever waits is not due before so many seconds have gone. */
    @Update("""
            update lead_delivery set next_at = greatest(next_at, now() + make_interval(secs => #{wait}))
            where client_id = #{clientId} and state = 'WAITING'""")
    void postpone(String clientId, long wait);

    @Update("""
            update lead_delivery set state = #{state}, status = #{status}, problem = #{problem}, last_at = now(),
                   next_at = now() + make_interval(secs => #{wait})
            where client_id = #{clientId} and lead_id = #{leadId}""")
    void tried(
            @Param("clientId") String clientId,
            @Param("leadId") String leadId,
            @Param("state") String state,
            @Param("status") @Nullable Integer status,
            @Param("problem") @Nullable String problem,
            @Param("wait") long wait);

    @Insert("""
            insert into lead_delivery (client_id, lead_id, state) values (#{clientId}, #{leadId}, 'WAITING')
            on conflict (client_id, lead_id) do update set state = 'WAITING', tries = 0, next_at = now(), problem = null""")
    void again(String clientId, String leadId);

    @Update("""
            update lead_delivery set state = 'WAITING', tries = 0, next_at = now(), problem = null
            where client_id = #{clientId} and state = 'FAILED'""")
    void againAll(String clientId);

    /** How many could not be sent. */
    @Select("select count(*) from lead_delivery where client_id = #{clientId} and state = 'FAILED'")
    long failed(String clientId);

    record Logged(
            String leadId,
            String state,
            int tries,
            @Nullable Integer status,
            @Nullable String problem,
            @Nullable Instant lastAt) {}

    @Select("""
            select lead_id, state, tries, status, problem, last_at from lead_delivery
            where client_id = #{clientId} order by coalesce(last_at, next_at) desc, lead_id limit 50""")
    List<Logged> log(String clientId);
}
