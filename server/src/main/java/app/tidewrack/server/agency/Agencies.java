package app.tidewrack.server.agency;

import app.tidewrack.server.web.Conflict;
import java.util.Optional;
import lombok.RequiredArgsConstructor;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.springframework.stereotype.Component;

/** Keeps the one agency of this installation. */
@Component
@RequiredArgsConstructor
public class Agencies {
    private final AgencyMapper mapper;

    @Mapper
    interface AgencyMapper {
        @Select("select name, colour, accent, currency, zone, language, second_factor from agency")
        Optional<Agency> agency();

        @Insert("""
                insert into agency (name, colour, accent, currency, zone, language, second_factor)
                values (#{name}, #{colour}, #{accent}, #{currency}, #{zone}, #{language}, #{secondFactor}) on conflict do nothing""")
        int insert(Agency agency);

        @Update("""
                update agency set name = #{name}, colour = #{colour}, accent = #{accent}, currency = #{currency},
                       zone = #{zone}, language = #{language}, second_factor = #{secondFactor}""")
        void update(Agency agency);
    }

    /** Nothing before the first person has named it. */
    public Optional<Agency> agency() {
        return mapper.agency();
    }

    /** A page of the agency's paper. */
    public Page page(String title) {
        return new Page(title, agency().orElse(null));
    }

    /** @throws Conflict when it was named already */
    public void found(Agency agency) {
        if (mapper.insert(agency.checked()) == 0) {
            throw new Conflict("This agency has been named already. Sign in, or ask an administrator for a link.");
        }
    }

    Agency keep(Agency agency) {
        mapper.update(agency.checked());
        return mapper.agency().orElseThrow();
    }
}
