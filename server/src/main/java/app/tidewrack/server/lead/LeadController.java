package app.tidewrack.server.lead;

import app.tidewrack.server.lead.LeadErasing.LeadErasure;
import app.tidewrack.server.lead.LeadMapper.Counts;
import app.tidewrack.server.lead.LeadMapper.Wanted;
import app.tidewrack.server.lead.LeadSending.WebhookView;
import app.tidewrack.server.lead.Leads.Kind;
import app.tidewrack.server.lead.Leads.Lead;
import app.tidewrack.server.lead.Leads.State;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.web.Deeds;
import app.tidewrack.server.web.SeesLeads;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** The inbox of leads, its export, and where leads are sent on to. */
@RestController
@RequestMapping("/api/clients/{clientId}")
@SeesLeads
@RequiredArgsConstructor
class LeadController {
    private static final int PAGE = 100;

    private final Leads leads;
    private final LeadTable table;
    private final LeadSending sending;
    private final LeadErasing erasing;
    private final Networks networks;

    /** @param now by the networks' clock, to tell how long ago a lead came */
    record LeadsView(Instant now, List<Lead> leads, boolean more) {}

    /** @param after id of the last lead already had; null for the newest */
    @GetMapping("/leads")
    LeadsView page(
            @PathVariable String clientId,
            @RequestParam(required = false) @Nullable State state,
            @RequestParam(required = false) @Nullable Kind kind,
            @RequestParam(required = false) @Size(max = 60) @Nullable String form,
            @RequestParam(defaultValue = "") String find,
            @RequestParam(required = false) @Nullable String after) {
        List<Lead> page = leads.page(clientId, wanted(state, kind, form, find), after, PAGE + 1);
        boolean more = page.size() > PAGE;
        return new LeadsView(networks.now(), more ? page.subList(0, PAGE) : page, more);
    }

    private static Wanted wanted(@Nullable State state, @Nullable Kind kind, @Nullable String form, String find) {
        return new Wanted(
                state == null ? null : state.name(),
                kind == null ? null : kind.name(),
                form,
                find.strip().toLowerCase(Locale.ROOT));
    }

    /** Says nothing of anybody, so that whoever works for the client may know how many wait. */
    @SeesLeads(false)
    @GetMapping("/leads/counts")
    Counts counts(@PathVariable String clientId) {
        return leads.counts(clientId);
    }

    record WorkBody(int version, State state, String note) {}

    @PutMapping("/leads/{id}")
    Lead work(@PathVariable String clientId, @PathVariable String id, @Valid @RequestBody WorkBody body) {
        return leads.work(clientId, id, body.version(), body.state(), body.note());
    }

    /** @param leads how many of the same person's were erased */
    record Erased(int leads) {}

    /** With all that the same person ever sent; networks and the receiver are told to do the same. */
    @DeleteMapping("/leads/{id}")
    Erased erase(@PathVariable String clientId, @PathVariable String id, Principal by) {
        return new Erased(erasing.person(clientId, id, by.getName()));
    }

    /** That people were erased, without whom; the newest 200. */
    @GetMapping("/leads/erasures")
    List<LeadErasure> erasures(@PathVariable String clientId) {
        return erasing.erasures(clientId);
    }

    @PostMapping("/leads/{id}/sent")
    Lead again(@PathVariable String clientId, @PathVariable String id) {
        sending.again(clientId, id);
        return leads.lead(clientId, id);
    }

    /** All leads that are wanted, as CSV for a spreadsheet. */
    @Deeds.TakesAway
    @GetMapping(path = "/leads.csv", produces = "text/csv")
    ResponseEntity<StreamingResponseBody> csv(
            @PathVariable String clientId,
            @RequestParam(required = false) @Nullable State state,
            @RequestParam(required = false) @Nullable Kind kind,
            @RequestParam(required = false) @Size(max = 60) @Nullable String form,
            @RequestParam(defaultValue = "") String find) {
        Wanted wanted = wanted(state, kind, form, find);
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("text/csv;charset=UTF-8"))
                .cacheControl(CacheControl.noStore())
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"leads.csv\"")
                .body(out -> table.write(clientId, wanted, out));
    }

    record WebhookBody(String url, boolean active) {}

    @GetMapping("/lead-webhook")
    WebhookView webhook(@PathVariable String clientId) {
        return sending.view(clientId);
    }

    /** All leads that could not be sent are sent again. */
    @PostMapping("/lead-webhook/failed/sent")
    WebhookView againAll(@PathVariable String clientId) {
        return sending.againAll(clientId);
    }

    @PutMapping("/lead-webhook")
    WebhookView webhook(@PathVariable String clientId, @Valid @RequestBody WebhookBody body) {
        return sending.set(clientId, body.url(), body.active());
    }
}
