package app.tidewrack.server.naming;

import app.tidewrack.core.plan.NamingScheme;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface NamingMapper {
    /** @param person the name of who kept it */
    record Stored(int version, NamingScheme scheme, String person, Instant at) {}

    @Select("""
            select s.version, s.scheme, p.name as person, s.at
            from naming_scheme s join person p on p.id = s.person_id
            where s.client_id = #{clientId} order by s.version desc limit #{most}""")
    List<Stored> newest(String clientId, int most);

    @Select("""
            select s.version, s.scheme, p.name as person, s.at
            from naming_scheme s join person p on p.id = s.person_id
            where s.client_id = #{clientId} and s.version = #{version}""")
    Optional<Stored> version(String clientId, int version);

    @Insert("""
            insert into naming_scheme (client_id, version, scheme, person_id)
            values (#{clientId}, #{version}, #{scheme}, #{personId}) on conflict do nothing""")
    int insert(String clientId, int version, NamingScheme scheme, String personId);
}
