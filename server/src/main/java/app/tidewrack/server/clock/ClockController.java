package app.tidewrack.server.clock;

import app.tidewrack.server.clock.ClockDesk.ClockView;
import app.tidewrack.server.clock.ClockDesk.MoveView;
import app.tidewrack.server.progress.ProgressStreams;
import app.tidewrack.server.web.May;
import app.tidewrack.server.web.May.Who;
import lombok.RequiredArgsConstructor;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** The practice clock. It belongs to the practice world, not to one client; whoever is signed in may move it. */
@RestController
@RequestMapping("/api/clock")
@May(Who.MEMBERS)
@RequiredArgsConstructor
class ClockController {
    private final ClockDesk desk;
    private final ProgressStreams streams;

    record MoveBody(int hours) {}

    @GetMapping
    ClockView now() {
        return desk.view();
    }

    @PostMapping("/moves")
    MoveView move(@RequestBody MoveBody body) {
        return desk.move(body.hours());
    }

    @GetMapping(path = "/moves/{moveId}/progress", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter progress(@PathVariable String moveId) {
        return streams.stream(
                () -> true, () -> desk.view(moveId), m -> !m.state().equals("RUNNING"));
    }

    @PostMapping("/moves/{moveId}/stop")
    MoveView stop(@PathVariable String moveId) {
        return desk.stop(moveId);
    }
}
