package app.tidewrack.server.person;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

@Mapper
public interface PersonMapper {
    record Person(String id, String email, String name, String passwordHash) {}

    @Select("select id, email, name, password_hash from person where email = #{email}")
    Optional<Person> byEmail(String email);

    @Select("select id, email, name, password_hash from person where id = #{id}")
    Optional<Person> byId(String id);

    @Select("select count(*) from person")
    int count();

    @Insert("insert into person (id, email, name, password_hash) values (#{id}, #{email}, #{name}, #{passwordHash})")
    void insert(Person person);

    @Select("select role from membership where person_id = #{personId} and client_id = #{clientId}")
    Optional<String> role(String personId, String clientId);

    @Insert("insert into membership (person_id, client_id, role) values (#{personId}, #{clientId}, #{role})")
    void join(String personId, String clientId, String role);

    /** Someone of the agency, with what they may do at a client; no role when they do not work for it. */
    record Colleague(
            String id, String name, String email, @Nullable String role) {}

    /** Who works for a client, and whoever else shares a client with the one who asks. */
    @Select("""
            select p.id, p.name, p.email, m.role from person p
            left join membership m on m.person_id = p.id and m.client_id = #{clientId}
            where m.role is not null or p.id in (
                select o.person_id from membership o join membership mine on mine.client_id = o.client_id
                where mine.person_id = #{personId})
            order by m.role is null, p.name""")
    List<Colleague> colleagues(String clientId, String personId);

    @Insert("""
            insert into membership (person_id, client_id, role) values (#{personId}, #{clientId}, #{role})
            on conflict (person_id, client_id) do update set role = excluded.role""")
    void setRole(String personId, String clientId, String role);

    @Delete("delete from membership where person_id = #{personId} and client_id = #{clientId}")
    void leave(String personId, String clientId);
}
