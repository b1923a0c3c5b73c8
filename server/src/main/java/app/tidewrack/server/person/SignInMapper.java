package app.tidewrack.server.person;

import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

/** Tries to sign in, and browsers that are known. */
@Mapper
interface SignInMapper {
    /** Until the end of the transaction nobody else counts for this e-mail or address. */
    @Select("""
            select pg_advisory_xact_lock(hashtextextended(least(#{email}, #{address}), 24)) is null
                   and pg_advisory_xact_lock(hashtextextended(greatest(#{email}, #{address}), 24)) is null""")
    Boolean hold(String email, String address);

    /**
     * Tries that did not succeed within some minutes.
     *
     * @param pair of this e-mail from this address
     * @param address of any e-mail from this address
     * @param email of this e-mail from anywhere
     * @param device from this browser
     */
    record Tries(long pair, long address, long email, long device) {}

    @Select("""
            select count(*) filter (where email = #{email} and address = #{address}) as pair,
                   count(*) filter (where address = #{address}) as address,
                   count(*) filter (where email = #{email}) as email,
                   count(*) filter (where device = #{device}) as device
            from sign_in_try
            where at > now() - make_interval(mins => #{minutes})
              and (email = #{email} or address = #{address} or device = #{device})""")
    Tries tries(String email, String address, @Nullable String device, int minutes);

    @Insert("insert into sign_in_try (email, address, device) values (#{email}, #{address}, #{device})")
    void insert(String email, String address, @Nullable String device);

    /** Those of an e-mail from an address or a browser. */
    @Delete("""
            delete from sign_in_try where email = #{email} and (address = #{address} or device = #{device})""")
    void forget(String email, String address, @Nullable String device);

    @Select("""
            select exists (select 1 from person_device d join person p on p.id = d.person_id
                           where d.hash = #{hash} and p.email = #{email})""")
    boolean isKnown(String hash, String email);

    @Insert("""
            insert into person_device (hash, person_id) values (#{hash}, #{personId})
            on conflict (hash) do update set person_id = excluded.person_id, seen_at = now()""")
    void keepDevice(String hash, String personId);

    /** All but the last few. */
    @Delete("""
            delete from person_device where person_id = #{personId} and hash not in (
                select hash from person_device where person_id = #{personId} order by seen_at desc limit #{most})""")
    void forgetDevices(String personId, int most);
}
