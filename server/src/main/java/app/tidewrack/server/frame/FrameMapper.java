package app.tidewrack.server.frame;

import app.tidewrack.core.frame.Frame;
import app.tidewrack.server.creative.CopyDeck.SaidBy;
import app.tidewrack.server.web.JsonColumn;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface FrameMapper {
    @JsonColumn
    record FrameContent(Frame frame) {}

    /**
     * What was written in a frame.
     *
     * @param frame as it was when it was begun: a frame that is changed later changes nothing that is written
     * @param texts one for each part
     * @param sources what customers said that parts were written from
     * @param language ISO 639-1
     */
    @JsonColumn
    record Written(Frame frame, List<String> texts, List<PartSource> sources, String language) {}

    /** @param part counted from 0 */
    record PartSource(int part, SaidBy said) {}

    record StoredFrame(String id, FrameContent content) {}

    record StoredPiece(String id, String name, Written written, int version) {}

    @Select("select id, content from frame where client_id = #{clientId} order by made_at, id")
    List<StoredFrame> frames(String clientId);

    @Insert("insert into frame (client_id, id, content) values (#{clientId}, #{f.id}, #{f.content})")
    void insertFrame(@Param("clientId") String clientId, @Param("f") StoredFrame frame);

    @Update("update frame set content = #{f.content} where client_id = #{clientId} and id = #{f.id}")
    int updateFrame(@Param("clientId") String clientId, @Param("f") StoredFrame frame);

    @Delete("delete from frame where client_id = #{clientId} and id = #{id}")
    int deleteFrame(String clientId, String id);

    @Select("""
            select id, name, written, version from written_piece where client_id = #{clientId}
            order by name collate by_eye, id""")
    List<StoredPiece> pieces(String clientId);

    @Select("select id, name, written, version from written_piece where client_id = #{clientId} and id = #{id}")
    Optional<StoredPiece> piece(String clientId, String id);

    @Insert("""
            insert into written_piece (client_id, id, name, written, version)
            values (#{clientId}, #{p.id}, #{p.name}, #{p.written}, 1)""")
    void insertPiece(@Param("clientId") String clientId, @Param("p") StoredPiece piece);

    @Update("""
            update written_piece set name = #{p.name}, written = #{p.written}, version = version + 1
            where client_id = #{clientId} and id = #{p.id} and version = #{p.version}""")
    int updatePiece(@Param("clientId") String clientId, @Param("p") StoredPiece piece);

    @Delete("delete from written_piece where client_id = #{clientId} and id = #{id}")
    int deletePiece(String clientId, String id);
}
