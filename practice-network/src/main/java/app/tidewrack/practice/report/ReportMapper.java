package app.tidewrack.practice.report;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface ReportMapper {
    record HourTold(
            long seq, String adId, Instant hour, long impressions, long clicks, long conversions, long spendMinor) {}

    @Select("""
            select h.seq, h.ad_id, h.hour, h.impressions, h.clicks, h.conversions, h.spend_minor
            from hour_report h
            join ad a on a.id = h.ad_id join ad_group g on g.id = a.ad_group_id join campaign c on c.id = g.campaign_id
            where c.account = #{account} and h.seq > #{after} order by h.seq limit #{most}""")
    List<HourTold> after(String account, long after, int most);

    @Select("""
            <script>select r.people from reach_day r
            join ad a on a.id = r.ad_id join ad_group g on g.id = a.ad_group_id join campaign c on c.id = g.campaign_id
            where c.account = #{account} and r.ad_id in
            <foreach collection="ads" item="ad" open="(" separator="," close=")">#{ad}</foreach></script>""")
    List<byte[]> reached(String account, Collection<String> ads);
}
