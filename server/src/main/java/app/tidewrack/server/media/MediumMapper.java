package app.tidewrack.server.media;

import app.tidewrack.core.creative.Colour;
import app.tidewrack.core.creative.Medium.Text.By;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface MediumMapper {
    record Stored(
            String sha256,
            String fileName,
            String format,
            int width,
            int height,
            long bytes,
            @Nullable Double seconds,
            @Nullable String codec,
            @Nullable Double frameRate,
            @Nullable Boolean sound,
            @Nullable Double soundFrom,
            @Nullable String poster,
            int textFields,
            By textBy,
            String textSays) {}

    record Part(byte[] content) {}

    String LISTED = """
            select sha256, file_name, format, width, height, bytes, seconds, codec, frame_rate, sound, sound_from, poster,
                   text_fields, text_by, text_says
            from medium where client_id = #{clientId}""";

    @Select(LISTED + " order by added_at desc, sha256")
    List<Stored> all(String clientId);

    @Select(LISTED + " and sha256 = #{sha}")
    Optional<Stored> byHash(String clientId, String sha);

    @Select("select coalesce(sum(bytes), 0) from medium where client_id = #{clientId}")
    long bytes(String clientId);

    @Insert("""
            insert into medium (client_id, sha256, file_name, format, width, height, bytes, seconds, codec, frame_rate,
                                sound, sound_from, text_fields, text_by, text_says, colour)
            values (#{clientId}, #{m.sha256}, #{m.fileName}, #{m.format}, #{m.width}, #{m.height}, #{m.bytes},
                    #{m.seconds}, #{m.codec}, #{m.frameRate}, #{m.sound}, #{m.soundFrom},
                    #{m.textFields}, #{m.textBy}, #{m.textSays}, #{colour})
            on conflict (client_id, sha256) do nothing""")
    int insert(String clientId, Stored m, Colour colour);

    @Insert("""
            insert into medium_part (client_id, sha256, number, content)
            values (#{clientId}, #{sha}, #{number}, #{content})""")
    void insertPart(String clientId, String sha, int number, byte[] content);

    @Insert("""
            insert into medium_still (client_id, sha256, number, content)
            values (#{clientId}, #{sha}, #{number}, #{content})""")
    void insertStill(String clientId, String sha, int number, byte[] content);

    @Select("""
            select content from medium_part where client_id = #{clientId} and sha256 = #{sha} and number = #{number}""")
    Optional<Part> part(String clientId, String sha, int number);

    @Select("""
            select content from medium_still where client_id = #{clientId} and sha256 = #{sha} and number = #{number}""")
    Optional<Part> still(String clientId, String sha, int number);

    @Select("""
            select name from creative where client_id = #{clientId} and content->'media' @> to_jsonb(#{sha}::text)
            union all select file_name from medium where client_id = #{clientId} and poster = #{sha}
            order by name""")
    List<String> usedBy(String clientId, String sha);

    @Update(
            "update medium set text_fields = #{fields}, text_by = 'PERSON' where client_id = #{clientId} and sha256 = #{sha}")
    int setTextFields(String clientId, String sha, int fields);

    @Delete("delete from medium where client_id = #{clientId} and sha256 = #{sha}")
    void delete(String clientId, String sha);

    @Select("""
            select exists (select 1 from medium_on_network
                           where client_id = #{clientId} and sha256 = #{sha} and network = #{network})""")
    boolean isOn(String clientId, String sha, String network);

    @Insert("""
            insert into medium_on_network (client_id, sha256, network) values (#{clientId}, #{sha}, #{network})
            on conflict do nothing""")
    void setOn(String clientId, String sha, String network);

    @Update("update medium set poster = #{poster} where client_id = #{clientId} and sha256 = #{sha}")
    int setPoster(String clientId, String sha, @Nullable String poster);
}
