package app.tidewrack.server.forecast;

import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface HistoryMapper {
    /** What an account's ads have brought so far. */
    record History(String accountId, long impressions, long clicks, long conversions, long spendMinor) {}

    @Select("""
            select c.account_id, sum(r.impressions)::bigint as impressions, sum(r.clicks)::bigint as clicks,
                   sum(r.conversions)::bigint as conversions, sum(r.spend_minor)::bigint as spend_minor
            from result_hour r join campaign c on c.client_id = r.client_id and c.id = r.campaign_id
            where r.client_id = #{clientId} group by c.account_id""")
    List<History> histories(String clientId);
}
