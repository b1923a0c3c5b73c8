package app.tidewrack.server.demo;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

/** How far made-up clients are loaded. */
@Mapper
interface TrainingMapper {
    /** Where it stands. */
    enum State {
        NONE,
        LOADING,
        LOADED,
        REMOVING,
        FAILED
    }

    /**
     * @param done steps of all
     * @param problem why it failed; null where it did not
     */
    record Training(State state, int done, int of, @Nullable String problem) {}

    @Select("select state, done, of, problem from training")
    Training training();

    /** Begins what may begin now; 0 when something else is going on. */
    @Update("""
            update training set state = #{state}, done = 0, of = #{of}, problem = null, person_id = #{personId}
            where state not in ('LOADING', 'REMOVING')""")
    int begin(State state, int of, String personId);

    @Select("select person_id from training")
    String person();

    @Update("update training set state = #{state}, done = #{done}, problem = #{problem}")
    void set(State state, int done, @Nullable String problem);

    @Select("select id from client where training order by id")
    List<String> clients();

    /** Made-up people; whoever of them did something that the trail tells of stays by name. */
    @Delete("""
            delete from person where training and password_hash is null
              and not exists (select 1 from trail t where t.person_id = person.id)""")
    int deletePeople();
}
