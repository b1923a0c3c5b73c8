package app.tidewrack.practice.lead;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

@Mapper
interface LeadMapper {
    /** @param name of a chat: as the person shows themselves, null where they do not */
    record Row(
            String network,
            String account,
            String adId,
            String form,
            Instant at,
            @Nullable String name,
            String content) {}

    record Told(
            long seq,
            String adId,
            String form,
            Instant at,
            @Nullable String name,
            String content) {}

    @Insert("""
            <script>insert into lead (network, account, ad_id, form, at, content) values
            <foreach collection="rows" item="r" separator=",">
              (#{r.network}, #{r.account}, #{r.adId}, #{r.form}, #{r.at}, #{r.content}::jsonb)
            </foreach></script>""")
    void leads(List<Row> rows);

    @Insert("""
            <script>insert into chat_thread (network, account, ad_id, at, name, content) values
            <foreach collection="rows" item="r" separator=",">
              (#{r.network}, #{r.account}, #{r.adId}, #{r.at}, #{r.name}, #{r.content}::jsonb)
            </foreach></script>""")
    void chats(List<Row> rows);

    /** @param seqs as an array of numbers */
    @Delete("""
            delete from lead where network = #{network} and account = #{account} and seq = any(#{seqs}::bigint[])""")
    void eraseLeads(String network, String account, String seqs);

    @Delete("""
            delete from chat_thread where network = #{network} and account = #{account} and seq = any(#{seqs}::bigint[])""")
    void eraseChats(String network, String account, String seqs);

    @Select("""
            select seq, ad_id, form, at, null as name, content::text as content from lead
            where network = #{network} and account = #{account} and seq > #{after} order by seq limit #{most}""")
    List<Told> leadsAfter(String network, String account, long after, int most);

    @Select("""
            select seq, ad_id, '' as form, at, name, content::text as content from chat_thread
            where network = #{network} and account = #{account} and seq > #{after} order by seq limit #{most}""")
    List<Told> chatsAfter(String network, String account, long after, int most);
}
