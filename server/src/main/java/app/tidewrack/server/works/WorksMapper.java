package app.tidewrack.server.works;

import app.tidewrack.core.launch.Settings;
import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

@Mapper
interface WorksMapper {
    /**
     * What an ad shows, as it was last sent.
     *
     * @param showsSince by the network's clock; null where it never showed anything else
     * @param creativeId null once its column is in no plan
     * @param planId likewise
     */
    record ShownAd(
            int ad,
            String campaignId,
            @Nullable String planId,
            @Nullable String creativeId,
            @Nullable String creative,
            String zone,
            Settings settings,
            @Nullable Instant showsSince) {}

    @Select("""
            select f.ad, f.campaign_id, c.plan_id, k.creative_id, r.name as creative, a.zone, l.settings, l.shows_since
            from fact_ad f
            join account a on a.client_id = f.client_id and a.id = f.account_id
            join live_item l on l.client_id = f.client_id and l.campaign_id = f.campaign_id and l.level = 'AD'
                 and l.item_key = f.row_id || '/' || f.column_id
            left join plan_column k on k.client_id = f.client_id and k.id = f.column_id
            left join creative r on r.client_id = f.client_id and r.id = k.creative_id
            left join campaign c on c.client_id = f.client_id and c.id = f.campaign_id
            where f.client_id = #{clientId} order by f.ad""")
    List<ShownAd> shown(String clientId);
}
