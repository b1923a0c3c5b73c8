package app.tidewrack.server.brief;

import app.tidewrack.server.brief.BriefLibrary.KeptBrief;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface BriefMapper {
    @Select("""
            select id, version, content as brief from brief where client_id = #{clientId}
            order by content ->> 'startsOn' desc, lower(content ->> 'name'), id""")
    List<KeptBrief> all(String clientId);

    @Select("""
            select distinct content ->> 'subject' from brief
            where client_id = #{clientId} and content ->> 'subject' is not null""")
    Set<String> subjects(String clientId);

    @Select("select id, version, content as brief from brief where client_id = #{clientId} and id = #{id}")
    Optional<KeptBrief> byId(String clientId, String id);

    @Insert("""
            insert into brief (client_id, id, content, version) values (#{clientId}, #{id}, #{content}, 1)""")
    void insert(String clientId, String id, BriefBody content);

    @Update("""
            update brief set content = #{content}, version = version + 1
            where client_id = #{clientId} and id = #{id} and version = #{version}""")
    int update(String clientId, String id, int version, BriefBody content);

    @Delete("delete from brief where client_id = #{clientId} and id = #{id}")
    int delete(String clientId, String id);
}
