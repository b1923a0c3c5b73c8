package app.tidewrack.server.results;

import app.tidewrack.core.results.Metric.Better;
import app.tidewrack.server.results.GroupSql.Grouped;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.SelectProvider;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

/** Reads facts, and the numbers that clients make of them. */
@Mapper
interface FactSums {
    /**
     * An ad that brought something, with what was last sent of it.
     *
     * @param planId null once its campaign is taken out of every plan
     */
    record KnownAd(
            int ad,
            @Nullable String planId,
            String campaignId,
            String rowId,
            String columnId,
            String accountId,
            String currency,
            @Nullable String name,
            @Nullable String externalId) {}

    @Select("""
            select f.ad, c.plan_id, f.campaign_id, f.row_id, f.column_id, f.account_id, a.currency, l.name, l.external_id
            from fact_ad f join account a on a.client_id = f.client_id and a.id = f.account_id
            left join campaign c on c.client_id = f.client_id and c.id = f.campaign_id
            left join live_item l on l.client_id = f.client_id and l.campaign_id = f.campaign_id
                 and l.item_key = f.row_id || '/' || f.column_id and l.level = 'AD'
            where f.client_id = #{clientId} order by f.ad""")
    List<KnownAd> ads(String clientId);

    record AdOfSheet(int ad, String rowId, String columnId) {}

    @Select("""
            select ad, row_id, column_id from fact_ad where client_id = #{clientId} and campaign_id = #{campaignId}
            order by ad""")
    List<AdOfSheet> adsOfSheet(String clientId, String campaignId);

    /**
     * First and last day of which there is anything.
     *
     * @param begun the account day that is told of now and has not ended; what it brought is not all yet
     */
    record Days(
            @Nullable LocalDate first,
            @Nullable LocalDate last,
            @Nullable LocalDate begun) {
        static final Days NONE = new Days(null, null, null);
    }

    default Days days(String clientId) {
        return known(clientId).orElse(Days.NONE);
    }

    /** Nothing where all of it would be null. */
    @Select("""
            select min(day) as first, max(day) as last,
                   (select max((facts_until at time zone zone)::date) from account
                    where client_id = #{clientId}) as begun
            from fact_day where client_id = #{clientId}""")
    Optional<Days> known(String clientId);

    /** From here to the end of the transaction questions are planned for what they ask, not for anything that may be asked. */
    @Select("select set_config('plan_cache_mode', 'force_custom_plan', true)")
    String planEach();

    @SelectProvider(type = GroupSql.class, method = "sums")
    List<Map<String, Object>> sums(Grouped asked);

    /** An ad's days; see {@link app.tidewrack.core.evidence.DayBlocks}. */
    record AdBlocks(int ad, int days, double came, double of, double cameSquare, double product, double ofSquare) {}

    @SelectProvider(type = GroupSql.class, method = "blocks")
    List<AdBlocks> blocks(GroupSql.Blocks asked);

    @SelectProvider(type = GroupSql.class, method = "ofAccounts")
    List<Map<String, Object>> ofAccounts(String clientId);

    record Spent(int groupNumber, LocalDate day, long spendMinor) {}

    /** What groups of ads spent on each of some days; ads and groups as {@link Grouped} has them. */
    @Select("""
            select m.g as group_number, f.day, sum(f.spend)::bigint as spend_minor
            from fact_day f join (select distinct on (ad) ad, g
                                  from unnest(#{ads}::int[], #{groups}::int[]) as u (ad, g)) m on m.ad = f.ad
            where f.client_id = #{clientId} and f.day between #{from} and #{to} group by 1, 2""")
    List<Spent> spent(String clientId, String ads, String groups, LocalDate from, LocalDate to);

    record Won(String externalAd, LocalDate day, long leads) {}

    /** Leads that were won, by ad and account day on which they came. */
    @Select("""
            select l.external_ad, (l.came_at at time zone a.zone)::date as day, count(*) as leads
            from lead l join account a on a.client_id = l.client_id and a.id = l.account_id
            where l.client_id = #{clientId} and l.state = 'WON'
              and (l.came_at at time zone a.zone)::date between #{from} and #{to}
            group by 1, 2""")
    List<Won> won(String clientId, LocalDate from, LocalDate to);

    /** @param until end of the last hour that was told of the row's account */
    record RowSpend(String campaignId, String rowId, long spendMinor, Instant until) {}

    /** What every row has spent so far. */
    @Select("""
            select a.campaign_id, a.row_id, sum(f.spend)::bigint as spend_minor, c.facts_until as until
            from fact_day f join fact_ad a on a.client_id = f.client_id and a.ad = f.ad
            join account c on c.client_id = a.client_id and c.id = a.account_id
            where f.client_id = #{clientId} group by a.campaign_id, a.row_id, c.facts_until""")
    List<RowSpend> spend(String clientId);

    /** @param passed share of the account day that is told of, 0 to 1 */
    record SpentToday(
            String clientId, String campaignId, String currency, LocalDate day, long spendMinor, double passed) {}

    /**
     * What campaigns that are on a network have spent on the account day that is told of now.
     *
     * @param clientId null for all clients of the person
     */
    @Select("""
            with told as materialized (
                select a.client_id, a.id, a.currency, (a.facts_until at time zone a.zone)::date as day,
                       (extract(epoch from (a.facts_until at time zone a.zone)
                            - (a.facts_until at time zone a.zone)::date) / 86400)::float8 as passed
                from account a join membership m on m.client_id = a.client_id
                where m.person_id = #{personId} and (#{clientId}::text is null or a.client_id = #{clientId})
                  and a.facts_until is not null),
            -- One look at each client's day: no plan may go through all facts to find few.
            spent as materialized (
                select d.client_id, d.day, n.account_id, n.campaign_id, sum(f.spend)::bigint as spend
                from (select distinct client_id, day from told) d
                cross join lateral (select x.ad, x.spend from fact_day x
                                    where x.client_id = d.client_id and x.day = d.day and x.spend > 0 offset 0) f
                join fact_ad n on n.client_id = d.client_id and n.ad = f.ad
                group by 1, 2, 3, 4)
            select t.client_id, l.campaign_id, t.currency, t.day, coalesce(s.spend, 0) as spend_minor, t.passed
            from told t join live_item l on l.client_id = t.client_id and l.account_id = t.id
            left join spent s on s.client_id = l.client_id and s.campaign_id = l.campaign_id and s.day = t.day
                 and s.account_id = t.id
            where l.level = 'CAMPAIGN' and l.removed_at is null and not l.paused
            order by t.client_id, t.id, l.campaign_id""")
    List<SpentToday> spentToday(String personId, @Nullable String clientId);

    record AccountUntil(String id, Instant until) {}

    @Select("""
            select id, facts_until as until from account where client_id = #{clientId} and facts_until is not null""")
    List<AccountUntil> until(String clientId);

    /** @param query the question and how it is shown, as the address of the screen holds them */
    record KeptView(String name, String query) {}

    @Select("select name, query from result_view where client_id = #{clientId} order by name collate by_eye")
    List<KeptView> views(String clientId);

    @Insert("""
            insert into result_view (client_id, name, query) values (#{clientId}, #{v.name}, #{v.query})
            on conflict (client_id, name) do update set query = excluded.query""")
    void keepView(String clientId, KeptView v);

    @Delete("delete from result_view where client_id = #{clientId} and name = #{name}")
    int deleteView(String clientId, String name);

    record OwnNumber(String code, String words, String formula, Better better, boolean share) {}

    @Select("""
            select code, words, formula, better, share from own_number where client_id = #{clientId} order by words""")
    List<OwnNumber> ownNumbers(String clientId);

    @Insert("""
            insert into own_number (client_id, code, words, formula, better, share)
            values (#{clientId}, #{n.code}, #{n.words}, #{n.formula}, #{n.better}, #{n.share})
            on conflict (client_id, code) do update set words = excluded.words, formula = excluded.formula,
                   better = excluded.better, share = excluded.share""")
    void keepOwnNumber(String clientId, OwnNumber n);

    @Delete("delete from own_number where client_id = #{clientId} and code = #{code}")
    int deleteOwnNumber(String clientId, String code);

    @Select("select margin from client where id = #{clientId}")
    Optional<BigDecimal> margin(String clientId);

    @Update("update client set margin = #{margin} where id = #{clientId}")
    void setMargin(String clientId, BigDecimal margin);
}
