package app.tidewrack.practice.engagement;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface TieMapper {
    record Day(LocalDate day, byte[] people) {}

    @Select("""
            select people from tie_day
            where scope = #{t.scope} and kind = #{t.kind} and subject = #{t.subject} and day = #{day}""")
    Optional<byte[]> on(Tie t, LocalDate day);

    @Select("""
            select day, people from tie_day
            where scope = #{t.scope} and kind = #{t.kind} and (#{t.subject} = '' or subject = #{t.subject})
              and day between #{from} and #{to}""")
    List<Day> between(Tie t, LocalDate from, LocalDate to);

    @Insert("""
            insert into tie_day (scope, kind, subject, day, people)
            values (#{t.scope}, #{t.kind}, #{t.subject}, #{day}, #{people})
            on conflict (scope, kind, subject, day) do update set people = excluded.people""")
    void keep(Tie t, LocalDate day, byte[] people);
}
