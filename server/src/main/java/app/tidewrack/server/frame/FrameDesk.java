package app.tidewrack.server.frame;

import app.tidewrack.core.frame.Frame;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.frame.FrameMapper.FrameContent;
import app.tidewrack.server.frame.FrameMapper.PartSource;
import app.tidewrack.server.frame.FrameMapper.StoredFrame;
import app.tidewrack.server.frame.FrameMapper.StoredPiece;
import app.tidewrack.server.frame.FrameMapper.Written;
import app.tidewrack.server.web.Conflict;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Service;

/** A client's own frames, and what is written in frames. */
@Service
@RequiredArgsConstructor
public class FrameDesk {
    static final int LONGEST_TEXT = 4_000;
    private static final int LONGEST_NAME = 100;
    private static final int MOST_FRAMES = 100;
    private static final int MOST_PIECES = 2_000;

    private final FrameMapper mapper;

    /** @param id of an own frame */
    record OwnFrame(String id, Frame frame) {}

    record FramesView(List<Frame> ready, List<OwnFrame> own) {}

    FramesView frames(String clientId) {
        return new FramesView(
                Frame.READY,
                mapper.frames(clientId).stream()
                        .map(f -> new OwnFrame(f.id(), f.content().frame()))
                        .toList());
    }

    FramesView add(String clientId, Frame frame) {
        frame.require();
        if (mapper.frames(clientId).size() >= MOST_FRAMES) {
            throw new Refusal(
                    "name", "There are %d frames, the most that are kept.".formatted(MOST_FRAMES), "Remove one first.");
        }
        mapper.insertFrame(clientId, new StoredFrame(Ids.fresh(), new FrameContent(frame)));
        return frames(clientId);
    }

    FramesView change(String clientId, String id, Frame frame) {
        frame.require();
        if (mapper.updateFrame(clientId, new StoredFrame(id, new FrameContent(frame))) == 0) {
            throw new NotFound("frame", id);
        }
        return frames(clientId);
    }

    FramesView removeFrame(String clientId, String id) {
        if (mapper.deleteFrame(clientId, id) == 0) {
            throw new NotFound("frame", id);
        }
        return frames(clientId);
    }

    List<StoredPiece> pieces(String clientId) {
        return mapper.pieces(clientId);
    }

    public StoredPiece addPiece(String clientId, String name, Written written) {
        if (mapper.pieces(clientId).size() >= MOST_PIECES) {
            throw new Refusal(
                    "name",
                    "There are %,d pieces, the most that are kept.".formatted(MOST_PIECES),
                    "Remove some first.");
        }
        StoredPiece piece = checked(Ids.fresh(), name, written, 0);
        mapper.insertPiece(clientId, piece);
        return piece(clientId, piece.id());
    }

    /** @throws Conflict when someone else changed it meanwhile */
    StoredPiece changePiece(String clientId, String id, int version, String name, Written written) {
        piece(clientId, id);
        if (mapper.updatePiece(clientId, checked(id, name, written, version)) == 0) {
            throw new Conflict("This piece was changed by someone else meanwhile. Load it again and repeat.");
        }
        return piece(clientId, id);
    }

    void removePiece(String clientId, String id) {
        if (mapper.deletePiece(clientId, id) == 0) {
            throw new NotFound("piece", id);
        }
    }

    private StoredPiece piece(String clientId, String id) {
        return mapper.piece(clientId, id).orElseThrow(() -> new NotFound("piece", id));
    }

    private static StoredPiece checked(String id, String name, Written written, int version) {
        String called = name.strip();
        if (called.isEmpty() || called.length() > LONGEST_NAME) {
            throw new Refusal(
                    "name",
                    "The name has %d characters; 1 to %d are kept.".formatted(called.length(), LONGEST_NAME),
                    "Change it.");
        }
        Frame frame = written.frame();
        frame.require();
        int parts = frame.parts().size();
        if (written.texts().size() != parts
                || written.sources().stream().anyMatch(f -> f.part() < 0 || f.part() >= parts)) {
            throw new Refusal(
                    "texts",
                    "The frame has %d parts, but %d texts and sources of parts %s came."
                            .formatted(
                                    parts,
                                    written.texts().size(),
                                    written.sources().stream()
                                            .map(PartSource::part)
                                            .toList()),
                    "Send a text for each part, and sources of these alone.");
        }
        written.texts().forEach(FrameDesk::requireText);
        return new StoredPiece(id, called, written, version);
    }

    static void requireText(String text) {
        if (text.length() > LONGEST_TEXT) {
            throw new Refusal(
                    "texts",
                    "A part has %,d characters; the most is %,d.".formatted(text.length(), LONGEST_TEXT),
                    "Shorten it.");
        }
    }
}
