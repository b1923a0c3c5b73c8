package app.tidewrack.server.plan.inspect;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

/** What is known of a plan's ads on the network, for the sheet to show. */
@Mapper
public interface LiveStates {
    /**
     * @param itemKey row and column of the ad, joined by a slash
     * @param state {@code SENT}, {@code IN_REVIEW}, {@code APPROVED}, {@code REFUSED} or {@code PAUSED}
     */
    record LiveAd(
            String campaignId,
            String itemKey,
            String state,
            @Nullable String reason,
            @Nullable Instant reviewDue) {}

    @Select("""
            select l.campaign_id, l.item_key,
                   case when l.paused or (k.paused and l.review_state is distinct from 'REFUSED') then 'PAUSED' else coalesce(l.review_state, 'SENT') end as state,
                   l.reason, l.review_due
            from live_item l join campaign c on c.client_id = l.client_id and c.id = l.campaign_id
            join live_item k on k.client_id = l.client_id and k.campaign_id = l.campaign_id and k.level = 'CAMPAIGN'
            where l.client_id = #{clientId} and c.plan_id = #{planId} and l.level = 'AD' and l.removed_at is null""")
    List<LiveAd> ads(String clientId, String planId);

    /**
     * @param live on the network
     * @param tested a split test of it is set up or runs
     */
    record CampaignState(String campaignId, boolean live, boolean tested) {}

    /** Campaigns of a plan of which either holds. */
    @Select("""
            select campaign_id, bool_or(live) as live, bool_or(not live) as tested from (
                select campaign_id, true as live from live_item
                where client_id = #{clientId} and level = 'CAMPAIGN' and removed_at is null
                union all
                select campaign_id, false from split_test where client_id = #{clientId} and ended_at is null) s
            where campaign_id in (select id from campaign where client_id = #{clientId} and plan_id = #{planId})
            group by campaign_id""")
    List<CampaignState> campaigns(String clientId, String planId);

    @Select("""
            select count(*) from live_item
            where client_id = #{clientId} and campaign_id = #{campaignId} and level = 'AD' and not paused""")
    long runningAds(String clientId, String campaignId);

    /** Whether a launch of the campaign is under way. */
    @Select("""
            select exists (select 1 from launch where client_id = #{clientId} and campaign_id = #{campaignId}
            and state in ('RUNNING', 'BY_HAND'))""")
    boolean launching(String clientId, String campaignId);
}
