package app.tidewrack.server.audience;

import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface KnownSizeMapper {
    record Known(String hash, long people, boolean fewer) {}

    /** @param hashes a PostgreSQL array literal; hashes are hexadecimal */
    @Select("""
            select hash, people, fewer from known_size
            where client_id = #{clientId} and account_id = #{accountId} and hash = any(#{hashes}::text[])""")
    List<Known> of(String clientId, String accountId, String hashes);

    /** @param told each with what it was told of now; those that nobody keeps are left out */
    @Update("""
            <script>update known_size s set people = t.people, fewer = t.fewer, told_at = now()
            from (values
            <foreach collection="told" item="k" separator=",">
              (#{k.hash}, #{k.people}::bigint, #{k.fewer}::boolean)
            </foreach>) as t (hash, people, fewer)
            where s.client_id = #{clientId} and s.account_id = #{accountId} and s.hash = t.hash
              and (s.people, s.fewer) is distinct from (t.people, t.fewer)</script>""")
    void refresh(String clientId, String accountId, List<Known> told);

    /** A size as an account's network told it. */
    record KnownOn(String accountId, String hash, long people, boolean fewer) {}

    /** Of all accounts. */
    @Select("""
            select account_id, hash, people, fewer from known_size
            where client_id = #{clientId} and hash = any(#{hashes}::text[])""")
    List<KnownOn> ofClient(String clientId, String hashes);

    @Insert("""
            <script>insert into known_size (client_id, account_id, hash, people, fewer) values
            <foreach collection="known" item="k" separator=",">
              (#{clientId}, #{accountId}, #{k.hash}, #{k.people}, #{k.fewer})
            </foreach>
            on conflict (client_id, account_id, hash) do update
            set people = excluded.people, fewer = excluded.fewer, told_at = now()</script>""")
    void keep(String clientId, String accountId, List<Known> known);
}
