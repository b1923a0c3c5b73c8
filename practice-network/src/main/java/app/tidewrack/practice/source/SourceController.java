package app.tidewrack.practice.source;

import app.tidewrack.practice.Created;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Source audiences: made by rule or by a list of hashes, and what sets them apart. */
@RestController
@RequestMapping("/networks/{network}/accounts/{account}/sources")
@RequiredArgsConstructor
class SourceController {
    private static final int TRAITS_TOLD = 25;

    private final SourceDesk desk;

    @PostMapping
    Created create(
            @PathVariable String network,
            @PathVariable String account,
            @RequestHeader(Created.KEY) String key,
            @RequestBody SourceOrder order) {
        return new Created(desk.create(network, account, key, order));
    }

    /** Hashes as text, one SHA-256 a line; read as they come. */
    @PutMapping(path = "/{id}/hashes", consumes = MediaType.TEXT_PLAIN_VALUE)
    SourceFacts fill(
            @PathVariable String network,
            @PathVariable String account,
            @PathVariable String id,
            HttpServletRequest request)
            throws IOException {
        return desk.fill(network, account, id, request.getReader());
    }

    /** @param after the last id already had, empty for the first page */
    @GetMapping
    List<SourceFacts> all(
            @PathVariable String network, @PathVariable String account, @RequestParam(defaultValue = "") String after) {
        return desk.all(network, account, after);
    }

    @GetMapping("/{id}")
    SourceFacts facts(@PathVariable String network, @PathVariable String account, @PathVariable String id) {
        return desk.facts(network, account, id);
    }

    @GetMapping("/{id}/traits")
    SourceFacts.Traits traits(
            @PathVariable String network,
            @PathVariable String account,
            @PathVariable String id,
            @RequestParam String country) {
        return desk.traits(network, account, id, country, TRAITS_TOLD);
    }
}
