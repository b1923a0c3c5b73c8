package app.tidewrack.server.creative;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface CreativeMapper {
    record Stored(
            String id,
            String name,
            @Nullable String pictureSha,
            String body,
            String headline,
            String description,
            String callToAction,
            String link,
            int version,
            int columns) {}

    record StoredPicture(String sha256, String fileName, String format, int width, int height, long bytes) {}

    record Content(String format, byte[] bytes) {}

    String LISTED = """
            select c.id, c.name, c.picture_sha, c.body, c.headline, c.description, c.call_to_action, c.link, c.version,
                   (select count(*)::int from plan_column p where p.client_id = c.client_id and p.creative_id = c.id)
                   as columns
            from creative c where c.client_id = #{clientId}""";

    @Select(LISTED + " order by lower(c.name), c.id")
    List<Stored> all(String clientId);

    @Select(LISTED + " and c.id = #{id}")
    Optional<Stored> byId(String clientId, String id);

    @Insert("""
            insert into creative (client_id, id, name, picture_sha, body, headline, description, call_to_action, link,
                                  version)
            values (#{clientId}, #{c.id}, #{c.name}, #{c.pictureSha}, #{c.body}, #{c.headline}, #{c.description},
                    #{c.callToAction}, #{c.link}, 1)""")
    void insert(String clientId, Stored c);

    @Update("""
            update creative set name = #{c.name}, picture_sha = #{c.pictureSha}, body = #{c.body},
                   headline = #{c.headline}, description = #{c.description}, call_to_action = #{c.callToAction},
                   link = #{c.link}, version = version + 1
            where client_id = #{clientId} and id = #{c.id} and version = #{c.version}""")
    int update(String clientId, Stored c);

    @Delete("delete from creative where client_id = #{clientId} and id = #{id}")
    void delete(String clientId, String id);

    @Select("""
            select sha256, file_name, format, width, height, bytes from picture
            where client_id = #{clientId} order by added_at desc, sha256""")
    List<StoredPicture> pictures(String clientId);

    @Insert("""
            insert into picture (client_id, sha256, file_name, format, width, height, bytes, content, preview)
            values (#{clientId}, #{p.sha256}, #{p.fileName}, #{p.format}, #{p.width}, #{p.height}, #{p.bytes},
                    #{content}, #{preview})
            on conflict (client_id, sha256) do nothing""")
    void insertPicture(String clientId, StoredPicture p, byte[] content, byte[] preview);

    @Select("select format, content as bytes from picture where client_id = #{clientId} and sha256 = #{sha}")
    Optional<Content> content(String clientId, String sha);

    @Select("select 'JPEG' as format, preview as bytes from picture where client_id = #{clientId} and sha256 = #{sha}")
    Optional<Content> preview(String clientId, String sha);
}
