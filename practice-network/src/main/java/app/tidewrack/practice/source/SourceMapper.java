package app.tidewrack.practice.source;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface SourceMapper {
    record Row(String id, String rule, byte[] people, long rows, long duplicates, int version) {}

    String ROW = "select id, rule::text as rule, people, rows, duplicates, version from source_audience";

    @Select("select nextval('item_number')")
    long nextNumber();

    @Insert("""
            insert into source_audience (network, account, id, rule, people, rows, duplicates, version)
            values (#{network}, #{account}, #{id}, #{rule}::jsonb, #{people}, 0, 0, 1)""")
    void insert(String network, String account, String id, String rule, byte[] people);

    @Select(ROW + " where network = #{network} and account = #{account} and id = #{id}")
    Optional<Row> find(String network, String account, String id);

    @Select(ROW + " where network = #{network} and account = #{account} and id > #{after} order by id limit #{most}")
    List<Row> all(String network, String account, String after, int most);

    @Update("""
            update source_audience set people = #{people}, rows = #{rows}, duplicates = #{duplicates},
                   version = version + 1
            where network = #{network} and account = #{account} and id = #{id}""")
    int fill(String network, String account, String id, byte[] people, long rows, long duplicates);
}
