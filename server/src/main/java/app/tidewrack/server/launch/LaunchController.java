package app.tidewrack.server.launch;

import app.tidewrack.server.launch.LaunchDesk.ChangesView;
import app.tidewrack.server.launch.LaunchDesk.LaunchView;
import app.tidewrack.server.launch.LaunchMapper.LiveCampaign;
import app.tidewrack.server.progress.ProgressStreams;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.util.List;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** Change lists, launches and their progress. */
@RestController
@RequestMapping("/api/clients/{clientId}")
class LaunchController {
    private final LaunchDesk desk;
    private final ProgressStreams streams;
    private final Standstill standstill;

    LaunchController(LaunchDesk desk, ProgressStreams streams, Standstill standstill) {
        this.desk = desk;
        this.standstill = standstill;
        this.streams = streams;
    }

    /** @param planVersion the version whose change list was looked at */
    record LaunchBody(@NotNull String planId, @NotNull String campaignId, int planVersion) {}

    @GetMapping("/plans/{planId}/campaigns/{campaignId}/changes")
    ChangesView changes(@PathVariable String clientId, @PathVariable String planId, @PathVariable String campaignId) {
        return desk.changes(clientId, planId, campaignId);
    }

    @PostMapping("/launches")
    LaunchView launch(@PathVariable String clientId, @Valid @RequestBody LaunchBody body, Principal person) {
        return desk.launch(clientId, body.planId(), body.campaignId(), body.planVersion(), person.getName());
    }

    /** Campaigns that are on a network, paused or not. */
    @GetMapping("/on-networks")
    List<LiveCampaign> onNetworks(@PathVariable String clientId) {
        return standstill.campaigns(clientId);
    }

    record PausedBody(boolean paused) {}

    /** Pauses everything of the client, or lets all of it run on. */
    @PutMapping("/on-networks")
    List<LiveCampaign> pause(@PathVariable String clientId, @Valid @RequestBody PausedBody body, Principal person) {
        return standstill.set(clientId, person.getName(), body.paused());
    }

    @GetMapping("/launches/{launchId}")
    LaunchView view(@PathVariable String clientId, @PathVariable String launchId) {
        return desk.view(clientId, launchId);
    }

    @GetMapping(path = "/launches/{launchId}/progress", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter progress(@PathVariable String clientId, @PathVariable String launchId) {
        return streams.stream(
                () -> desk.view(clientId, launchId), l -> !l.state().equals("RUNNING"));
    }

    @PostMapping("/launches/{launchId}/stop")
    LaunchView stop(@PathVariable String clientId, @PathVariable String launchId) {
        return desk.stop(clientId, launchId);
    }

    @PostMapping("/launches/{launchId}/send-again")
    LaunchView sendAgain(@PathVariable String clientId, @PathVariable String launchId) {
        return desk.sendAgain(clientId, launchId);
    }
}
