package app.tidewrack.server.creative;

import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.creative.Creative.Part;
import app.tidewrack.core.creative.Mix;
import app.tidewrack.core.creative.Mix.Combination;
import app.tidewrack.server.creative.CopyDeck.Phrase;
import app.tidewrack.server.creative.CopyDeck.Wording;
import app.tidewrack.server.creative.CreativeFits.FitView;
import app.tidewrack.server.creative.CreativeFits.FormatView;
import app.tidewrack.server.creative.CreativeFits.PhraseView;
import app.tidewrack.server.creative.CreativeLibrary.KeptCreative;
import app.tidewrack.server.creative.ManyCreatives.CrossBody;
import app.tidewrack.server.creative.ManyCreatives.Crossed;
import app.tidewrack.server.creative.ManyCreatives.ReplaceBody;
import app.tidewrack.server.creative.ManyCreatives.Replaceable;
import app.tidewrack.server.creative.ManyCreatives.Replaced;
import app.tidewrack.server.creative.ManyCreatives.Undone;
import app.tidewrack.server.web.AsksOnly;
import app.tidewrack.server.web.MostBytes;
import jakarta.validation.Valid;
import java.util.List;
import java.util.Set;
import lombok.RequiredArgsConstructor;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Creatives, how a draft fits as it is composed, and the copy deck. */
@RestController
@RequestMapping("/api/clients/{clientId}")
@RequiredArgsConstructor
class CreativeController {
    private final CreativeLibrary library;
    private final CreativeFits fits;
    private final CopyDeck deck;
    private final ManyCreatives many;

    record CreativeBody(int version, String name, CreativeDraft draft) {}

    @GetMapping("/creatives")
    List<KeptCreative> all(@PathVariable String clientId) {
        return library.all(clientId);
    }

    @PostMapping("/creatives")
    KeptCreative add(@PathVariable String clientId, @Valid @RequestBody CreativeBody body) {
        return library.add(clientId, body.name(), body.draft());
    }

    @PutMapping("/creatives/{id}")
    KeptCreative change(@PathVariable String clientId, @PathVariable String id, @Valid @RequestBody CreativeBody body) {
        return library.change(clientId, id, body.version(), body.name(), body.draft());
    }

    @DeleteMapping("/creatives/{id}")
    void remove(@PathVariable String clientId, @PathVariable String id) {
        library.remove(clientId, id);
    }

    record VaryBody(Part part, List<String> values) {}

    /** Copies that differ in one part alone. */
    @PostMapping("/creatives/{id}/varied")
    List<KeptCreative> vary(@PathVariable String clientId, @PathVariable String id, @Valid @RequestBody VaryBody body) {
        return library.vary(clientId, id, body.part(), body.values());
    }

    record LikeBody(Part part) {}

    /** A copy with one part left open. */
    @PostMapping("/creatives/{id}/like")
    KeptCreative like(@PathVariable String clientId, @PathVariable String id, @Valid @RequestBody LikeBody body) {
        return library.like(clientId, id, body.part());
    }

    /** What crossing media and phrases would make. */
    @AsksOnly
    @PostMapping("/creatives/crossed/look")
    List<Crossed> lookAtCrossed(@PathVariable String clientId, @Valid @RequestBody CrossBody body) {
        return many.look(clientId, body);
    }

    /** Makes what is not there yet, and gives all of it. */
    @PostMapping("/creatives/crossed")
    List<KeptCreative> cross(@PathVariable String clientId, @Valid @RequestBody CrossBody body) {
        return many.cross(clientId, body);
    }

    /** Where a text, a medium or a link stands, and how it fits there once it is replaced. */
    @AsksOnly
    @PostMapping("/creatives/replaced/look")
    List<Replaceable> lookAtReplaced(@PathVariable String clientId, @Valid @RequestBody ReplaceBody body) {
        return many.look(clientId, body);
    }

    record ReplaceIn(@Valid ReplaceBody what, List<String> creativeIds) {}

    @PostMapping("/creatives/replaced")
    Replaced replace(@PathVariable String clientId, @Valid @RequestBody ReplaceIn body) {
        return many.replace(clientId, body.what(), Set.copyOf(body.creativeIds()));
    }

    /** Takes a replacement back, in creatives that were not changed since. */
    @DeleteMapping("/creatives/replaced/{id}")
    Undone undo(@PathVariable String clientId, @PathVariable String id) {
        return many.undo(clientId, id);
    }

    @GetMapping("/formats")
    List<FormatView> formats(@PathVariable String clientId) {
        return fits.formats(clientId);
    }

    /** How a draft fits on each placement of the networks the client is on. */
    @AsksOnly
    @PostMapping("/creatives/fit")
    FitView fit(@PathVariable String clientId, @Valid @RequestBody CreativeBody body) {
        return fits.of(clientId, library.creative(clientId, body.name(), body.draft()));
    }

    /** @param count ads that the parts make */
    record CombinationView(long count, Combination combination) {}

    /** One of the ads that a mix makes, counted from 0. */
    @AsksOnly
    @PostMapping("/creatives/combination")
    CombinationView combination(
            @PathVariable String clientId, @RequestParam long number, @Valid @RequestBody CreativeBody body) {
        Creative mix = library.creative(clientId, body.name(), body.draft());
        return new CombinationView(Mix.count(mix), Mix.at(mix, number));
    }

    @GetMapping("/phrases")
    List<PhraseView> phrases(@PathVariable String clientId) {
        return views(clientId, deck.all(clientId));
    }

    private List<PhraseView> views(String clientId, List<Phrase> phrases) {
        return fits.of(clientId, phrases);
    }

    /** Adds phrases and gives the whole deck. */
    @MostBytes(4_000_000)
    @PostMapping("/phrases")
    List<PhraseView> addPhrases(@PathVariable String clientId, @Valid @RequestBody List<Wording> wordings) {
        return views(clientId, deck.add(clientId, wordings));
    }

    @PutMapping("/phrases/{code}")
    List<PhraseView> changePhrase(
            @PathVariable String clientId, @PathVariable String code, @Valid @RequestBody Wording wording) {
        return views(clientId, deck.change(clientId, code, wording));
    }

    @DeleteMapping("/phrases/{code}")
    List<PhraseView> removePhrase(@PathVariable String clientId, @PathVariable String code) {
        return views(clientId, deck.remove(clientId, code));
    }
}
