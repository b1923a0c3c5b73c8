package app.tidewrack.practice.delivery;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface DeliveryMapper {
    /** An ad that may be shown as far as switches and review go. */
    record Approved(
            String adId, String adGroupId, String campaignId, String creativeId, String network, String account) {}

    record Spent(LocalDate day, long tiny) {}

    record ReachDay(LocalDate day, byte[] people) {}

    record HourRow(
            String adId,
            String network,
            String account,
            Instant hour,
            LocalDate day,
            Instant visibleFrom,
            long spendMinor,
            long impressions,
            byte[] content) {}

    record Kept(byte[] content) {}

    /** Something that happens after its click, booked to the click's hour. */
    record LateEvent(
            long id,
            String adId,
            Instant hour,
            LocalDate day,
            Instant due,
            long cell,
            String measure,
            long valueMinor,
            int person) {}

    @Select("""
            select a.id as ad_id, g.id as ad_group_id, c.id as campaign_id, a.creative_id, c.network, c.account
            from ad a
            join ad_group g on g.id = a.ad_group_id and not g.paused
            join campaign c on c.id = g.campaign_id and not c.paused
            where not a.paused and a.review_state = 'APPROVED'
            order by g.id, a.id""")
    List<Approved> approved();

    @Select("select content::text from campaign where id = #{id}")
    String campaign(String id);

    @Select("select content::text from ad_group where id = #{id}")
    String adGroup(String id);

    @Select("select id from ad_group where campaign_id = #{campaignId} order by id")
    List<String> adGroups(String campaignId);

    @Select("select state from ad_state where ad_id = #{adId}")
    Optional<byte[]> state(String adId);

    @Select("select day, tiny from day_spend where owner = #{owner}")
    List<Spent> spent(String owner);

    @Select("select day, people from reach_day where ad_id = #{adId} and day >= #{from} order by day")
    List<ReachDay> reached(String adId, LocalDate from);

    @Select("select content from hour_report where ad_id = #{adId} and hour = #{hour}")
    Optional<Kept> hour(String adId, Instant hour);

    /** A corrected hour goes to the end of the line, so that a cursor past it sees it again; reports of its day go on telling it. */
    @Insert("""
            update hour_report set content = #{content}, told = told or visible_from <= #{now},
                   visible_from = #{visibleFrom}, seq = nextval('hour_report_seq_seq')
            where ad_id = #{adId} and hour = #{hour}""")
    void correct(String adId, Instant hour, Instant now, Instant visibleFrom, byte[] content);

    @Select("""
            select id, ad_id, hour, day, due, cell, measure, value_minor, person from late_event
            where due < #{until} order by id""")
    List<LateEvent> late(Instant until);

    @Delete("delete from late_event where due < #{until}")
    void forgetLate(Instant until);

    @Select("""
            select a.id as ad_id, g.id as ad_group_id, c.id as campaign_id, a.creative_id, c.network, c.account
            from ad a join ad_group g on g.id = a.ad_group_id join campaign c on c.id = g.campaign_id
            where a.id = #{adId}""")
    Approved owner(String adId);

    /** Spent by all campaigns and ad groups of an account on one day, in ten-thousandths of a minor unit. */
    @Select("""
            select coalesce(sum(s.tiny), 0) from day_spend s
            where s.day = #{day} and s.owner in (
              select c.id from campaign c where c.network = #{network} and c.account = #{account}
              union all
              select g.id from ad_group g join campaign c on c.id = g.campaign_id
              where c.network = #{network} and c.account = #{account})""")
    long spentByAccount(String network, String account, LocalDate day);
}
