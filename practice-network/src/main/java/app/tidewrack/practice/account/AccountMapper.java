package app.tidewrack.practice.account;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

@Mapper
interface AccountMapper {
    record Row(
            String network,
            String id,
            String name,
            String currency,
            String zone,
            String country,
            @Nullable String site,
            String profiles,
            @Nullable Long spendingLimitMinor) {}

    String ROW = """
            select network, id, name, currency, zone, country, site, profiles::text as profiles, spending_limit_minor
            from account""";

    @Select(ROW + " where network = #{network} and id = #{id}")
    Optional<Row> find(String network, String id);

    @Insert("""
            insert into account (network, id, name, currency, zone, country, site, profiles, spending_limit_minor)
            values (#{network}, #{id}, #{name}, #{currency}, #{zone}, #{country}, #{site}, #{profiles}::jsonb,
                    #{spendingLimitMinor})
            on conflict (network, id) do update set name = excluded.name, site = excluded.site,
              profiles = excluded.profiles, spending_limit_minor = excluded.spending_limit_minor""")
    void keep(Row row);

    @Select("""
            select name from sender where network = #{network} and account = #{id} and agreed order by name""")
    List<String> agreedSenders(String network, String id);
}
