package app.tidewrack.server.results;

import app.tidewrack.server.web.JsonColumn;
import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface ResultsMapper {
    record AdOnNetwork(String campaignId, String itemKey, String externalId, String name) {}

    record Reached(String scope, long people) {}

    @Select("""
            select report_cursor from account where client_id = #{clientId} and id = #{accountId} for update""")
    long holdCursor(String clientId, String accountId);

    @Select("select report_cursor from account where client_id = #{clientId} and id = #{accountId}")
    long cursor(String clientId, String accountId);

    @Select("select exists (select from clock_move where state = 'RUNNING')")
    boolean clockMoves();

    @Update("update account set report_cursor = #{cursor} where client_id = #{clientId} and id = #{accountId}")
    void setCursor(String clientId, String accountId, long cursor);

    @Select("""
            select campaign_id, item_key, external_id, name from live_item
            where client_id = #{clientId} and account_id = #{accountId} and level = 'AD'""")
    List<AdOnNetwork> ads(String clientId, String accountId);

    /** @param reviews as networks tell them, as JSON */
    @Update("""
            update live_item l set review_state = r.state, reason = r.reason, review_due = r."dueAt"
            from jsonb_to_recordset(#{reviews}::jsonb) as r (id text, state text, reason text, "dueAt" timestamptz)
            where l.client_id = #{clientId} and l.account_id = #{accountId} and l.external_id = r.id
              and (l.review_state, l.reason, l.review_due) is distinct from (r.state, r.reason, r."dueAt")""")
    void review(String clientId, String accountId, String reviews);

    @Delete("delete from result_reach where client_id = #{clientId} and campaign_id = #{campaignId}")
    void forgetReach(String clientId, String campaignId);

    /** @param people by scope, as JSON */
    @Insert("""
            insert into result_reach (client_id, campaign_id, scope, people)
            select #{clientId}, #{campaignId}, key, value::bigint from jsonb_each_text(#{people}::jsonb)""")
    void keepReach(String clientId, String campaignId, String people);

    @Select("""
            select scope, people from result_reach where client_id = #{clientId} and campaign_id = #{campaignId}""")
    List<Reached> reach(String clientId, String campaignId);

    /** @param counts by the code of the measure */
    @JsonColumn
    record Told(@JsonValue Map<String, Long> counts) {
        @JsonCreator
        public Told {}
    }

    /** An hour of an ad that was not known when it came. */
    record UnknownHour(String externalAd, Instant hour, Told counts) {}

    @Insert("""
            insert into hour_unknown (client_id, account_id, external_ad, hour, counts)
            values (#{clientId}, #{accountId}, #{h.externalAd}, #{h.hour}, #{h.counts})
            on conflict (client_id, account_id, external_ad, hour) do update set counts = excluded.counts""")
    void keepUnknown(String clientId, String accountId, UnknownHour h);

    /** Takes out the hours of ads that are known by now. */
    @Select("""
            delete from hour_unknown u using live_item l
            where u.client_id = #{clientId} and u.account_id = #{accountId} and l.client_id = u.client_id
              and l.account_id = u.account_id and l.external_id = u.external_ad and l.level = 'AD'
            returning u.external_ad, u.hour, u.counts""")
    List<UnknownHour> adopt(String clientId, String accountId);
}
