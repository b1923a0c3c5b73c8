package app.tidewrack.server.clock;

import java.time.Instant;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface ClockMapper {
    /** @param startedAt practice time when the move began */
    record Move(
            String id,
            Instant target,
            Instant startedAt,
            String state,
            @Nullable String problem) {}

    String MOVE = "select id, target, started_at, state, problem from clock_move";

    @Insert("""
            insert into clock_move (id, target, started_at, state) values (#{id}, #{target}, #{startedAt}, 'RUNNING')""")
    void insert(String id, Instant target, Instant startedAt);

    @Select(MOVE + " where id = #{id}")
    Optional<Move> move(String id);

    @Select(MOVE + " where state = 'RUNNING'")
    Optional<Move> running();

    @Update("update clock_move set state = #{state}, problem = #{problem} where id = #{id} and state = 'RUNNING'")
    int end(String id, String state, @Nullable String problem);
}
