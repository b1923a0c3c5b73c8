package app.tidewrack.server.results;

import app.tidewrack.core.results.Doubt;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

/** The lines of reports that do not count. */
@Mapper
interface AsideMapper {
    /** @param lines as JSON of {@link LinesAside.Line}; those beyond the most that are kept of a report are not */
    @Insert("""
            insert into line_aside (client_id, account_id, report, ad, at, kind, field, told, bound)
            select distinct on (l.ad, l.at) #{clientId}, #{accountId}, #{report}, l.ad, l.at, l.kind, l.field, l.told, l.bound
            from (select * from jsonb_to_recordset(#{lines}::jsonb)
                      as r (ad text, at text, kind text, field text, told text, bound bigint)
                  limit (select greatest(0, #{most} - count(*)) from line_aside
                         where client_id = #{clientId} and account_id = #{accountId} and report = #{report})) l
            on conflict (client_id, account_id, report, ad, at)
            do update set kind = excluded.kind, field = excluded.field, told = excluded.told, bound = excluded.bound""")
    void keep(String clientId, String accountId, String report, String lines, int most);

    @Select("select exists (select from line_aside where client_id = #{clientId} and account_id = #{accountId})")
    boolean any(String clientId, String accountId);

    /** Those of which the same ad and hour were told since. */
    @Delete("""
            delete from line_aside l using unnest(#{ads}::text[], #{hours}::text[]) as t (ad, at)
            where l.client_id = #{clientId} and l.account_id = #{accountId} and l.report = '' and l.ad = t.ad and l.at = t.at""")
    void toldSince(String clientId, String accountId, String[] ads, String[] hours);

    /** Those of a report whose days are told anew, and those of no known day. */
    @Delete("""
            delete from line_aside where client_id = #{clientId} and account_id = #{accountId} and report = #{report}
              and (at !~ '^\\d{4}-\\d\\d-\\d\\d$' or at between #{from}::text and #{to}::text)""")
    void toldAnew(String clientId, String accountId, String report, LocalDate from, LocalDate to);

    /**
     * A line that does not count.
     *
     * @param report breakdowns of the report, with commas between; empty for hours
     * @param ad the network's id, and
     * @param at hour or day as the network told it, as far as they can be read; else empty
     * @param name of the ad; null where it is not known
     */
    record LineAside(
            String accountId,
            String account,
            String currency,
            String report,
            String ad,
            @Nullable String name,
            String at,
            Doubt.Kind kind,
            String field,
            String told,
            @Nullable Long bound,
            Instant since) {}

    @Select("""
            select l.account_id, a.name as account, a.currency, l.report, l.ad, i.name, l.at, l.kind, l.field, l.told, l.bound, l.since
            from line_aside l join account a on a.client_id = l.client_id and a.id = l.account_id
            left join lateral (select name from live_item i where i.client_id = l.client_id and i.account_id = l.account_id
                               and i.external_id = l.ad and i.level = 'AD' limit 1) i on true
            where l.client_id = #{clientId} order by a.name, l.account_id, l.since desc, l.report, l.ad, l.at limit #{most}""")
    List<LineAside> all(String clientId, int most);
}
