package app.tidewrack.practice.delivery;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface DeliveryMapper {
    /** An ad that may be shown, with what it brought so far. Spend is in ten-thousandths of a minor unit. */
    record Runnable(
            String adId,
            String adGroupId,
            String account,
            String objective,
            String currency,
            String zone,
            LocalDate startsOn,
            LocalDate endsOn,
            String audience,
            long dailyMinor,
            String creative,
            long impressions,
            long clicks,
            long spendTiny) {}

    record HourRow(
            String adId,
            Instant hour,
            LocalDate day,
            long impressions,
            long clicks,
            long conversions,
            long spendTiny,
            long spendMinor) {}

    @Select("""
            select a.id as ad_id, g.id as ad_group_id, c.account, c.objective, c.currency, c.zone, c.starts_on,
                   c.ends_on, g.audience::text as audience, g.daily_minor,
                   a.picture_sha || a.headline || a.body as creative,
                   coalesce(r.impressions, 0) as impressions, coalesce(r.clicks, 0) as clicks,
                   coalesce(r.spend_tiny, 0) as spend_tiny
            from ad a
            join ad_group g on g.id = a.ad_group_id and not g.paused
            join campaign c on c.id = g.campaign_id and not c.paused
            left join (select ad_id, sum(impressions) as impressions, sum(clicks) as clicks,
                              sum(spend_tiny) as spend_tiny from hour_report group by ad_id) r on r.ad_id = a.id
            where not a.paused and a.review_state = 'APPROVED'
            order by g.id, a.id""")
    List<Runnable> runnable();

    @Select("""
            select coalesce(sum(h.spend_tiny), 0) from hour_report h join ad a on a.id = h.ad_id
            where a.ad_group_id = #{adGroupId} and h.day = #{day}""")
    long spentTiny(String adGroupId, LocalDate day);

    @Insert("""
            insert into hour_report (ad_id, hour, day, impressions, clicks, conversions, spend_tiny, spend_minor)
            values (#{adId}, #{hour}, #{day}, #{impressions}, #{clicks}, #{conversions}, #{spendTiny}, #{spendMinor})
            """)
    void insertHour(HourRow row);

    @Select("select people from reach_day where ad_id = #{adId} and day = #{day}")
    Optional<byte[]> reached(String adId, LocalDate day);

    @Insert("""
            insert into reach_day (ad_id, day, people) values (#{adId}, #{day}, #{people})
            on conflict (ad_id, day) do update set people = excluded.people""")
    void keepReach(String adId, LocalDate day, byte[] people);
}
