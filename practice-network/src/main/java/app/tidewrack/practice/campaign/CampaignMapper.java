package app.tidewrack.practice.campaign;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface CampaignMapper {
    /** @param content the order as JSON */
    record Stored(String id, String account, String content, boolean paused, boolean removed) {}

    record StoredAd(String id, String adGroupId, String creativeId, String name, boolean paused, boolean removed) {}

    @Insert("""
            insert into campaign (id, network, account, content) values (#{id}, #{network}, #{account}, #{content}::jsonb)
            """)
    void insertCampaign(String id, String network, String account, String content);

    @Select("""
            select id, account, content::text as content, paused, removed from campaign
            where network = #{network} and id = #{id}""")
    Optional<Stored> campaign(String network, String id);

    @Select("""
            select id, account, content::text as content, paused, removed from campaign
            where network = #{network} and account = #{account} and id > #{after} order by id limit #{most}""")
    List<Stored> campaigns(String network, String account, String after, int most);

    @Update("update campaign set content = #{content}::jsonb where network = #{network} and id = #{id}")
    int updateCampaign(String network, String id, String content);

    @Insert("insert into ad_group (id, campaign_id, content) values (#{id}, #{campaignId}, #{content}::jsonb)")
    void insertAdGroup(String id, String campaignId, String content);

    @Select("""
            select g.id, c.account, g.content::text as content, g.paused, g.removed or c.removed as removed
            from ad_group g join campaign c on c.id = g.campaign_id where c.network = #{network} and g.id = #{id}""")
    Optional<Stored> adGroup(String network, String id);

    @Select("""
            select g.id, c.account, g.content::text as content, g.paused, g.removed or c.removed as removed
            from ad_group g join campaign c on c.id = g.campaign_id
            where c.network = #{network} and c.id = #{campaignId} order by g.id""")
    List<Stored> adGroups(String network, String campaignId);

    /** @param creative the order of the creative it shows, as JSON */
    record StoredAdWhole(
            String id,
            String adGroupId,
            String creativeId,
            String name,
            boolean paused,
            boolean removed,
            String creative) {}

    @Select("""
            select a.id, a.ad_group_id, a.creative_id, a.name, a.paused,
                   a.removed or g.removed or c.removed as removed, k.content::text as creative
            from ad a join ad_group g on g.id = a.ad_group_id join campaign c on c.id = g.campaign_id
            join creative k on k.id = a.creative_id
            where c.network = #{network} and c.id = #{campaignId} order by a.id""")
    List<StoredAdWhole> ads(String network, String campaignId);

    @Update("update ad_group set content = #{content}::jsonb where id = #{id}")
    int updateAdGroup(String id, String content);

    @Insert("""
            insert into ad (id, ad_group_id, creative_id, name, review_state, submitted_at, review_due)
            values (#{id}, #{adGroupId}, #{creativeId}, #{name}, 'IN_REVIEW', #{now}, #{due})""")
    void insertAd(String id, String adGroupId, String creativeId, String name, Instant now, Instant due);

    @Select("""
            select a.id, a.ad_group_id, a.creative_id, a.name, a.paused,
                   a.removed or g.removed or c.removed as removed
            from ad a join ad_group g on g.id = a.ad_group_id join campaign c on c.id = g.campaign_id
            where c.network = #{network} and a.id = #{id}""")
    Optional<StoredAd> ad(String network, String id);

    @Update("update ad set name = #{name}, creative_id = #{creativeId} where id = #{id}")
    void updateAd(String id, String name, String creativeId);

    /** Ads that show a creative, or one ad. */
    @Update("""
            update ad set review_state = 'IN_REVIEW', reason = null, submitted_at = #{now}, review_due = #{due}
            where id = #{id} and not removed""")
    void reviewAgain(String id, Instant now, Instant due);

    @Select("select id from ad where creative_id = #{creativeId} and not removed order by id")
    List<String> adsShowing(String creativeId);

    /** @param table campaign, ad_group or ad, never from outside */
    @Update("update ${table} set paused = #{paused} where id = #{id} and not removed")
    int pause(String table, String id, boolean paused);

    @Update("update ${table} set removed = true, paused = true where id = #{id}")
    int remove(String table, String id);
}
