package app.tidewrack.server.media;

import app.tidewrack.core.creative.Colour;
import app.tidewrack.server.web.NotFound;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** What pictures and films look like, as far as results may be told by it. */
@Service
@RequiredArgsConstructor
public class MediumLooks {
    private final MediumLookMapper mapper;
    private final MediaLibrary library;

    /**
     * @param colour that most of it is of; of a film its first picture
     * @param face whether one is seen, as a person said; null while nobody did
     * @param marked whether the client's mark was set on it here
     * @param opens hash of what a film of shots begins with; null for others
     */
    public record MediumLook(
            String sha256,
            @Nullable Colour colour,
            @Nullable Boolean face,
            boolean marked,
            @Nullable String opens) {}

    @Mapper
    interface MediumLookMapper {
        @Select("select sha256, colour, face, marked, opens from medium where client_id = #{clientId}")
        List<MediumLook> all(String clientId);

        @Update("update medium set colour = #{colour} where client_id = #{clientId} and sha256 = #{sha}")
        void setColour(String clientId, String sha, Colour colour);

        @Update("update medium set face = #{face} where client_id = #{clientId} and sha256 = #{sha}")
        int setFace(String clientId, String sha, @Nullable Boolean face);

        @Update(
                "update medium set marked = #{marked}, opens = #{opens} where client_id = #{clientId} and sha256 = #{sha}")
        void setMade(String clientId, String sha, boolean marked, @Nullable String opens);
    }

    /** Of all on the shelf; colours of what was taken in before they were looked for are found now. */
    public List<MediumLook> of(String clientId) {
        return mapper.all(clientId).stream()
                .map(l -> l.colour() != null
                        ? l
                        : new MediumLook(l.sha256(), found(clientId, l.sha256()), l.face(), l.marked(), l.opens()))
                .toList();
    }

    private Colour found(String clientId, String sha) {
        Colour colour = StillColour.of(library.still(clientId, sha, 0));
        mapper.setColour(clientId, sha, colour);
        return colour;
    }

    /** @param face null to leave it open again */
    void setFace(String clientId, String sha, @Nullable Boolean face) {
        if (mapper.setFace(clientId, sha, face) == 0) {
            throw new NotFound("medium", sha);
        }
    }

    /** Notes how something was made here. */
    public void made(String clientId, String sha, boolean marked, @Nullable String opens) {
        mapper.setMade(clientId, sha, marked, opens);
    }
}
