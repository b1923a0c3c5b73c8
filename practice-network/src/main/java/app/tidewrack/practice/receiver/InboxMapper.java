package app.tidewrack.practice.receiver;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

/** Secrets of inboxes, which a restart does not forget. */
@Mapper
interface InboxMapper {
    @Select("select name from inbox order by name")
    List<String> names();

    @Select("select secret from inbox where name = #{name}")
    Optional<String> secret(String name);

    @Insert("""
            insert into inbox (name, secret) values (#{name}, #{secret})
            on conflict (name) do update set secret = excluded.secret""")
    void keep(String name, String secret);
}
