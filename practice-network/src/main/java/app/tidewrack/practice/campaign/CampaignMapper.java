package app.tidewrack.practice.campaign;

import app.tidewrack.practice.campaign.Orders.AdGroupOrder;
import app.tidewrack.practice.campaign.Orders.AdOrder;
import app.tidewrack.practice.campaign.Orders.CampaignOrder;
import java.time.Instant;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface CampaignMapper {
    @Select("select pg_advisory_xact_lock(hashtext(#{key}))")
    Object lock(String key);

    @Select("select created_id from answered where idempotency_key = #{key}")
    Optional<String> answered(String key);

    @Insert("insert into answered (idempotency_key, created_id) values (#{key}, #{id})")
    void answer(String key, String id);

    @Select("select nextval('item_number')")
    long nextNumber();

    @Insert("""
            insert into campaign (id, account, name, objective, starts_on, ends_on, zone, currency, paused)
            values (#{id}, #{o.account}, #{o.name}, #{o.objective}, #{o.startsOn}, #{o.endsOn}, #{o.zone},
                    #{o.currency}, false)""")
    void insertCampaign(String id, CampaignOrder o);

    @Update("""
            update campaign set name = #{o.name}, objective = #{o.objective}, starts_on = #{o.startsOn},
                   ends_on = #{o.endsOn} where id = #{id}""")
    int updateCampaign(String id, CampaignOrder o);

    @Select("select currency from campaign where id = #{id}")
    Optional<String> currency(String id);

    @Insert("""
            insert into ad_group (id, campaign_id, name, audience, daily_minor, paused)
            values (#{id}, #{o.campaignId}, #{o.name}, #{audience}::jsonb, #{o.dailyMinor}, false)""")
    void insertAdGroup(String id, AdGroupOrder o, String audience);

    @Update("""
            update ad_group set name = #{o.name}, audience = #{audience}::jsonb, daily_minor = #{o.dailyMinor}
            where id = #{id}""")
    int updateAdGroup(String id, AdGroupOrder o, String audience);

    @Select("select exists (select 1 from ad_group where id = #{id})")
    boolean hasAdGroup(String id);

    @Insert("insert into picture (sha256, content) values (#{sha}, #{content}) on conflict do nothing")
    void insertPicture(String sha, byte[] content);

    @Select("select exists (select 1 from picture where sha256 = #{sha})")
    boolean hasPicture(String sha);

    @Insert("""
            insert into ad (id, ad_group_id, name, body, headline, description, call_to_action, link, picture_sha,
                            paused, review_state, submitted_at, review_due)
            values (#{id}, #{o.adGroupId}, #{o.name}, #{o.body}, #{o.headline}, #{o.description}, #{o.callToAction},
                    #{o.link}, #{o.pictureSha}, false, 'IN_REVIEW', #{now}, #{due})""")
    void insertAd(String id, AdOrder o, Instant now, Instant due);

    /** A changed ad goes through review again, unless only its name changed. */
    @Update("""
            update ad set name = #{o.name}, body = #{o.body}, headline = #{o.headline},
                   description = #{o.description}, call_to_action = #{o.callToAction}, link = #{o.link},
                   picture_sha = #{o.pictureSha},
                   review_state = case when same then review_state else 'IN_REVIEW' end,
                   reason = case when same then reason end,
                   submitted_at = case when same then submitted_at else #{now} end,
                   review_due = case when same then review_due else #{due} end
            from (select id as old_id, (body, headline, description, call_to_action, link, picture_sha)
                         = (#{o.body}, #{o.headline}, #{o.description}, #{o.callToAction}, #{o.link}, #{o.pictureSha})
                         as same
                  from ad where id = #{id}) old
            where id = old_id""")
    int updateAd(String id, AdOrder o, Instant now, Instant due);

    @Update("update campaign set paused = #{paused} where id = #{id}")
    int pauseCampaign(String id, boolean paused);

    @Update("update ad_group set paused = #{paused} where id = #{id}")
    int pauseAdGroup(String id, boolean paused);

    @Update("update ad set paused = #{paused} where id = #{id}")
    int pauseAd(String id, boolean paused);
}
