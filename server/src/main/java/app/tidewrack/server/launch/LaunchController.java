package app.tidewrack.server.launch;

import app.tidewrack.core.launch.Field;
import app.tidewrack.core.launch.LaunchState;
import app.tidewrack.server.launch.HandOver.ReadBack;
import app.tidewrack.server.launch.LaunchDesk.LaunchView;
import app.tidewrack.server.launch.drift.Drifts;
import app.tidewrack.server.launch.kept.LiveMapper.LiveCampaign;
import app.tidewrack.server.person.Members;
import app.tidewrack.server.progress.ProgressStreams;
import app.tidewrack.server.web.AsksOnly;
import app.tidewrack.server.web.Deeds;
import app.tidewrack.server.web.MostBytes;
import app.tidewrack.server.web.TableFile.Form;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import java.io.IOException;
import java.io.InputStream;
import java.security.Principal;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** Change lists, launches and their progress. */
@RestController
@RequestMapping("/api/clients/{clientId}")
@RequiredArgsConstructor
class LaunchController {
    private final LaunchDesk desk;
    private final ProgressStreams streams;
    private final Members members;
    private final Standstill standstill;
    private final Drifts drifts;
    private final HandOver handOver;

    /**
     * @param planVersion the version whose change list was looked at
     * @param keys items whose changes are launched, with what they need; null for all
     * @param paused what is created stands still at first
     * @param byHand nothing is sent: a person enters it on the network and gives back the ids
     */
    record LaunchBody(
            String planId,
            String campaignId,
            int planVersion,
            @Nullable Set<String> keys,
            boolean paused,
            boolean byHand) {}

    @GetMapping("/plans/{planId}/campaigns/{campaignId}/changes")
    ChangesView changes(@PathVariable String clientId, @PathVariable String planId, @PathVariable String campaignId) {
        return desk.changes(clientId, planId, campaignId);
    }

    @MostBytes(10_000_000)
    @PostMapping("/launches")
    LaunchView launch(@PathVariable String clientId, @Valid @RequestBody LaunchBody body, Principal person) {
        Choice choice = new Choice(body.keys(), body.paused(), body.byHand());
        return desk.launch(clientId, body.planId(), body.campaignId(), body.planVersion(), choice, person.getName());
    }

    /** Asks the network how a campaign stands there, and notes what was changed behind our back. */
    @AsksOnly
    @PostMapping("/plans/{planId}/campaigns/{campaignId}/look")
    ChangesView look(@PathVariable String clientId, @PathVariable String planId, @PathVariable String campaignId) {
        drifts.look(clientId, planId, campaignId);
        return desk.changes(clientId, planId, campaignId);
    }

    /** @param key of the item, as in change lists */
    record TakeOverBody(String key, Field field) {}

    /** Makes the plan say what somebody set on the network. */
    @PostMapping("/plans/{planId}/campaigns/{campaignId}/take-over")
    ChangesView takeOver(
            @PathVariable String clientId,
            @PathVariable String planId,
            @PathVariable String campaignId,
            @Valid @RequestBody TakeOverBody body,
            Principal person) {
        drifts.takeOver(clientId, planId, campaignId, body.key(), body.field(), person.getName());
        return desk.changes(clientId, planId, campaignId);
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
    SseEmitter progress(@PathVariable String clientId, @PathVariable String launchId, Principal person) {
        String id = person.getName();
        return streams.stream(
                () -> members.isMember(id, clientId),
                () -> desk.standing(clientId, launchId),
                l -> l.state() != LaunchState.RUNNING);
    }

    /** The change list of a launch as a table, for a person who enters it by hand. */
    @Deeds.TakesAway
    @GetMapping("/launches/{launchId}/hand-over")
    void handOver(
            @PathVariable String clientId,
            @PathVariable String launchId,
            @RequestParam Form form,
            HttpServletResponse response)
            throws IOException {
        desk.standing(clientId, launchId);
        response.setContentType(form.mediaType());
        response.setHeader(
                HttpHeaders.CONTENT_DISPOSITION,
                "attachment; filename=\"change-list.%s\"".formatted(form.name().toLowerCase(Locale.ROOT)));
        handOver.write(clientId, launchId, form, response.getOutputStream());
    }

    /** Reads back what a person entered, in any of the forms that were handed over. */
    @PostMapping(path = "/launches/{launchId}/hand-over", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    ReadBack readBack(@PathVariable String clientId, @PathVariable String launchId, InputStream file)
            throws IOException {
        return handOver.take(clientId, launchId, handOver.lines(file));
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
