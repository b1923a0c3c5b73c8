package app.tidewrack.server.film;

import app.tidewrack.core.film.Film;
import app.tidewrack.server.web.JsonColumn;
import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface FilmMapper {
    @JsonColumn
    record FilmContent(Film film) {}

    record StoredFilm(String id, String name, FilmContent content, int version) {}

    record MadeFilm(String filmId, String sha256, Instant madeAt) {}

    @Select("""
            select id, name, content, version from film where client_id = #{clientId} order by name collate by_eye, id""")
    List<StoredFilm> films(String clientId);

    /** The latest first. */
    @Select("""
            select film_id, sha256, made_at from film_made where client_id = #{clientId} order by made_at desc, sha256""")
    List<MadeFilm> made(String clientId);

    @Select("select count(*)::int from film where client_id = #{clientId}")
    int count(String clientId);

    @Insert("""
            insert into film (client_id, id, name, content, version)
            values (#{clientId}, #{f.id}, #{f.name}, #{f.content}, 1)""")
    void insert(String clientId, StoredFilm f);

    @Update("""
            update film set name = #{f.name}, content = #{f.content}, version = version + 1
            where client_id = #{clientId} and id = #{f.id} and version = #{f.version}""")
    int update(String clientId, StoredFilm f);

    @Delete("delete from film where client_id = #{clientId} and id = #{id}")
    int delete(String clientId, String id);

    /** A film that was taken away while it was made leaves its medium on the shelf. */
    @Insert("""
            insert into film_made (client_id, film_id, sha256)
            select client_id, id, #{sha} from film where client_id = #{clientId} and id = #{id}
            on conflict (client_id, film_id, sha256) do update set made_at = now()""")
    void insertMade(String clientId, String id, String sha);
}
