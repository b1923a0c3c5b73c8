package app.tidewrack.server.brief;

import app.tidewrack.server.brief.BriefLibrary.KeptBrief;
import app.tidewrack.server.brief.BriefReckoner.Reckoning;
import jakarta.validation.Valid;
import java.util.List;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Briefs, and what their money can buy as they are typed. */
@RestController
@RequestMapping("/api/clients/{clientId}/briefs")
class BriefController {
    private final BriefLibrary library;
    private final BriefReckoner reckoner;

    BriefController(BriefLibrary library, BriefReckoner reckoner) {
        this.library = library;
        this.reckoner = reckoner;
    }

    @GetMapping
    List<KeptBrief> all(@PathVariable String clientId) {
        return library.all(clientId);
    }

    @PostMapping
    KeptBrief add(@PathVariable String clientId, @Valid @RequestBody BriefBody body) {
        return library.add(clientId, body);
    }

    @PutMapping("/{id}")
    KeptBrief change(
            @PathVariable String clientId,
            @PathVariable String id,
            @RequestParam int version,
            @Valid @RequestBody BriefBody body) {
        return library.change(clientId, id, version, body);
    }

    @DeleteMapping("/{id}")
    void remove(@PathVariable String clientId, @PathVariable String id) {
        library.remove(clientId, id);
    }

    @PostMapping("/reckoning")
    Reckoning reckon(@PathVariable String clientId, @Valid @RequestBody BriefBody body) {
        return reckoner.reckon(clientId, body.brief());
    }
}
