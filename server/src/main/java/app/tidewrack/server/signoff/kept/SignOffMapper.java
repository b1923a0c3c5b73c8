package app.tidewrack.server.signoff.kept;

import app.tidewrack.core.signoff.SignOffState;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
public interface SignOffMapper {
    /**
     * What was sent, without its content.
     *
     * @param number of the plan's, counted from 1
     * @param version of the plan when it was sent
     * @param askedId the approver who was asked; null for whoever may approve
     * @param decidedAs name of who decided
     * @param reason why it was returned, or what was said with a yes
     * @param paper whether what was approved is kept on paper
     */
    record SignOffLine(
            String id,
            String planId,
            String plan,
            int number,
            int version,
            String note,
            String sentById,
            String sentBy,
            Instant sentAt,
            @Nullable String askedId,
            @Nullable String asked,
            SignOffState state,
            @Nullable String decidedAs,
            @Nullable Instant decidedAt,
            String reason,
            boolean paper) {}

    record StoredSent(SignOffState state, SentContent content) {}

    String LINES = """
            select s.id, s.plan_id, pl.name as plan, s.number, s.version, s.note, s.sent_by as sent_by_id, p.name as sent_by,
                   s.sent_at, s.asked as asked_id, a.name as asked, s.state, s.decided_as, s.decided_at, s.reason,
                   s.paper is not null as paper
            from sign_off s join plan pl on pl.client_id = s.client_id and pl.id = s.plan_id
            join person p on p.id = s.sent_by left join person a on a.id = s.asked
            where s.client_id = #{clientId} and pl.removed_at is null""";

    /** Of a client, the newest first. */
    @Select(LINES + " order by s.sent_at desc, s.number desc limit 500")
    List<SignOffLine> lines(String clientId);

    @Select(LINES + " and s.id = #{id}")
    Optional<SignOffLine> line(String clientId, String id);

    /** Holds it until the transaction ends, so that it is decided once. */
    @Select("select state from sign_off where client_id = #{clientId} and id = #{id} for update")
    Optional<SignOffState> hold(String clientId, String id);

    record StoredContent(SentContent content) {}

    @Select("select content from sign_off where client_id = #{clientId} and id = #{id}")
    Optional<StoredContent> content(String clientId, String id);

    /**
     * The last thirty of a plan that have a campaign, the newest first; what was withdrawn says nothing. What was decided on longer
     * ago, and never launched since, is asked for anew.
     *
     * @param before number of the plan's sign-offs below which they are
     */
    @Select("""
            select state, content from sign_off
            where client_id = #{clientId} and plan_id = #{planId} and state <> 'WITHDRAWN' and number < #{before}
              and content @> jsonb_build_object('campaigns',
                      jsonb_build_array(jsonb_build_object('campaignId', #{campaignId}::text)))
            order by number desc limit 30""")
    List<StoredSent> sent(String clientId, String planId, String campaignId, int before);

    @Select("select coalesce(max(number), 0) + 1 from sign_off where client_id = #{clientId} and plan_id = #{planId}")
    int nextNumber(String clientId, String planId);

    @Insert("""
            insert into sign_off (client_id, id, plan_id, number, version, note, content, sent_by, asked)
            values (#{clientId}, #{id}, #{planId}, #{number}, #{version}, #{note}, #{content}, #{personId}, #{asked})""")
    void insert(
            String clientId,
            String id,
            String planId,
            int number,
            int version,
            String note,
            SentContent content,
            String personId,
            @Nullable String asked);

    @Update("""
            update sign_off set state = #{state}, decided_by = #{personId}, decided_as = #{name}, decided_at = now(),
                   reason = #{reason}
            where client_id = #{clientId} and id = #{id}""")
    void decide(
            String clientId,
            String id,
            SignOffState state,
            @Nullable String personId,
            @Nullable String name,
            String reason);

    @Update("update sign_off set paper = #{paper} where client_id = #{clientId} and id = #{id}")
    void keepPaper(String clientId, String id, byte[] paper);

    record Paper(byte[] content) {}

    @Select("select paper as content from sign_off where client_id = #{clientId} and id = #{id} and paper is not null")
    Optional<Paper> paper(String clientId, String id);

    @Select("select sign_off_demanded from client where id = #{clientId}")
    boolean demanded(String clientId);
}
