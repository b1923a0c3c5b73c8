package app.tidewrack.server.facts;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.SelectProvider;

@Mapper
interface ToldMapper {
    /** @param until when the account was last asked, by the network's clock, or to where it told */
    record AccountTold(String id, String zone, Instant until) {}

    @Select("""
            select id, zone, greatest(told_until, facts_until) as until from account
            where client_id = #{clientId} and told_until is not null""")
    List<AccountTold> toldUntil(String clientId);

    /** How days came in; see {@link app.tidewrack.core.results.Arrivals.Told}. */
    @SelectProvider(type = ToldSql.class, method = "told")
    List<Map<String, Object>> told(String clientId);

    @Select("select max(day) from fact_day where client_id = #{clientId}")
    Optional<LocalDate> last(String clientId);

    @SelectProvider(type = ToldSql.class, method = "byDay")
    List<Map<String, Object>> byDay(String clientId, LocalDate from);

    /** @param fresh after this day each is told by itself */
    @SelectProvider(type = ToldSql.class, method = "brought")
    List<Map<String, Object>> brought(String clientId, LocalDate from, LocalDate fresh);

    /** Different people that a row reached so far. */
    @Select("""
            select people from result_reach
            where client_id = #{clientId} and campaign_id = #{campaignId} and scope = 'row:' || #{rowId}""")
    Optional<Long> reached(String clientId, String campaignId, String rowId);
}
