package app.tidewrack.server.creative;

import app.tidewrack.server.web.JsonColumn;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface ReplacementMapper {
    /**
     * A creative as it was.
     *
     * @param version that it has since
     */
    record Before(String creativeId, int version, CreativeDraft draft) {}

    @JsonColumn
    record BeforeAll(List<Before> creatives) {}

    @Insert("""
            insert into creative_replacement (client_id, id, before) values (#{clientId}, #{id}, #{before})""")
    void insert(String clientId, String id, BeforeAll before);

    /** Only the latest can be taken back. */
    @Delete("""
            delete from creative_replacement where client_id = #{clientId} and id not in (
                select id from creative_replacement where client_id = #{clientId} order by made_at desc, id limit 20)""")
    void forget(String clientId);

    @Select("select before from creative_replacement where client_id = #{clientId} and id = #{id}")
    Optional<BeforeAll> before(String clientId, String id);

    @Delete("delete from creative_replacement where client_id = #{clientId} and id = #{id}")
    void delete(String clientId, String id);
}
