package app.tidewrack.server.frame;

import app.tidewrack.core.frame.Frame;
import app.tidewrack.server.frame.FrameDesk.FramesView;
import app.tidewrack.server.frame.FrameLook.Look;
import app.tidewrack.server.frame.FrameLook.PartAsked;
import app.tidewrack.server.frame.FrameMapper.StoredPiece;
import app.tidewrack.server.frame.FrameMapper.Written;
import app.tidewrack.server.web.AsksOnly;
import jakarta.validation.Valid;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Frames, what is written in them, and what is said of it. */
@RestController
@RequestMapping("/api/clients/{clientId}")
@RequiredArgsConstructor
class FrameController {
    private final FrameDesk desk;
    private final FrameLook look;

    @GetMapping("/frames")
    FramesView frames(@PathVariable String clientId) {
        return desk.frames(clientId);
    }

    @PostMapping("/frames")
    FramesView add(@PathVariable String clientId, @Valid @RequestBody Frame frame) {
        return desk.add(clientId, frame);
    }

    @PutMapping("/frames/{id}")
    FramesView change(@PathVariable String clientId, @PathVariable String id, @Valid @RequestBody Frame frame) {
        return desk.change(clientId, id, frame);
    }

    @DeleteMapping("/frames/{id}")
    FramesView removeFrame(@PathVariable String clientId, @PathVariable String id) {
        return desk.removeFrame(clientId, id);
    }

    record LookBody(String language, List<PartAsked> parts) {}

    /** Spelling, length, ease, time and risk of what is being written. */
    @AsksOnly
    @PostMapping("/frames/look")
    Look look(@PathVariable String clientId, @Valid @RequestBody LookBody body) {
        return look.of(clientId, body.language(), body.parts());
    }

    record PieceBody(int version, String name, Written written) {}

    @GetMapping("/pieces")
    List<StoredPiece> pieces(@PathVariable String clientId) {
        return desk.pieces(clientId);
    }

    @PostMapping("/pieces")
    StoredPiece addPiece(@PathVariable String clientId, @Valid @RequestBody PieceBody body) {
        return desk.addPiece(clientId, body.name(), body.written());
    }

    @PutMapping("/pieces/{id}")
    StoredPiece changePiece(
            @PathVariable String clientId, @PathVariable String id, @Valid @RequestBody PieceBody body) {
        return desk.changePiece(clientId, id, body.version(), body.name(), body.written());
    }

    @DeleteMapping("/pieces/{id}")
    void removePiece(@PathVariable String clientId, @PathVariable String id) {
        desk.removePiece(clientId, id);
    }
}
