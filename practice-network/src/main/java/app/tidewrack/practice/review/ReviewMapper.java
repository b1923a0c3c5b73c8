package app.tidewrack.practice.review;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface ReviewMapper {
    record Waiting(String id, String body, String headline, String description) {}

    record Decision(String id, String state, @Nullable String reason, Instant submittedAt, Instant dueAt) {}

    @Select("""
            select id, body, headline, description from ad
            where review_state = 'IN_REVIEW' and review_due <= #{now} order by id""")
    List<Waiting> due(Instant now);

    @Update("update ad set review_state = #{state}, reason = #{reason} where id = #{id}")
    void decide(String id, String state, @Nullable String reason);

    @Select("""
            select a.id, a.review_state as state, a.reason, a.submitted_at, a.review_due as due_at
            from ad a join ad_group g on g.id = a.ad_group_id join campaign c on c.id = g.campaign_id
            where c.account = #{account} order by a.id""")
    List<Decision> ofAccount(String account);
}
