package app.tidewrack.server.plan.inspect;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface SilenceMapper {
    /** @param rowId empty where the whole sheet is concerned; likewise the column */
    record Silence(String rule, String rowId, String columnId, String why, String person) {}

    @Select("""
            select s.rule, s.row_id, s.column_id, s.why, p.name as person
            from silenced_finding s join person p on p.id = s.person_id
            where s.client_id = #{clientId} and s.campaign_id = #{campaignId}""")
    List<Silence> of(String clientId, String campaignId);

    @Insert("""
            insert into silenced_finding (client_id, campaign_id, rule, row_id, column_id, why, person_id)
            values (#{clientId}, #{campaignId}, #{s.rule}, #{s.rowId}, #{s.columnId}, #{s.why}, #{s.person})
            on conflict (client_id, campaign_id, rule, row_id, column_id)
            do update set why = excluded.why, person_id = excluded.person_id, at = now()""")
    void keep(String clientId, String campaignId, Silence s);

    @Delete("""
            delete from silenced_finding where client_id = #{clientId} and campaign_id = #{campaignId}
            and rule = #{s.rule} and row_id = #{s.rowId} and column_id = #{s.columnId}""")
    void remove(String clientId, String campaignId, Silence s);
}
