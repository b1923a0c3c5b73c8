package app.tidewrack.server.media;

import app.tidewrack.server.media.MediaJobs.MediaJob;
import app.tidewrack.server.media.MediaJobs.State;
import app.tidewrack.server.media.MediaJobs.Work;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface MediaJobMapper {
    record Left(String clientId, String id, long number) {}

    String LISTED = """
            select j.id, j.name, j.state, j.percent, j.made, j.problem,
                   (select count(*)::int from media_job o
                    where o.client_id = j.client_id and o.number &lt; j.number
                      and j.state = 'WAITING' and o.state in ('WAITING', 'RUNNING')) as ahead
            from media_job j where j.client_id = #{clientId}""";

    @Insert("""
            insert into media_job (client_id, id, name, work, state)
            values (#{clientId}, #{id}, #{name}, #{work}, 'WAITING')""")
    void insert(String clientId, String id, String name, Work work);

    @Select("<script>" + LISTED + " and j.id = #{id}</script>")
    Optional<MediaJob> job(String clientId, String id);

    /** What waits or runs, and what ended in the last minutes, in the order in which it was asked for. */
    @Select("<script>" + LISTED + """
             and (j.ended_at is null or j.ended_at > now() - interval '10 minutes')
            order by j.number desc limit 60</script>""")
    List<MediaJob> lately(String clientId);

    @Select("select count(*)::int from media_job where client_id = #{clientId} and state in ('WAITING', 'RUNNING')")
    int open(String clientId);

    /** Nothing when it was stopped meanwhile. */
    @Select("""
            update media_job set state = 'RUNNING', tries = tries + 1, held_at = now()
            where client_id = #{clientId} and id = #{id} and state = 'WAITING' returning work""")
    Optional<Work> start(String clientId, String id);

    /** @return 0 when it was stopped meanwhile */
    @Update("""
            update media_job set percent = #{percent}
            where client_id = #{clientId} and id = #{id} and state = 'RUNNING'""")
    int progress(String clientId, String id, int percent);

    @Update("""
            update media_job set state = #{state}, made = #{made}, problem = #{problem}, ended_at = now()
            where client_id = #{clientId} and id = #{id} and state in ('WAITING', 'RUNNING')""")
    void end(String clientId, String id, State state, @Nullable String made, @Nullable String problem);

    /** Says that this work is in hand still. */
    @Update("""
            <script>update media_job set held_at = now() where state in ('WAITING', 'RUNNING') and id in
            <foreach collection="ids" item="id" open="(" separator="," close=")">#{id}</foreach></script>""")
    void hold(@Param("ids") Collection<String> ids);

    @Update("""
            update media_job set state = 'FAILED', ended_at = now(),
                   problem = 'The server stopped each time while this was made. Make less of it at once.'
            where state = 'RUNNING' and tries >= #{most} and held_at < now() - make_interval(secs => #{seconds})""")
    void failEndless(int most, int seconds);

    /** Takes what nobody has had in hand for so long; it waits again. */
    @Select("""
            update media_job set state = 'WAITING', percent = 0, held_at = now()
            where state in ('WAITING', 'RUNNING') and held_at < now() - make_interval(secs => #{seconds})
            returning client_id, id, number""")
    List<Left> takeUp(int seconds);
}
