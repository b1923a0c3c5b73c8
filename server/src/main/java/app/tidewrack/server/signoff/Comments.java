package app.tidewrack.server.signoff;

import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import lombok.RequiredArgsConstructor;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * What people say of a plan, at the place it is about. What is said in a sign-off is for everybody who sees that; what is said beside
 * one is the team's own, and no guest sees it.
 */
@Service
@RequiredArgsConstructor
class Comments {
    private static final int LONGEST = 2_000;
    private static final int MOST = 2_000;

    private final CommentMapper mapper;
    private final PlanDesk plans;

    /** Who says something. */
    record Speaker(@Nullable String personId, String name) {}

    /**
     * Where it is about: the plan where all are null, a campaign, a row or a creative of its sheet, or a cell.
     */
    record CommentPlace(
            @Nullable String campaignId,
            @Nullable String rowId,
            @Nullable String columnId) {
        static final CommentPlace PLAN = new CommentPlace(null, null, null);
    }

    /**
     * @param signOffId in which it was said; null for what is said beside one
     * @param answers the comment it answers; null where it begins
     * @param doneAs name of who said that it is done
     */
    record PlanComment(
            String id,
            String planId,
            @Nullable String campaignId,
            @Nullable String rowId,
            @Nullable String columnId,
            @Nullable String signOffId,
            @Nullable String answers,
            String says,
            @Nullable String personId,
            String name,
            Instant at,
            @Nullable Instant doneAt,
            @Nullable String doneAs) {}

    @Mapper
    interface CommentMapper {
        String COMMENTS = """
                select c.id, c.plan_id, c.campaign_id, c.row_id, c.column_id, c.sign_off_id, c.answers, c.says, c.person_id,
                       coalesce(p.name, c.name) as name, c.at, c.done_at, c.done_as
                from plan_comment c left join person p on p.id = c.person_id where c.client_id = #{clientId}""";

        /** In the order in which they were said. */
        @Select(COMMENTS + " and c.plan_id = #{planId} order by c.at, c.id")
        List<PlanComment> ofPlan(String clientId, String planId);

        @Select(COMMENTS + " and c.id = #{id}")
        Optional<PlanComment> comment(String clientId, String id);

        @Insert("""
                insert into plan_comment (client_id, id, plan_id, campaign_id, row_id, column_id, sign_off_id, answers, says,
                                          person_id, name)
                values (#{clientId}, #{id}, #{planId}, #{place.campaignId}, #{place.rowId}, #{place.columnId}, #{signOffId},
                        #{answers}, #{says}, #{speaker.personId}, #{speaker.name})""")
        void insert(
                String clientId,
                String id,
                String planId,
                CommentPlace place,
                @Nullable String signOffId,
                @Nullable String answers,
                String says,
                Speaker speaker);

        @Update("""
                update plan_comment set done_at = case when #{done} then now() end, done_as = case when #{done} then #{name} end
                where client_id = #{clientId} and id = #{id}""")
        void setDone(String clientId, String id, boolean done, String name);
    }

    List<PlanComment> of(String clientId, String planId) {
        return mapper.ofPlan(clientId, planId);
    }

    /**
     * @param place of what is said anew; an answer stands where the comment does
     * @throws Refusal when it says nothing or too much, there are too many, or the place is none
     */
    @Transactional
    public PlanComment say(
            String clientId,
            String planId,
            CommentPlace place,
            @Nullable String signOffId,
            @Nullable String answers,
            String says,
            Speaker speaker) {
        String said = checked("says", says);
        if (said.isEmpty()) {
            throw new Refusal("says", "The comment says nothing.", "Write what you mean.");
        }
        if (mapper.ofPlan(clientId, planId).size() >= MOST) {
            throw new Refusal(
                    "says", "There are %,d comments on this plan, the most.".formatted(MOST), "Talk to each other.");
        }
        String id = Ids.fresh();
        if (answers == null) {
            requirePlace(plans.plan(clientId, planId).plan(), place);
            mapper.insert(clientId, id, planId, place, signOffId, null, said, speaker);
        } else {
            PlanComment first = of(clientId, planId, answers);
            String thread = first.answers() == null ? first.id() : first.answers();
            mapper.insert(
                    clientId,
                    id,
                    planId,
                    new CommentPlace(first.campaignId(), first.rowId(), first.columnId()),
                    first.signOffId(),
                    thread,
                    said,
                    speaker);
        }
        return mapper.comment(clientId, id).orElseThrow();
    }

    /** Says that a comment, with what was answered to it, is done; or that it is not. */
    @Transactional
    public void setDone(String clientId, String planId, String id, boolean done, Speaker speaker) {
        PlanComment comment = of(clientId, planId, id);
        mapper.setDone(clientId, comment.answers() == null ? id : comment.answers(), done, speaker.name());
    }

    private PlanComment of(String clientId, String planId, String id) {
        return mapper.comment(clientId, id)
                .filter(c -> c.planId().equals(planId))
                .orElseThrow(() -> new NotFound("comment", id));
    }

    static String checked(String field, String text) {
        if (text.length() > LONGEST) {
            throw new Refusal(
                    field,
                    "%,d signs are more than %,d.".formatted(text.length(), LONGEST),
                    "Say it shorter, or in two comments.");
        }
        return text.strip();
    }

    /** That the place is on the plan as it is now; where a row goes later, what was said of it stays. */
    private static void requirePlace(Plan plan, CommentPlace place) {
        if (place.campaignId() == null) {
            if (place.rowId() != null || place.columnId() != null) {
                throw new Refusal("campaignId", "The row or creative is of no campaign.", "Name its campaign.");
            }
            return;
        }
        Campaign campaign = plan.campaign(place.campaignId());
        if (place.rowId() != null) {
            campaign.row(place.rowId());
        }
        String column = place.columnId();
        if (column != null && campaign.columns().stream().noneMatch(c -> c.id().equals(column))) {
            throw new NotFound("column", column);
        }
    }
}
