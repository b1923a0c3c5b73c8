package app.tidewrack.server.audience;

import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface KnownSizeMapper {
    record Known(String hash, long people, boolean fewer) {}

    /** @param hashes a PostgreSQL array literal; hashes are hexadecimal */
    @Select("""
            select hash, people, fewer from known_size
            where client_id = #{clientId} and account_id = #{accountId} and hash = any(#{hashes}::text[])""")
    List<Known> of(String clientId, String accountId, String hashes);

    @Insert("""
            <script>insert into known_size (client_id, account_id, hash, people, fewer) values
            <foreach collection="known" item="k" separator=",">
              (#{clientId}, #{accountId}, #{k.hash}, #{k.people}, #{k.fewer})
            </foreach>
            on conflict (client_id, account_id, hash) do update
            set people = excluded.people, fewer = excluded.fewer, told_at = now()</script>""")
    void keep(String clientId, String accountId, List<Known> known);
}
