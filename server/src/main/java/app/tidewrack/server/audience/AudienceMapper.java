package app.tidewrack.server.audience;

import app.tidewrack.core.audience.AudienceDefinition;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface AudienceMapper {
    record Stored(String id, String accountId, String name, AudienceDefinition definition, int version, int rows) {}

    String LISTED = """
            select a.id, a.account_id, a.name, a.definition, a.version,
                   coalesce(r.rows, 0) as rows
            from audience a left join
                   (select audience_id, count(*)::int as rows from plan_row where client_id = #{clientId}
                    group by audience_id) r on r.audience_id = a.id
            where a.client_id = #{clientId}""";

    @Select(LISTED + " order by a.name collate by_eye, a.id")
    List<Stored> all(String clientId);

    @Select(LISTED + " and a.id = any(#{ids}::text[])")
    List<Stored> some(String clientId, String ids);

    @Select(LISTED + " and a.id = #{id}")
    Optional<Stored> byId(String clientId, String id);

    /** A row that talks to an audience. */
    record Use(String planId, String campaignId, String campaign, String row) {}

    @Select("""
            select c.plan_id, c.id as campaign_id, c.name as campaign, r.label as row
            from plan_row r join campaign c on c.client_id = r.client_id and c.id = r.campaign_id
            where r.client_id = #{clientId} and r.audience_id = #{id} order by c.name, r.position limit 50""")
    List<Use> uses(String clientId, String id);

    @Insert("""
            insert into audience (client_id, id, account_id, name, definition, version)
            values (#{clientId}, #{a.id}, #{a.accountId}, #{a.name}, #{a.definition}, 1)""")
    void insert(String clientId, Stored a);

    @Update("""
            update audience set account_id = #{a.accountId}, name = #{a.name}, definition = #{a.definition},
                   version = version + 1
            where client_id = #{clientId} and id = #{a.id} and version = #{a.version}""")
    int update(String clientId, Stored a);

    @Delete("delete from audience where client_id = #{clientId} and id = #{id}")
    void delete(String clientId, String id);
}
