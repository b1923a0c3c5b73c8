package app.tidewrack.server.film;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface SoundMapper {
    /** @param seconds its length */
    record Sound(String sha256, String fileName, Sounds.Kind format, double seconds) {}

    record SoundContent(byte[] content) {}

    @Select("""
            select sha256, file_name, format, seconds from sound where client_id = #{clientId}
            order by added_at desc, sha256""")
    List<Sound> all(String clientId);

    @Select("""
            select sha256, file_name, format, seconds from sound where client_id = #{clientId} and sha256 = #{sha}""")
    Optional<Sound> sound(String clientId, String sha);

    @Select("select content from sound where client_id = #{clientId} and sha256 = #{sha}")
    Optional<SoundContent> content(String clientId, String sha);

    @Insert("""
            insert into sound (client_id, sha256, file_name, format, seconds, content)
            values (#{clientId}, #{s.sha256}, #{s.fileName}, #{s.format}, #{s.seconds}, #{content})
            on conflict do nothing""")
    void insert(String clientId, Sound s, byte[] content);

    @Delete("delete from sound where client_id = #{clientId} and sha256 = #{sha}")
    int delete(String clientId, String sha);
}
