package app.tidewrack.server.morning;

import app.tidewrack.core.need.Need;
import app.tidewrack.server.results.DayMoney.PlannedDay;
import app.tidewrack.server.web.JsonColumn;
import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

/** What takes thought, kept by client. */
@Mapper
interface ReckonedMapper {
    @JsonColumn
    record Needs(@JsonValue List<Need> all) {
        @JsonCreator
        public Needs {}
    }

    @JsonColumn
    record Planned(@JsonValue List<PlannedDay> all) {
        @JsonCreator
        public Planned {}
    }

    /**
     * @param deed the newest at the client when it was begun, by its number in the trail
     * @param told the newest hour that any of its accounts was told of then; null before the first
     */
    record Mark(long deed, @Nullable Instant told) {}

    record Reckoned(
            String clientId,
            Needs needs,
            Planned planned,
            long deed,
            @Nullable Instant told,
            Instant reckonedAt) {}

    String MARK = " coalesce((select max(t.id) from trail t where t.client_id = c.id), 0) as deed,"
            + " (select max(a.facts_until) from account a where a.client_id = c.id) as told ";

    @Select("select" + MARK + "from client c where c.id = #{clientId}")
    Mark mark(String clientId);

    @Insert("""
            insert into client_reckoned (client_id, needs, planned, deed, told, reckoned_at)
            select id, #{needs}, #{planned}, #{mark.deed}, #{mark.told}, now() from client where id = #{clientId}
            on conflict (client_id) do update set needs = excluded.needs, planned = excluded.planned, deed = excluded.deed,
                   told = excluded.told, reckoned_at = excluded.reckoned_at
            where client_reckoned.deed <= excluded.deed""")
    void keep(String clientId, Needs needs, Planned planned, Mark mark);

    @Select(
            "select client_id, needs, planned, deed, told, reckoned_at from client_reckoned where client_id = #{clientId}")
    Optional<Reckoned> reckoned(String clientId);

    /** Which reckoning is kept of a client; each has another time. */
    record Kept(String clientId, Instant reckonedAt) {}

    @Select("""
            select r.client_id, r.reckoned_at
            from membership m join client_reckoned r on r.client_id = m.client_id where m.person_id = #{personId}""")
    List<Kept> ofPerson(String personId);

    /** @param clientIds as an array */
    @Select("""
            select client_id, needs, planned, deed, told, reckoned_at from client_reckoned
            where client_id = any(#{clientIds}::text[])""")
    List<Reckoned> ofClients(String clientIds);

    /**
     * Clients of which something was done or told since they were reckoned, or that run and were not for a while; likewise those of
     * which the last time is of another day. Those that wait the longest come first.
     *
     * @param personId null for everybody's
     * @param hours seconds that new hours of results may wait
     * @param running seconds after which one that runs is reckoned anew
     */
    @Select("""
            select c.id from client c
            cross join lateral (select""" + MARK + """
            ) k
            left join client_reckoned r on r.client_id = c.id
            where c.removed_at is null
              and (#{personId}::text is null
                   or exists (select 1 from membership m where m.client_id = c.id and m.person_id = #{personId}))
              and (r.client_id is null or r.deed < k.deed
                   or r.told is distinct from k.told and r.reckoned_at < now() - make_interval(secs => #{hours})
                   or r.reckoned_at < now() - interval '1 day'
                   or r.reckoned_at < now() - make_interval(secs => #{running})
                      and exists (select 1 from live_item l where l.client_id = c.id and l.level = 'CAMPAIGN'
                                  and l.removed_at is null and not l.paused))
            order by r.reckoned_at nulls first, c.id""")
    List<String> behind(@Nullable String personId, int hours, int running);

    /** Whether the practice clock is moving, while which hours come in by the dozen. */
    @Select("select exists (select from clock_move where state = 'RUNNING')")
    boolean clockMoves();
}
