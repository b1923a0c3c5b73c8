package app.tidewrack.server.plan.inspect;

import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface KnownBidMapper {
    /** @param asked what the bid was asked for, as {@link BidPrices} writes it */
    record KnownBid(String asked, long fromMinor, long suggestedMinor, long toMinor) {}

    /** @param asked a PostgreSQL array literal; what is asked holds only letters, digits and simple signs */
    @Select("""
            select asked, from_minor, suggested_minor, to_minor from known_bid
            where client_id = #{clientId} and account_id = #{accountId} and asked = any(#{asked}::text[])""")
    List<KnownBid> of(String clientId, String accountId, String asked);

    @Insert("""
            insert into known_bid (client_id, account_id, asked, from_minor, suggested_minor, to_minor)
            values (#{clientId}, #{accountId}, #{k.asked}, #{k.fromMinor}, #{k.suggestedMinor}, #{k.toMinor})
            on conflict (client_id, account_id, asked) do update set from_minor = excluded.from_minor,
                   suggested_minor = excluded.suggested_minor, to_minor = excluded.to_minor, told_at = now()""")
    void keep(String clientId, String accountId, KnownBid k);
}
