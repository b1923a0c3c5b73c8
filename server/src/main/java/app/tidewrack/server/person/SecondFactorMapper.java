package app.tidewrack.server.person;

import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface SecondFactorMapper {
    /**
     * @param secret sealed; null where no code is asked for
     * @param lastStep of the code that was used last, in steps of 30 s since 1970
     */
    record Kept(byte @Nullable [] secret, @Nullable Long lastStep) {}

    /** Nobody else uses a code of this person until the transaction ends. */
    @Select(
            "select second_factor as secret, second_factor_step as last_step from person where id = #{personId} for update")
    @Nullable
    Kept hold(String personId);

    @Update("update person set second_factor = #{secret}, second_factor_step = null where id = #{personId}")
    void set(String personId, byte @Nullable [] secret);

    @Update("update person set second_factor_step = #{step} where id = #{personId}")
    void used(String personId, long step);

    @Insert("insert into recovery_code (person_id, hash) values (#{personId}, #{hash})")
    void addCode(String personId, String hash);

    @Delete("delete from recovery_code where person_id = #{personId} and hash = #{hash}")
    int takeCode(String personId, String hash);

    @Delete("delete from recovery_code where person_id = #{personId}")
    void forgetCodes(String personId);

    @Select("select count(*) from recovery_code where person_id = #{personId}")
    int codes(String personId);
}
