package app.tidewrack.server.lead;

import app.tidewrack.server.lead.Leads.Content;
import app.tidewrack.server.lead.Leads.Kind;
import app.tidewrack.server.lead.Leads.State;
import app.tidewrack.server.web.JsonColumn;
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
            Content content) {}

    record Given(Content content) {}

    @Select("select content from lead where client_id = #{clientId} order by came_at desc, id limit #{most}")
    List<Given> given(@Param("clientId") String clientId, @Param("most") int most);

    record Counts(long all, long fresh) {}

    /**
     * @param formId of the form that was sent; null for all, chats as well
     * @param find in small letters; empty for all
     */
    record Wanted(
            @Nullable String state,
            @Nullable String kind,
            @Nullable String formId,
            String find) {}

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
                              content, marked)
            values (#{clientId}, #{l.id}, #{l.accountId}, #{l.kind}, #{l.networkSeq}, #{l.externalAd}, #{l.formId},
                    #{l.formVersion}, #{l.cameAt}, #{l.content}, true)
            on conflict (client_id, account_id, kind, network_seq) do nothing""")
    int insert(@Param("clientId") String clientId, @Param("l") Fresh lead);

    /** @param marks keyed hashes, as an array */
    @Insert("""
            insert into lead_mark (client_id, lead_id, mark) select #{clientId}, #{leadId}, unnest(#{marks}::text[])
            on conflict (client_id, lead_id, mark) do nothing""")
    void mark(@Param("clientId") String clientId, @Param("leadId") String leadId, @Param("marks") String marks);

    /** One that came before leads were marked. */
    record Unmarked(String clientId, String id, Content content) {}

    @Select("select client_id, id, content from lead where not marked order by client_id, id limit 500 for update")
    List<Unmarked> unmarked();

    @Update("update lead set marked = true where client_id = #{clientId} and id = #{id}")
    void setMarked(@Param("clientId") String clientId, @Param("id") String id);

    @Insert("""
            insert into lead_delivery (client_id, lead_id, state)
            select client_id, #{leadId}, 'WAITING' from lead_webhook where client_id = #{clientId} and active
            on conflict do nothing""")
    void queue(String clientId, String leadId);

    String LISTED = """
            select l.id, l.account_id, l.kind, l.form_id, l.form_version, i.name as ad_name, l.came_at,
                   l.content, l.state, l.note, l.version,
                   1 + (select count(distinct o.lead_id)::int from lead_mark m
                        join lead_mark o on o.client_id = m.client_id and o.mark = m.mark and o.lead_id &lt;> m.lead_id
                        where m.client_id = l.client_id and m.lead_id = l.id) as of_person,
                   (select count(distinct e.id)::int from lead_mark m
                    join lead_mark o on o.client_id = m.client_id and o.mark = m.mark and o.lead_id &lt;> m.lead_id
                    join lead e on e.client_id = o.client_id and e.id = o.lead_id
                    where m.client_id = l.client_id and m.lead_id = l.id
                      and (e.came_at, e.id) &lt; (l.came_at, l.id)) as earlier,
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
            <if test="w.formId != null"> and l.form_id = #{w.formId}</if>
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

    /**
     * What has to be known of a lead to have it erased elsewhere too.
     *
     * @param sent whether its receiver has it
     */
    record Known(String id, String accountId, Kind kind, long networkSeq, boolean sent) {}

    String KNOWN = """
            select l.id, l.account_id, l.kind, l.network_seq, coalesce(d.state = 'SENT', false) as sent
            from lead l left join lead_delivery d on d.client_id = l.client_id and d.lead_id = l.id
            where l.client_id = #{clientId} and l.id in""";

    /**
     * A lead and all others of the same person: those that share an address or a number with it, those that share one with these, and so
     * on. They are held until the transaction ends.
     */
    @Select(KNOWN + """
             (with recursive same (lead_id) as (
                  select #{id}::text
                  union
                  select o.lead_id from same s
                  join lead_mark m on m.client_id = #{clientId} and m.lead_id = s.lead_id
                  join lead_mark o on o.client_id = m.client_id and o.mark = m.mark)
              select lead_id from same) order by l.kind, l.network_seq for update of l""")
    List<Known> ofSamePerson(String clientId, String id);

    /** Those that were kept as long as they may be, the oldest first. */
    @Select(KNOWN + """
             (select o.id from lead o where o.client_id = #{clientId} and o.came_at < #{before}
              order by o.came_at, o.id limit #{most}) order by l.kind, l.network_seq for update of l""")
    List<Known> older(String clientId, Instant before, int most);

    /** A client that says how long. */
    record Keeping(String clientId, int days) {}

    @Select(
            "select id as client_id, leads_kept_days as days from client where leads_kept_days is not null and removed_at is null")
    List<Keeping> keeping();

    /** @param ids as an array */
    @Delete("delete from lead where client_id = #{clientId} and id = any(#{ids}::text[])")
    void erase(String clientId, String ids);

    @Insert("insert into lead_erasure (client_id, id, by, leads) values (#{clientId}, #{id}, #{by}, #{leads})")
    void noteErasure(String clientId, String id, @Nullable String by, int leads);

    /** What they are found by where they went: numbers of the network's, or ids that a receiver was sent. */
    @JsonColumn
    record FoundBy(List<Long> leads, List<Long> chats, List<String> ids) {}

    @Insert("""
            insert into lead_erasure_notice (client_id, erasure_id, account_id, found_by)
            values (#{clientId}, #{erasureId}, #{accountId}, #{foundBy})""")
    void noteNotice(String clientId, String erasureId, String accountId, FoundBy foundBy);

    /** What somebody elsewhere is still to be told. */
    record Notice(String clientId, String erasureId, String accountId, FoundBy foundBy, int tries) {}

    /** Claims what is due for a while, so that no other server tells it too. */
    @Select("""
            update lead_erasure_notice n set next_at = now() + interval '2 minutes', tries = tries + 1
            from (select client_id, erasure_id, account_id from lead_erasure_notice
                  where state = 'WAITING' and next_at <= now() order by next_at limit 100 for update skip locked) due
            where n.client_id = due.client_id and n.erasure_id = due.erasure_id and n.account_id = due.account_id
            returning n.client_id, n.erasure_id, n.account_id, n.found_by, n.tries""")
    List<Notice> claimNotices();

    /** With an answer, whichever, nothing is kept of what they were found by. */
    @Update("""
            update lead_erasure_notice set state = #{state}, problem = #{problem},
                   next_at = now() + make_interval(secs => #{wait}),
                   found_by = case when #{state} = 'WAITING' then found_by end
            where client_id = #{n.clientId} and erasure_id = #{n.erasureId} and account_id = #{n.accountId}""")
    void noticed(
            @Param("n") Notice notice,
            @Param("state") String state,
            @Param("problem") @Nullable String problem,
            @Param("wait") long wait);

    /**
     * That somebody was erased, without whom.
     *
     * @param by name of who did it; null where their time was over
     */
    record ErasureRow(String id, Instant at, @Nullable String by, int leads) {}

    @Select("""
            select e.id, e.at, p.name as by, e.leads from lead_erasure e left join person p on p.id = e.by
            where e.client_id = #{clientId} order by e.at desc, e.id limit 200""")
    List<ErasureRow> erasures(String clientId);

    /** @param account its name; null for the receiver of leads */
    record NoticeRow(
            String erasureId,
            @Nullable String account,
            String state,
            @Nullable String problem) {}

    @Select("""
            select n.erasure_id, a.name as account, n.state, n.problem from lead_erasure_notice n
            left join account a on a.client_id = n.client_id and a.id = n.account_id
            where n.client_id = #{clientId} and n.erasure_id in (
                select id from lead_erasure where client_id = #{clientId} order by at desc, id limit 200)
            order by n.account_id""")
    List<NoticeRow> notices(String clientId);

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
