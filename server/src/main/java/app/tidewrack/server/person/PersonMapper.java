package app.tidewrack.server.person;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
public interface PersonMapper {
    /**
     * @param passwordHash null for one who was invited and has not come yet
     * @param training made up, to practise with; never signs in beside real clients
     * @param closedAt when they left; null for one who is here
     */
    record Person(
            String id,
            String email,
            String name,
            @Nullable String passwordHash,
            boolean administrator,
            boolean training,
            @Nullable Instant closedAt,
            boolean secondFactor) {}

    String COLUMNS =
            "id, email, name, password_hash, administrator, training, closed_at, second_factor is not null as second_factor";

    @Select("select " + COLUMNS + " from person where email = #{email}")
    Optional<Person> byEmail(String email);

    @Select("select " + COLUMNS + " from person where id = #{id}")
    Optional<Person> byId(String id);

    /** Everybody who ever was here, those who are first. */
    @Select("select " + COLUMNS + " from person order by closed_at is not null, name, id")
    List<Person> all();

    @Select("select count(*) from person")
    int count();

    @Insert("""
            insert into person (id, email, name, password_hash, administrator, training)
            values (#{id}, #{email}, #{name}, #{passwordHash}, #{administrator}, #{training})
            on conflict do nothing""")
    int insert(Person person);

    @Update("update person set name = #{name} where id = #{id}")
    void rename(String id, String name);

    @Select("select look, language, week_starts, miles, letters from person where id = #{id}")
    Preferences preferences(String id);

    @Update("""
            update person set look = #{wanted.look}, language = #{wanted.language}, week_starts = #{wanted.weekStarts},
                   miles = #{wanted.miles}, letters = #{wanted.letters}
            where id = #{id}""")
    void prefer(String id, Preferences wanted);

    @Update("update person set password_hash = #{hash} where id = #{id}")
    void setPassword(String id, String hash);

    @Update("update person set administrator = #{administrator} where id = #{id}")
    void setAdministrator(String id, boolean administrator);

    @Update("""
            update person set closed_at = case when #{closed} then coalesce(closed_at, now()) end,
                   administrator = administrator and not #{closed}
            where id = #{id}""")
    void setClosed(String id, boolean closed);

    /** Until the transaction ends nobody else makes or unmakes an administrator. */
    @Select("select id from person where administrator and closed_at is null order by id for update")
    List<String> holdAdministrators();

    /** Whether the agency asks for a second factor that the person has not. */
    @Select("""
            select exists (select 1 from person p cross join agency a
            where p.id = #{personId} and p.second_factor is null
              and (a.second_factor = 'EVERYBODY' or a.second_factor = 'ADMINISTRATORS' and p.administrator))""")
    boolean owesSecondFactor(String personId);

    /** What the person may do at a client; nothing for one who left, or at one that was taken away. */
    @Select("""
            select m.role from membership m join person p on p.id = m.person_id join client c on c.id = m.client_id
            where m.person_id = #{personId} and m.client_id = #{clientId} and p.closed_at is null and c.removed_at is null""")
    Optional<Role> role(String personId, String clientId);

    /** Whether the person may see what people sent to a client of theirs. */
    @Select("""
            select exists (select 1 from membership
                           where person_id = #{personId} and client_id = #{clientId} and sees_leads)""")
    boolean seesLeads(String personId, String clientId);

    /** Someone who works for a client. */
    record Colleague(String id, String name, String email, Role role) {}

    @Select("""
            select p.id, p.name, p.email, m.role from membership m join person p on p.id = m.person_id
            where m.client_id = #{clientId} and p.closed_at is null order by p.name, p.id""")
    List<Colleague> colleagues(String clientId);

    @Select("select exists (select 1 from client where id = #{clientId})")
    boolean isClient(String clientId);

    /** A person's part in a client. */
    record Part(String personId, String clientId, Role role, boolean seesLeads) {}

    @Select("select person_id, client_id, role, sees_leads from membership order by person_id, client_id")
    List<Part> parts();

    @Insert("""
            insert into membership (person_id, client_id, role, sees_leads)
            values (#{personId}, #{clientId}, #{role}, coalesce(#{seesLeads}, #{role} = 'BUYER'))
            on conflict (person_id, client_id) do update set role = excluded.role,
                   sees_leads = coalesce(#{seesLeads}, membership.sees_leads)""")
    void setRole(String personId, String clientId, Role role, @Nullable Boolean seesLeads);

    @Delete("delete from membership where person_id = #{personId} and client_id = #{clientId}")
    void leave(String personId, String clientId);
}
