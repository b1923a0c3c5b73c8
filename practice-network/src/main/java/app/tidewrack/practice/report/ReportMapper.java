package app.tidewrack.practice.report;

import java.time.Instant;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Options;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.apache.ibatis.cursor.Cursor;
import org.jspecify.annotations.Nullable;

@Mapper
interface ReportMapper {
    record Hour(long seq, String adId, Instant hour, LocalDate day, long spendMinor, byte[] content) {}

    record Job(
            String id,
            String account,
            String question,
            String state,
            long rows,
            @Nullable String problem) {}

    String HOUR = "select seq, ad_id, hour, day, spend_minor, content from hour_report";

    @Select(HOUR + """
             where network = #{network} and account = #{account} and seq > #{after} and visible_from <= #{now}
            order by seq limit #{most}""")
    List<Hour> after(String network, String account, long after, Instant now, int most);

    /** All that may be told, read as it comes. */
    @Options(fetchSize = 2000)
    @Select(HOUR + """
             where network = #{network} and account = #{account} and day between #{from} and #{to}
              and (visible_from <= #{now} or told)
            order by ad_id, hour""")
    Cursor<Hour> between(String network, String account, LocalDate from, LocalDate to, Instant now);

    /** People whom an ad reached on a day. */
    record Reached(String adId, byte[] people) {}

    @Select("""
            <script>select r.ad_id, r.people from reach_day r
            join ad a on a.id = r.ad_id join ad_group g on g.id = a.ad_group_id join campaign c on c.id = g.campaign_id
            where c.network = #{network} and c.account = #{account} and r.day between #{from} and #{to} and r.ad_id in
            <foreach collection="ads" item="ad" open="(" separator="," close=")">#{ad}</foreach></script>""")
    List<Reached> reached(String network, String account, Collection<String> ads, LocalDate from, LocalDate to);

    record Shown(String adId, long impressions) {}

    /** Impressions of some ads that may be told by now, those without any left out. */
    @Select("""
            <script>select ad_id, sum(impressions)::bigint as impressions from hour_report
            where network = #{network} and account = #{account} and day between #{from} and #{to}
              and (visible_from &lt;= #{now} or told) and ad_id in
            <foreach collection="ads" item="ad" open="(" separator="," close=")">#{ad}</foreach>
            group by ad_id</script>""")
    List<Shown> impressions(
            String network, String account, Collection<String> ads, LocalDate from, LocalDate to, Instant now);

    @Insert("""
            insert into report_job (id, network, account, question, state, made_at)
            values (#{id}, #{network}, #{account}, #{question}::jsonb, 'RUNNING', #{now})""")
    void insertJob(String id, String network, String account, String question, Instant now);

    @Update("""
            update report_job set state = #{state}, rows = #{rows}, problem = #{problem} where id = #{id}""")
    void endJob(String id, String state, long rows, @Nullable String problem);

    @Select("""
            select id, account, question::text as question, state, rows, problem from report_job
            where network = #{network} and account = #{account} and id = #{id}""")
    Optional<Job> job(String network, String account, String id);

    @Insert("insert into report_page (job_id, page, content) values (#{jobId}, #{page}, #{content})")
    void insertPage(String jobId, int page, byte[] content);

    @Select("select content from report_page where job_id = #{jobId} and page = #{page}")
    Optional<byte[]> page(String jobId, int page);

    @Select("select nextval('item_number')")
    long nextNumber();
}
