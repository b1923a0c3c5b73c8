package app.tidewrack.server.erase;

import app.tidewrack.server.agency.Page;
import app.tidewrack.server.erase.ErasureMapper.Certificate;
import app.tidewrack.server.erase.ErasureMapper.Means;
import app.tidewrack.server.web.May;
import app.tidewrack.server.web.May.Who;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Taking clients away, and for good. */
@RestController
@RequestMapping("/api/agency")
@May(Who.ADMINISTRATORS)
@RequiredArgsConstructor
class RemovalController {
    private final RemovalDesk desk;

    record NameTyped(@NotBlank @Size(max = 100) String name) {}

    /**
     * That a client was erased.
     *
     * @param person who did it; null when its 30 days were over
     * @param counts rows by table
     * @param byHand campaigns that were left to people to end, on networks without a connector
     */
    record ErasureTold(
            String id,
            String clientId,
            Instant at,
            @Nullable String person,
            Map<String, Integer> counts,
            long byHand) {
        static ErasureTold of(Certificate c) {
            return new ErasureTold(
                    c.id(), c.clientId(), c.at(), c.person(), c.counts().all(), c.byHand());
        }
    }

    /** What would go with it. */
    @GetMapping("/clients/{client}/means")
    Means means(@PathVariable String client) {
        return desk.means(client);
    }

    @DeleteMapping("/clients/{client}")
    void remove(@PathVariable String client, Principal person) {
        desk.remove(client, person.getName());
    }

    @PostMapping("/clients/{client}/back")
    void bringBack(@PathVariable String client) {
        desk.bringBack(client);
    }

    @PostMapping("/clients/{client}/erased")
    ErasureTold erase(@PathVariable String client, @Valid @RequestBody NameTyped body, Principal person) {
        return ErasureTold.of(desk.erase(client, body.name(), person.getName()));
    }

    @GetMapping("/erasures")
    List<ErasureTold> erasures() {
        return desk.certificates().stream().map(ErasureTold::of).toList();
    }

    /** The certificate as PDF. */
    @GetMapping(path = "/erasures/{erasure}/paper", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> paper(@PathVariable String erasure) {
        return Page.download("Certificate of erasure " + erasure, desk.paper(erasure));
    }
}
