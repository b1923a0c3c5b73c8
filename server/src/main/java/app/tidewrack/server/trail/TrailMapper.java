package app.tidewrack.server.trail;

import app.tidewrack.server.web.JsonColumn;
import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

@Mapper
interface TrailMapper {
    /** Ids of what a deed was done to, by what they are ids of. */
    @JsonColumn
    record Things(@JsonValue Map<String, String> all) {
        @JsonCreator
        public Things {}
    }

    @Insert("""
            insert into trail (person_id, token_id, client_id, deed, things, refused)
            values (#{personId}, #{tokenId}, #{clientId}, #{deed}, #{things}, #{refused})""")
    void add(
            @Nullable String personId,
            @Nullable String tokenId,
            @Nullable String clientId,
            String deed,
            Things things,
            boolean refused);

    /**
     * @param person name of who did it; null for nobody known
     * @param client its name; null for none, or one that is gone
     * @param plan name of the plan it was done to, as it is called now
     * @param about name of the person it was done to
     */
    record Line(
            long id,
            Instant at,
            @Nullable String personId,
            @Nullable String person,
            @Nullable String tokenId,
            @Nullable String clientId,
            @Nullable String client,
            String deed,
            Things things,
            @Nullable String plan,
            @Nullable String about,
            boolean refused) {}

    /**
     * @param deeds codes of those sought; null for all
     * @param before ids below; the newest first
     */
    record Sought(
            @Nullable String personId,
            @Nullable String clientId,
            @Nullable List<String> deeds,
            @Nullable Instant from,
            @Nullable Instant to,
            long before,
            int most) {}

    String LINES = """
            <script>
            select t.id, t.at, t.person_id,
                   coalesce(p.name, link.name || ', by a link') as person, t.token_id, t.client_id, c.name as client, t.deed, t.things,
                   plan.name as plan, about.name as about, t.refused
            from trail t
            left join person p on p.id = t.person_id
            left join client c on c.id = t.client_id
            left join plan on plan.client_id = t.client_id and plan.id = t.things ->> 'planId'
            left join sign_off_link link on link.id = t.things ->> 'guest'
            left join person about on about.id = t.things ->> 'personId'
            where t.id &lt; #{before}
            <if test="personId != null">and t.person_id = #{personId}</if>
            <if test="clientId != null">and t.client_id = #{clientId}</if>
            <if test="from != null">and t.at >= #{from}</if>
            <if test="to != null">and t.at &lt; #{to}</if>
            <if test="deeds != null">
              and t.deed in <foreach item="d" collection="deeds" open="(" separator="," close=")">#{d}</foreach>
            </if>
            order by t.id desc limit #{most}
            </script>""";

    @Select(LINES)
    List<Line> lines(Sought sought);
}
