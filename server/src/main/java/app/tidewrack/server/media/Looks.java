package app.tidewrack.server.media;

import app.tidewrack.core.film.ClientLook;
import app.tidewrack.core.film.ClientMark;
import app.tidewrack.core.network.PlacementRule;
import app.tidewrack.core.network.PlacementRule.FileRule;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.SafeArea;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.web.JsonColumn;
import java.util.Optional;
import java.util.function.Function;
import lombok.RequiredArgsConstructor;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** A client's colours and mark, and what placements leave visible of what is made for it. */
@Service
@RequiredArgsConstructor
public class Looks {
    private final LookMapper mapper;
    private final MediaLibrary library;
    private final Accounts accounts;

    /** @param mark that new films and pictures begin with; null while none was chosen */
    @JsonColumn
    public record Brand(ClientLook colours, @Nullable ClientMark mark) {}

    @Mapper
    interface LookMapper {
        @Select("select content from client_look where client_id = #{clientId}")
        Optional<Brand> brand(String clientId);

        @Insert("""
                insert into client_look (client_id, content) values (#{clientId}, #{brand})
                on conflict (client_id) do update set content = excluded.content""")
        void keep(String clientId, Brand brand);
    }

    public Brand of(String clientId) {
        return mapper.brand(clientId).orElseGet(() -> new Brand(ClientLook.PLAIN, null));
    }

    /** @throws Refusal when a colour is none, cannot be read, or the mark shows nothing */
    public Brand keep(String clientId, Brand brand) {
        brand.colours().require();
        ClientMark mark = brand.mark();
        if (mark != null) {
            mark.require();
            if (mark.sha256() != null) {
                library.medium(clientId, mark.sha256());
            }
        }
        mapper.keep(clientId, brand);
        return brand;
    }

    /** What every placement of the client's networks leaves visible that takes a file of that shape. */
    public SafeArea visible(String clientId, Function<PlacementRule, @Nullable FileRule> kind, int width, int height) {
        SafeArea visible = SafeArea.ALL;
        for (Rulebook rulebook : accounts.rulebooks(clientId)) {
            for (PlacementRule placement : rulebook.placements()) {
                FileRule rule = kind.apply(placement);
                if (rule != null && rule.takesShape(width, height)) {
                    visible = visible.and(placement.visible());
                }
            }
        }
        return visible;
    }
}
