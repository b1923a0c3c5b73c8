package app.tidewrack.server.network;

import app.tidewrack.connector.Offers.Topic;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.server.web.JsonColumn;
import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface NetworkMapper {
    @JsonColumn
    record Topics(@JsonValue List<Topic> all) {
        @JsonCreator
        public Topics {}
    }

    record Kept(Rulebook rulebook, Topics topics) {}

    @Select("select rulebook, topics from network where code = #{code}")
    Optional<Kept> kept(String code);

    @Insert("""
            insert into network (code, rulebook, topics) values (#{code}, #{rulebook}, #{topics})
            on conflict (code) do update set rulebook = excluded.rulebook, topics = excluded.topics, fetched_at = now()
            """)
    void keep(String code, Rulebook rulebook, Topics topics);

    @Select("select now from practice_clock where id = 1")
    Optional<Instant> keptNow();

    @Insert("""
            insert into practice_clock (id, now) values (1, #{now})
            on conflict (id) do update set now = excluded.now""")
    void keepNow(Instant now);
}
