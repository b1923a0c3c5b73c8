package app.tidewrack.server.creative;

import app.tidewrack.server.creative.CopyDeck.Kind;
import app.tidewrack.server.creative.CopyDeck.SaidBy;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface CreativeMapper {
    record Stored(String id, String name, CreativeDraft content, int version, int columns) {}

    record StoredPhrase(
            Kind kind,
            int number,
            String text,
            String angle,
            String language,
            @Nullable SaidBy source) {}

    String LISTED = """
            select c.id, c.name, c.content, c.version, coalesce(p.columns, 0) as columns
            from creative c left join
                   (select creative_id, count(*)::int as columns from plan_column where client_id = #{clientId}
                    group by creative_id) p on p.creative_id = c.id
            where c.client_id = #{clientId}""";

    @Select(LISTED + " order by c.name collate by_eye, c.id")
    List<Stored> all(String clientId);

    @Select(LISTED + " and c.id = any(#{ids}::text[])")
    List<Stored> some(String clientId, String ids);

    @Select(LISTED + " and c.id = #{id}")
    Optional<Stored> byId(String clientId, String id);

    @Insert("""
            insert into creative (client_id, id, name, content, version)
            values (#{clientId}, #{c.id}, #{c.name}, #{c.content}, 1)""")
    void insert(String clientId, Stored c);

    @Update("""
            update creative set name = #{c.name}, content = #{c.content}, version = version + 1
            where client_id = #{clientId} and id = #{c.id} and version = #{c.version}""")
    int update(String clientId, Stored c);

    @Delete("delete from creative where client_id = #{clientId} and id = #{id}")
    void delete(String clientId, String id);

    /** Until the end of the transaction nobody else writes to the client's deck. */
    @Select("select id from client where id = #{clientId} for no key update")
    String holdDeck(String clientId);

    @Select("""
            select kind, number, text, angle, language, source from phrase where client_id = #{clientId} order by kind, number""")
    List<StoredPhrase> phrases(String clientId);

    @Insert("""
            insert into phrase (client_id, kind, number, text, angle, language, source)
            values (#{clientId}, #{p.kind}, #{p.number}, #{p.text}, #{p.angle}, #{p.language}, #{p.source})""")
    void insertPhrase(String clientId, StoredPhrase p);

    @Update("""
            update phrase set text = #{p.text}, angle = #{p.angle}, language = #{p.language}
            where client_id = #{clientId} and kind = #{p.kind} and number = #{p.number}""")
    int updatePhrase(String clientId, StoredPhrase p);

    @Delete("delete from phrase where client_id = #{clientId} and kind = #{kind} and number = #{number}")
    int deletePhrase(String clientId, Kind kind, int number);

    /** Numbers are never used again while a higher one is there. */
    @Select("select coalesce(max(number), 0) from phrase where client_id = #{clientId} and kind = #{kind}")
    int lastNumber(String clientId, Kind kind);

    /** Replaces a text where it stands in creatives as a whole. */
    @Update("""
            <script>update creative set version = version + 1, content = jsonb_set(content, array[#{slot}], (
                select jsonb_agg(case when t = #{from} then to_jsonb(#{to}::text) else to_jsonb(t) end order by n)
                from jsonb_array_elements_text(content->#{slot}) with ordinality as x (t, n)))
            where client_id = #{clientId} and content->#{slot} @> to_jsonb(#{from}::text)</script>""")
    int replace(String clientId, String slot, String from, String to);
}
