package app.tidewrack.server.plan.template;

import app.tidewrack.core.plan.Template;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
public interface TemplateMapper {
    /** Those of every client that a person works for. */
    String SEEN = """
            select t.id, t.client_id, c.name as client, t.name, t.content, p.name as made_by, t.made_at
            from template t join client c on c.id = t.client_id and c.removed_at is null
                 join membership m on m.client_id = t.client_id and m.person_id = #{personId}
                 join person p on p.id = t.made_by""";

    /**
     * @param clientId it was kept for
     * @param client its name
     * @param content what there is to be like
     * @param madeBy name of whoever kept it
     */
    record KeptTemplate(
            String id, String clientId, String client, String name, Template content, String madeBy, Instant madeAt) {}

    @Select(SEEN + " order by t.name collate by_eye, t.id")
    List<KeptTemplate> seen(String personId);

    @Select(SEEN + " where t.id = #{id}")
    Optional<KeptTemplate> one(String personId, String id);

    @Select("select name from template where client_id = #{clientId}")
    List<String> names(String clientId);

    @Insert("""
            insert into template (client_id, id, name, content, made_by)
            values (#{clientId}, #{id}, #{name}, #{content}, #{personId})""")
    void insert(String clientId, String id, String name, Template content, String personId);

    @Delete("delete from template where client_id = #{clientId} and id = #{id}")
    int delete(String clientId, String id);
}
