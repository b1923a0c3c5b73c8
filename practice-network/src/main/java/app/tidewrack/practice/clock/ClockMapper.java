package app.tidewrack.practice.clock;

import java.time.Instant;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface ClockMapper {
    @Select("select now from clock where id = 1")
    Instant now();

    @Select("select now from clock where id = 1 for update")
    Instant hold();

    @Update("update clock set now = #{now} where id = 1")
    void set(Instant now);
}
