package app.tidewrack.server.source;

import app.tidewrack.connector.Sources.Trait;
import app.tidewrack.connector.Sources.Traits;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.source.SourceKind;
import app.tidewrack.core.source.Window;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.source.SourceLibrary.Rule;
import app.tidewrack.server.source.SourceLibrary.Source;
import app.tidewrack.server.web.AsksOnly;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import java.io.IOException;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Source audiences: made by rule or from a list, renamed, removed, and asked what sets them apart. */
@RestController
@RequestMapping("/api/clients/{clientId}/sources")
@RequiredArgsConstructor
class SourceController {
    /** Of a list's beginning, for the guess of how it is written. */
    private static final int MOST_GUESSED = 512 * 1024;

    private final SourceLibrary library;
    private final ListImport lists;
    private final Accounts accounts;
    private final Networks networks;

    /** @param accountId the account that is to know it first */
    record SourceBody(
            String accountId,
            String name,
            SourceKind kind,
            @Nullable String event,
            @Nullable String subject,
            @Nullable Integer percent,
            int fromDay,
            int toDay) {
        Rule rule() {
            return new Rule(event, subject, percent, new Window(fromDay, toDay));
        }
    }

    record LadderBody(String accountId, String event, String name, List<Integer> cuts) {}

    record NameBody(String name) {}

    /** @param words of what the trait says */
    record TraitView(String kind, String words, double lift, double share) {}

    record TraitsView(String country, long people, List<TraitView> most, List<TraitView> least) {}

    @GetMapping
    List<Source> all(@PathVariable String clientId) {
        return library.all(clientId);
    }

    /** As its networks tell it now. */
    @GetMapping("/{id}")
    Source one(@PathVariable String clientId, @PathVariable String id) {
        return library.refreshed(clientId, id);
    }

    @PostMapping
    Source add(@PathVariable String clientId, @Valid @RequestBody SourceBody body) {
        if (body.kind() != SourceKind.SITE && body.kind() != SourceKind.LIST && body.subject() == null) {
            throw new Refusal("subject", "The source names no video, form or profile.", "Choose one.");
        }
        return library.add(clientId, body.name(), body.kind(), body.rule(), body.accountId());
    }

    /** Visitors in windows of recency that exclude one another, a source each. */
    @PostMapping("/ladder")
    List<Source> ladder(@PathVariable String clientId, @Valid @RequestBody LadderBody body) {
        return Window.ladder(body.cuts()).stream()
                .map(w -> library.add(
                        clientId,
                        "%s, %s".formatted(body.name(), w.words()),
                        SourceKind.SITE,
                        new Rule(body.event(), null, null, w),
                        body.accountId()))
                .toList();
    }

    @PutMapping("/{id}")
    Source rename(@PathVariable String clientId, @PathVariable String id, @Valid @RequestBody NameBody body) {
        return library.rename(clientId, id, body.name());
    }

    @DeleteMapping("/{id}")
    void remove(@PathVariable String clientId, @PathVariable String id) {
        library.remove(clientId, id);
    }

    /** What sets it apart from the rest of a country. */
    @GetMapping("/{id}/traits")
    TraitsView traits(
            @PathVariable String clientId,
            @PathVariable String id,
            @RequestParam String accountId,
            @RequestParam String country) {
        Traits traits = library.traits(clientId, id, accountId, country);
        String network = accounts.account(clientId, accountId).network();
        return new TraitsView(
                traits.country(), traits.people(), views(network, traits.most()), views(network, traits.least()));
    }

    private List<TraitView> views(String network, List<Trait> traits) {
        var words = networks.codeWords(network);
        return traits.stream()
                .map(t -> new TraitView(t.kind(), words.apply(t.kind(), t.code()), t.lift(), t.share()))
                .toList();
    }

    /** How a list is written, guessed from its first bytes, with the first few rows. */
    @AsksOnly
    @PostMapping(path = "/lists/guess", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    ListFormat.Guess guess(
            @PathVariable String clientId,
            @RequestParam(defaultValue = "GB") String country,
            HttpServletRequest request)
            throws IOException {
        return ListFormat.guess(request.getInputStream().readNBytes(MOST_GUESSED), country);
    }

    /** Takes a whole list as it is sent; stopping to send stops it. */
    @PostMapping(path = "/lists", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    Source take(
            @PathVariable String clientId,
            @RequestParam String name,
            @RequestParam List<String> accountIds,
            @RequestParam String country,
            @RequestParam String encoding,
            @RequestParam String delimiter,
            @RequestParam boolean header,
            @RequestParam(defaultValue = "-1") int email,
            @RequestParam(defaultValue = "-1") int phone,
            HttpServletRequest request)
            throws IOException {
        return lists.take(
                clientId,
                name,
                new ListFormat(encoding, delimiter, header, email, phone),
                country,
                accountIds,
                request.getInputStream());
    }
}
