package app.tidewrack.server.job;

import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface WantedWorkMapper {
    /** Holds the work until the transaction under way ends. */
    @Insert("""
            insert into wanted_work (job, instance, wanted) values (#{job}, #{instance}, 1)
            on conflict (job, instance) do update set wanted = wanted_work.wanted + 1""")
    void want(String job, String instance);

    @Select("select wanted from wanted_work where job = #{job} and instance = #{instance}")
    Optional<Long> wanted(String job, String instance);

    /** Waits for whoever holds it; 0 when more was asked for than {@code wanted}. */
    @Delete("delete from wanted_work where job = #{job} and instance = #{instance} and wanted = #{wanted}")
    int done(String job, String instance, long wanted);
}
