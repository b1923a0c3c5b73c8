package app.tidewrack.server.post;

import app.tidewrack.core.network.Promoted;
import app.tidewrack.core.post.Post;
import app.tidewrack.core.post.PostRule;
import app.tidewrack.server.web.JsonColumn;
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
public interface PostMapper {
    /** @param link where it leads; null for nowhere */
    @JsonColumn
    record Content(Post post, @Nullable String link) {}

    record Kept(String accountId, Content content, boolean hasStill, boolean removed, boolean aside) {}

    @Select("""
            select account_id, content, has_still and (still is null or still <> '') as has_still, removed, aside
            from post where client_id = #{clientId}""")
    List<Kept> all(String clientId);

    /** What checks look at. */
    record PutUp(
            String accountId,
            String id,
            Promoted kind,
            @Nullable Instant ends,
            boolean removed) {}

    @Select("""
            select account_id, id, content #>> '{post,kind}' as kind, (content #>> '{post,ends}')::timestamptz as ends, removed
            from post where client_id = #{clientId}""")
    List<PutUp> putUp(String clientId);

    @Select("select account_id from post_told where client_id = #{clientId}")
    List<String> told(String clientId);

    /** Whether posts of an account were told in an hour of the network, and within the last minute of ours. */
    @Select("""
            select exists (select 1 from post_told where client_id = #{clientId} and account_id = #{accountId}
                           and until = #{hour} and told_at > now() - interval '1 minute')""")
    boolean toldLately(String clientId, String accountId, Instant hour);

    @Insert("""
            insert into post_told (client_id, account_id, until) values (#{clientId}, #{accountId}, #{until})
            on conflict (client_id, account_id) do update set until = excluded.until, told_at = now()""")
    void noteTold(String clientId, String accountId, Instant until);

    /** @param posts as objects of {@code content} and {@code hasStill} */
    @Insert("""
            insert into post (client_id, account_id, id, content, has_still)
            select #{clientId}, #{accountId}, p.content #>> '{post,id}', p.content, p."hasStill"
            from jsonb_to_recordset(#{posts}::jsonb) as p (content jsonb, "hasStill" boolean)
            on conflict (client_id, account_id, id) do update
              set content = excluded.content, has_still = excluded.has_still, removed = false""")
    void keep(String clientId, String accountId, String posts);

    /** Those of an account that were not told again. */
    @Update("""
            update post set removed = true
            where client_id = #{clientId} and account_id = #{accountId} and not removed and id <> all (#{told}::text[])""")
    void removeOthers(String clientId, String accountId, String told);

    @Select("""
            select id from post where client_id = #{clientId} and account_id = #{accountId} and has_still and still is null
              and not removed""")
    List<String> withoutStill(String clientId, String accountId);

    @Update("""
            update post set still = #{still} where client_id = #{clientId} and account_id = #{accountId} and id = #{id}""")
    void keepStill(String clientId, String accountId, String id, byte[] still);

    @Select("""
            select still from post
            where client_id = #{clientId} and account_id = #{accountId} and id = #{id} and still <> ''""")
    Optional<byte[]> still(String clientId, String accountId, String id);

    @Update("""
            update post set aside = #{aside} where client_id = #{clientId} and account_id = #{accountId} and id = #{id}""")
    int setAside(String clientId, String accountId, String id, boolean aside);

    record KeptRule(String id, PostRule rule) {}

    @Select("select id, rule from post_rule where client_id = #{clientId} order by added_at, id")
    List<KeptRule> rules(String clientId);

    @Insert("insert into post_rule (client_id, id, rule) values (#{clientId}, #{id}, #{rule})")
    void addRule(String clientId, String id, PostRule rule);

    @Delete("delete from post_rule where client_id = #{clientId} and id = #{id}")
    int removeRule(String clientId, String id);
}
