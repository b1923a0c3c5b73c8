package app.tidewrack.practice.review;

import app.tidewrack.core.audience.AgeRange;
import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface ReviewMapper {
    /** Ages are those that the ad group asks for, if it does. */
    record Waiting(
            String network,
            String id,
            String creativeId,
            @Nullable Integer agesFrom,
            @Nullable Integer agesTo) {
        @Nullable
        AgeRange ages() {
            return agesFrom == null || agesTo == null ? null : new AgeRange(agesFrom, agesTo);
        }
    }

    record Decision(String id, String state, @Nullable String reason, Instant submittedAt, Instant dueAt) {}

    record Open(String network, String account, String id, String name, Instant dueAt) {}

    @Select("""
            select c.network, a.id, a.creative_id, (g.content #>> '{audience,ages,from}')::int as ages_from,
                   (g.content #>> '{audience,ages,to}')::int as ages_to
            from ad a
            join ad_group g on g.id = a.ad_group_id join campaign c on c.id = g.campaign_id
            where a.review_state = 'IN_REVIEW' and a.review_due <= #{now} order by a.id""")
    List<Waiting> due(Instant now);

    @Update("""
            update ad set review_state = #{state}, reason = #{reason}, review_due = least(review_due, #{now})
            where id = #{id}""")
    int decide(String id, String state, @Nullable String reason, Instant now);

    @Select("""
            select a.id, a.review_state as state, a.reason, a.submitted_at, a.review_due as due_at
            from ad a join ad_group g on g.id = a.ad_group_id join campaign c on c.id = g.campaign_id
            where c.network = #{network} and c.account = #{account} and a.id > #{after} order by a.id limit #{most}""")
    List<Decision> ofAccount(String network, String account, String after, int most);

    @Select("""
            select c.network, c.account, a.id, a.name, a.review_due as due_at
            from ad a join ad_group g on g.id = a.ad_group_id join campaign c on c.id = g.campaign_id
            where a.review_state = 'IN_REVIEW' order by a.review_due, a.id limit 100""")
    List<Open> open();
}
