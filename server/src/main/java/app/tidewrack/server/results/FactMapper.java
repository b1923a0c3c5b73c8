package app.tidewrack.server.results;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/** Keeps the books of facts: their ads, and which days are due for their breakdowns. */
@Mapper
interface FactMapper {
    record FactAd(int ad, String campaignId, String rowId, String columnId, String accountId) {}

    /** A day due for its breakdowns, since the telling of number {@code seq}. */
    record Due(LocalDate day, long seq) {}

    @Select("select ad, campaign_id, row_id, column_id, account_id from fact_ad where client_id = #{clientId}")
    List<FactAd> ads(String clientId);

    @Insert("""
            insert into fact_ad (client_id, campaign_id, row_id, column_id, account_id)
            values (#{clientId}, #{campaignId}, #{rowId}, #{columnId}, #{accountId}) on conflict do nothing""")
    void addAd(String clientId, String campaignId, String rowId, String columnId, String accountId);

    /** Makes room for the facts of a month, if there is none yet. */
    @Select("select make_fact_month(#{day}) is null")
    Boolean makeMonth(LocalDate day);

    @Insert("""
            insert into fact_due (client_id, account_id, day, seq) values (#{clientId}, #{accountId}, #{day}, #{seq})
            on conflict (client_id, account_id, day) do update set seq = excluded.seq, noted_at = now()""")
    void noteDue(String clientId, String accountId, LocalDate day, long seq);

    /** Days of an account that are due, once none was noted for some seconds: while the clock moves, more come. */
    @Select("""
            select day, seq from fact_due where client_id = #{clientId} and account_id = #{accountId}
              and not exists (select 1 from fact_due f where f.client_id = #{clientId} and f.account_id = #{accountId}
                              and f.noted_at > now() - make_interval(secs => #{quietSeconds}))
            order by day""")
    List<Due> due(String clientId, String accountId, int quietSeconds);

    @Delete("""
            delete from fact_due where client_id = #{clientId} and account_id = #{accountId} and day = #{due.day}
              and seq = #{due.seq}""")
    void done(String clientId, String accountId, Due due);

    @Update("""
            update account set facts_until = greatest(facts_until, #{until})
            where client_id = #{clientId} and id = #{accountId}""")
    void noteUntil(String clientId, String accountId, Instant until);

    /**
     * An account that has told something has nothing more to tell of the time until then, though none of its ads was shown.
     *
     * @param until the network's clock when it was asked
     * @param whole until when hours are told by then
     */
    @Update("""
            update account set told_until = #{until}, facts_until = greatest(facts_until, #{whole})
            where client_id = #{clientId} and id = #{accountId} and facts_until is not null
              and (told_until is null or told_until < #{until})""")
    void noteTold(String clientId, String accountId, Instant until, Instant whole);

    /** Holds an account until the transaction ends, so that two pulls of it take turns. */
    @Select("select id from account where client_id = #{clientId} and id = #{accountId} for update")
    String hold(String clientId, String accountId);

    @Delete("""
            delete from fact_part p using fact_ad a
            where p.client_id = #{clientId} and p.day between #{from} and #{to} and p.dimension = #{dimension}
              and a.client_id = p.client_id and a.ad = p.ad and a.account_id = #{accountId}""")
    void forgetParts(String clientId, String accountId, String dimension, LocalDate from, LocalDate to);
}
