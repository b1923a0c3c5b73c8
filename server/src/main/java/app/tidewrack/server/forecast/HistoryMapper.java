package app.tidewrack.server.forecast;

import app.tidewrack.core.forecast.ImpressionPrice.Paid;
import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface HistoryMapper {
    /** What each of an account's ad groups paid, in minor units. */
    @Select("""
            select sum(f.impressions)::float8 as impressions, sum(f.spend)::float8 as spent
            from fact_day f join fact_ad a on a.client_id = f.client_id and a.ad = f.ad
            where f.client_id = #{clientId} and a.account_id = #{accountId}
            group by a.campaign_id, a.row_id""")
    List<Paid> paid(String clientId, String accountId);
}
