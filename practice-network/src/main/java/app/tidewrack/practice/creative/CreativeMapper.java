package app.tidewrack.practice.creative;

import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface CreativeMapper {
    @Insert("""
            insert into medium (sha256, video, format, width, height, seconds, bytes)
            values (#{sha256}, #{video}, #{format}, #{width}, #{height}, #{seconds}, #{bytes}) on conflict do nothing""")
    void keep(Medium medium);

    @Select("select sha256, video, format, width, height, seconds, bytes from medium where sha256 = #{sha}")
    Optional<Medium> medium(String sha);

    @Insert("""
            insert into creative (id, network, account, content)
            values (#{id}, #{network}, #{account}, #{content}::jsonb)""")
    void insert(String id, String network, String account, String content);

    @Update("update creative set content = #{content}::jsonb where id = #{id} and network = #{network}")
    int update(String id, String network, String content);

    @Select("select content::text from creative where id = #{id} and network = #{network}")
    Optional<String> creative(String id, String network);

    @Select("select removed from creative where id = #{id}")
    boolean creativeRemoved(String id);

    @Select("select exists (select 1 from ad where creative_id = #{id} and not removed)")
    boolean shown(String id);

    @Update("update creative set removed = true where id = #{id}")
    void removeCreative(String id);

    @Insert("""
            insert into form (id, network, account, content)
            values (#{id}, #{network}, #{account}, #{content}::jsonb)""")
    void insertForm(String id, String network, String account, String content);

    @Select("select content::text from form where id = #{id} and network = #{network}")
    Optional<String> form(String id, String network);

    @Select("select removed from form where id = #{id}")
    boolean formRemoved(String id);

    @Select("select exists (select 1 from creative where content->>'form' = #{id} and not removed)")
    boolean formUsed(String id);

    @Update("update form set content = #{content}::jsonb where id = #{id}")
    void updateForm(String id, String content);

    @Update("update form set removed = true where id = #{id}")
    void removeForm(String id);

    @Select("""
            select exists (select 1 from sender where network = #{network} and account = #{account} and name = #{name}
                           and agreed)""")
    boolean hasAgreed(String network, String account, String name);

    @Insert("""
            insert into sender (network, account, name, agreed) values (#{network}, #{account}, #{name}, #{agreed})
            on conflict (network, account, name) do update set agreed = excluded.agreed""")
    void sender(String network, String account, String name, boolean agreed);
}
