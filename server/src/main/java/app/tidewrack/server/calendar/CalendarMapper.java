package app.tidewrack.server.calendar;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface CalendarMapper {
    /** The days in which a campaign runs, both inclusive. */
    record Flight(String id, String name, String plan, LocalDate startsOn, LocalDate endsOn) {}

    @Select("""
            select c.id, c.name, p.name as plan, c.starts_on, c.ends_on
            from campaign c join plan p on p.client_id = c.client_id and p.id = c.plan_id
            where c.client_id = #{clientId} and p.removed_at is null order by c.starts_on desc, c.id limit #{most}""")
    List<Flight> flights(String clientId, int most);

    /** A launch, on the networks' clock. */
    record Launched(String id, String campaign, String person, Instant at) {}

    @Select("""
            select l.id, c.name as campaign, p.name as person, l.practice_at as at
            from launch l join campaign c on c.client_id = l.client_id and c.id = l.campaign_id
            join person p on p.id = l.person_id
            where l.client_id = #{clientId} and l.practice_at is not null
            order by l.practice_at desc, l.id limit #{most}""")
    List<Launched> launches(String clientId, int most);

    /** @param looks planned, the last on the last day */
    record Test(String id, String name, int looks, LocalDate startsOn, LocalDate lastDay) {}

    @Select("""
            select id, name, looks, starts_on, last_day from split_test
            where client_id = #{clientId} and ended_at is null order by starts_on desc, id limit #{most}""")
    List<Test> tests(String clientId, int most);
}
