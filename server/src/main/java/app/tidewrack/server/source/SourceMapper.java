package app.tidewrack.server.source;

import app.tidewrack.core.source.SourceKind;
import app.tidewrack.server.source.SourceLibrary.Rule;
import app.tidewrack.server.web.JsonColumn;
import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface SourceMapper {
    /** Rows of a list that were not sent, by reason. */
    @JsonColumn
    record Unusable(@JsonValue Map<String, Long> rows) {
        static final Unusable NONE = new Unusable(Map.of());

        @JsonCreator
        public Unusable {}
    }

    /** @param rule null for a list */
    record Stored(
            String id,
            String name,
            SourceKind kind,
            @Nullable Rule rule,
            String state,
            long rows,
            long duplicates,
            Unusable unusable) {}

    record OnAccount(
            String sourceId,
            String accountId,
            String externalId,
            long people,
            boolean fewer,
            @Nullable Double matchRate) {}

    String LISTED = """
            select id, name, kind, rule, state, rows, duplicates, unusable
            from source_audience where client_id = #{clientId}""";

    @Select(LISTED + " order by made_at, id")
    List<Stored> all(String clientId);

    @Select(LISTED + " and id = #{id}")
    Optional<Stored> byId(String clientId, String id);

    @Insert("""
            insert into source_audience (client_id, id, name, kind, rule, state)
            values (#{clientId}, #{s.id}, #{s.name}, #{s.kind}, #{s.rule}, #{s.state})""")
    void insert(String clientId, Stored s);

    @Update("""
            update source_audience set state = #{state}, rows = #{rows}, duplicates = #{duplicates},
                   unusable = #{unusable}
            where client_id = #{clientId} and id = #{id}""")
    void progress(String clientId, String id, String state, long rows, long duplicates, Unusable unusable);

    @Update("update source_audience set name = #{name} where client_id = #{clientId} and id = #{id}")
    int rename(String clientId, String id, String name);

    @Delete("delete from source_audience where client_id = #{clientId} and id = #{id}")
    int delete(String clientId, String id);

    /** Imports that a stopped server left behind. */
    @Update("update source_audience set state = 'STOPPED' where state in ('READING', 'SENDING')")
    void stopAll();

    @Select("""
            select source_id, account_id, external_id, people, fewer, match_rate from source_on_account
            where client_id = #{clientId}""")
    List<OnAccount> onAccounts(String clientId);

    @Insert("""
            insert into source_on_account (client_id, source_id, account_id, external_id, people, fewer, match_rate)
            values (#{clientId}, #{o.sourceId}, #{o.accountId}, #{o.externalId}, #{o.people}, #{o.fewer}, #{o.matchRate})
            on conflict (client_id, source_id, account_id)
            do update set people = excluded.people, fewer = excluded.fewer, match_rate = excluded.match_rate, told_at = now()
            """)
    void keep(String clientId, OnAccount o);

    /** Audiences that name a source, among those they ask for or leave out. */
    @Select("""
            select name from audience where client_id = #{clientId}
            and (position('"code": "' || #{id} || '"' in definition::text) > 0
                 or position('"code": "' || #{id} || ':' in definition::text) > 0)
            order by name collate by_eye""")
    List<String> usedBy(String clientId, String id);
}
