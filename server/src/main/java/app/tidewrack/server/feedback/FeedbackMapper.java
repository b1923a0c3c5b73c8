package app.tidewrack.server.feedback;

import app.tidewrack.core.feedback.FoundPhrase;
import app.tidewrack.server.web.JsonColumn;
import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface FeedbackMapper {
    /** Texts by language, or by why they were put aside. */
    @JsonColumn
    record TextCounts(@JsonValue Map<String, Integer> texts) {
        @JsonCreator
        public TextCounts {}
    }

    @JsonColumn
    record Content(FoundPhrase phrase) {}

    record FeedbackCollection(
            String id,
            String name,
            FeedbackLibrary.Kind kind,
            Instant madeAt,
            TextCounts languages,
            TextCounts aside) {}

    record Text(
            int number,
            int person,
            String language,
            @Nullable Integer stars,
            String text) {}

    /** @param feedbackId the collection it came with */
    record TextOf(String feedbackId, int person, @Nullable Integer stars, String text) {}

    record Search(int wanted, int done, int percent) {
        boolean behind() {
            return done != wanted;
        }
    }

    record Found(String language, int place, Content content) {}

    @Select("""
            select id, name, kind, made_at, languages, aside from feedback
            where client_id = #{clientId} order by made_at desc, id""")
    List<FeedbackCollection> collections(String clientId);

    @Insert("""
            insert into feedback (client_id, id, name, kind, languages, aside)
            values (#{clientId}, #{c.id}, #{c.name}, #{c.kind}, #{c.languages}, #{c.aside})""")
    void insert(@Param("clientId") String clientId, @Param("c") FeedbackCollection collection);

    @Insert("""
            <script>insert into feedback_text (client_id, feedback_id, number, person, language, stars, text) values
            <foreach item="t" collection="texts" separator=",">
                (#{clientId}, #{id}, #{t.number}, #{t.person}, #{t.language}, #{t.stars}, #{t.text})
            </foreach></script>""")
    void insertTexts(@Param("clientId") String clientId, @Param("id") String id, @Param("texts") List<Text> texts);

    @Delete("delete from feedback where client_id = #{clientId} and id = #{id}")
    int delete(String clientId, String id);

    @Select("select count(*) from feedback_text where client_id = #{clientId}")
    int countTexts(String clientId);

    @Select("""
            select feedback_id, person, stars, text from feedback_text
            where client_id = #{clientId} and language = #{language} order by feedback_id, person, number""")
    List<TextOf> texts(String clientId, String language);

    @Select("select wanted, done, percent from phrase_search where client_id = #{clientId}")
    Optional<Search> search(String clientId);

    @Insert("""
            insert into phrase_search (client_id, wanted) values (#{clientId}, 1)
            on conflict (client_id) do update set wanted = phrase_search.wanted + 1, percent = 0""")
    void want(String clientId);

    /** Tells how far it is; 0 once something else is wanted. */
    @Update("update phrase_search set percent = #{percent} where client_id = #{clientId} and wanted = #{wanted}")
    int tell(@Param("clientId") String clientId, @Param("wanted") int wanted, @Param("percent") int percent);

    /** 0 once something else is wanted. */
    @Update(
            "update phrase_search set done = wanted, percent = 100 where client_id = #{clientId} and wanted = #{wanted}")
    int finish(@Param("clientId") String clientId, @Param("wanted") int wanted);

    @Delete("delete from found_phrase where client_id = #{clientId}")
    void forget(String clientId);

    @Insert("""
            <script>insert into found_phrase (client_id, language, place, content) values
            <foreach item="f" collection="found" separator=",">
                (#{clientId}, #{f.language}, #{f.place}, #{f.content})
            </foreach></script>""")
    void keep(@Param("clientId") String clientId, @Param("found") List<Found> found);

    @Select("""
            select language, place, content from found_phrase
            where client_id = #{clientId} and language = #{language} order by place""")
    List<Found> found(String clientId, String language);
}
