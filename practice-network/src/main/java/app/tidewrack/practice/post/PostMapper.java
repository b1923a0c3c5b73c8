package app.tidewrack.practice.post;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface PostMapper {
    record Row(long seq, String id, String account, String content, boolean hasStill, boolean removed) {}

    String ROW = "select seq, id, account, content::text as content, still is not null as has_still, removed from post";

    @Insert("""
            insert into post (network, account, id, content, still)
            values (#{network}, #{account}, #{id}, #{content}::jsonb, #{still})""")
    void insert(String network, String account, String id, String content, byte @Nullable [] still);

    @Select(ROW + """
             where network = #{network} and account = #{account} and not removed and seq > #{after}
              and (content->>'at')::timestamptz <= #{now}
            order by seq limit #{most}""")
    List<Row> after(String network, String account, long after, Instant now, int most);

    @Select(ROW + " where network = #{network} and id = #{id}")
    Optional<Row> find(String network, String id);

    @Select("select still from post where network = #{network} and id = #{id} and not removed")
    Optional<byte[]> still(String network, String id);

    @Update("update post set removed = true where network = #{network} and id = #{id} and not removed")
    int remove(String network, String id);

    /** Ads that stand on it can be shown no more. */
    @Update("""
            update ad set review_state = 'REFUSED', reason = #{reason}
            where review_state <> 'REFUSED' and creative_id in (
              select id from creative where network = #{network} and content->>'post' = #{id})""")
    void refuseAds(String network, String id, String reason);
}
