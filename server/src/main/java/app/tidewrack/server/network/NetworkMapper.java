package app.tidewrack.server.network;

import java.time.Instant;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface NetworkMapper {
    record Kept(String rulebook, String topics) {}

    @Select("select rulebook::text as rulebook, topics::text as topics from network where code = #{code}")
    Optional<Kept> kept(String code);

    @Insert("""
            insert into network (code, rulebook, topics) values (#{code}, #{rulebook}::jsonb, #{topics}::jsonb)
            on conflict (code) do update set rulebook = excluded.rulebook, topics = excluded.topics, fetched_at = now()
            """)
    void keep(String code, String rulebook, String topics);

    @Select("select now from practice_clock where id = 1")
    Optional<Instant> keptNow();

    @Insert("""
            insert into practice_clock (id, now) values (1, #{now})
            on conflict (id) do update set now = excluded.now""")
    void keepNow(Instant now);
}
