package app.tidewrack.server.playbook;

import app.tidewrack.core.playbook.Move;
import app.tidewrack.core.playbook.Playbook;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.playbook.NextCampaign.ComerBack;
import app.tidewrack.server.playbook.PlaybookDesk.AdviceTold;
import app.tidewrack.server.playbook.PlaybookDesk.DecisionTold;
import app.tidewrack.server.playbook.PlaybookDesk.TakenView;
import app.tidewrack.server.playbook.PlaybookDesk.TriedView;
import app.tidewrack.server.web.AsksOnly;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.LocalDate;
import java.util.List;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** A client's rules of decision and their advice. */
@RestController
@RequestMapping("/api/clients/{clientId}")
@RequiredArgsConstructor
class PlaybookController {
    private final PlaybookDesk desk;
    private final NextCampaign next;
    private final ClientMapper clients;

    @GetMapping("/playbook")
    Playbook playbook(@PathVariable String clientId) {
        return desk.playbook(clientId);
    }

    @PutMapping("/playbook")
    Playbook keep(@PathVariable String clientId, @RequestBody Playbook playbook) {
        return desk.keep(clientId, playbook);
    }

    /** What a playbook would have advised in the past; nothing is kept of it. */
    @AsksOnly
    @PostMapping("/playbook/tried")
    TriedView tryOut(@PathVariable String clientId, @RequestBody Playbook playbook) {
        return desk.tryOut(clientId, playbook);
    }

    @GetMapping("/advice")
    List<AdviceTold> advice(@PathVariable String clientId) {
        return desk.advice(clientId);
    }

    @GetMapping("/advice/decisions")
    List<DecisionTold> decisions(@PathVariable String clientId) {
        return desk.decisions(
                clientId, clients.accounts(clientId).stream().collect(Collectors.toMap(Account::id, a -> a)));
    }

    /** @param key of the advice, as it was told */
    record TakeBody(
            @Size(max = 200) String key,
            @Nullable Move move,
            @Nullable Double amount) {}

    @PostMapping("/advice/taken")
    TakenView take(@PathVariable String clientId, @Valid @RequestBody TakeBody body, Principal person) {
        return desk.take(clientId, body.key(), body.move(), body.amount(), person.getName());
    }

    record PutOffBody(@Size(max = 200) String key, LocalDate until) {}

    @PostMapping("/advice/put-off")
    List<AdviceTold> putOff(@PathVariable String clientId, @Valid @RequestBody PutOffBody body, Principal person) {
        desk.putOff(clientId, body.key(), body.until(), person.getName());
        return desk.advice(clientId);
    }

    record RefuseBody(
            @Size(max = 200) String key, @Size(max = 500) String reason) {}

    @PostMapping("/advice/refused")
    List<AdviceTold> refuse(@PathVariable String clientId, @Valid @RequestBody RefuseBody body, Principal person) {
        desk.refuse(clientId, body.key(), body.reason(), person.getName());
        return desk.advice(clientId);
    }

    /** Who met the client through a campaign, and can be asked again. */
    @GetMapping("/plans/{planId}/campaigns/{campaignId}/comers-back")
    List<ComerBack> comersBack(
            @PathVariable String clientId, @PathVariable String planId, @PathVariable String campaignId) {
        return next.offered(clientId, planId, campaignId);
    }

    /** @param keys of whom the next campaign talks to */
    record NextBody(@Size(max = 50) List<String> keys) {}

    /** Makes the retargeting campaign that follows on one, in the same plan. */
    @PostMapping("/plans/{planId}/campaigns/{campaignId}/comers-back")
    TakenView makeNext(
            @PathVariable String clientId,
            @PathVariable String planId,
            @PathVariable String campaignId,
            @Valid @RequestBody NextBody body,
            Principal person) {
        return next.make(clientId, planId, campaignId, body.keys(), person.getName());
    }
}
