package app.tidewrack.server.creative;

import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.creative.Creative.Card;
import app.tidewrack.core.creative.Creative.Part;
import app.tidewrack.core.creative.Mix;
import app.tidewrack.core.creative.Mix.Combination;
import app.tidewrack.server.creative.CopyDeck.Kind;
import app.tidewrack.server.creative.CopyDeck.Phrase;
import app.tidewrack.server.creative.CopyDeck.Wording;
import app.tidewrack.server.creative.CreativeFits.FitView;
import app.tidewrack.server.creative.CreativeFits.FormatView;
import app.tidewrack.server.creative.CreativeFits.PhraseView;
import app.tidewrack.server.creative.CreativeLibrary.Draft;
import app.tidewrack.server.creative.CreativeLibrary.KeptCreative;
import app.tidewrack.server.web.AsksOnly;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import org.jspecify.annotations.Nullable;
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
class CreativeController {
    private final CreativeLibrary library;
    private final CreativeFits fits;
    private final CopyDeck deck;

    CreativeController(CreativeLibrary library, CreativeFits fits, CopyDeck deck) {
        this.library = library;
        this.fits = fits;
        this.deck = deck;
    }

    record CardBody(
            @NotNull String text,
            @NotNull String price,
            @NotNull String link) {}

    record CreativeBody(
            int version,
            @NotNull String name,
            @NotNull String format,
            @NotNull List<@NotNull String> media,
            @NotNull List<@NotNull String> bodies,
            @NotNull List<@NotNull String> headlines,
            @NotNull List<@NotNull String> descriptions,
            @NotNull List<@NotNull String> callsToAction,
            @NotNull String link,
            @NotNull String brand,
            @NotNull String post,
            @NotNull List<@NotNull @Valid CardBody> cards,
            @Nullable String formId,
            @Nullable String scriptId) {
        Draft draft() {
            return new Draft(
                    format,
                    media,
                    bodies,
                    headlines,
                    descriptions,
                    callsToAction,
                    link,
                    brand,
                    post,
                    cards.stream()
                            .map(c -> new Card(c.text(), c.price(), c.link()))
                            .toList(),
                    formId,
                    scriptId);
        }
    }

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

    record VaryBody(@NotNull Part part, @NotNull List<@NotNull String> values) {}

    /** Copies that differ in one part alone. */
    @PostMapping("/creatives/{id}/varied")
    List<KeptCreative> vary(@PathVariable String clientId, @PathVariable String id, @Valid @RequestBody VaryBody body) {
        return library.vary(clientId, id, body.part(), body.values());
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
    @PostMapping("/creatives/combination")
    CombinationView combination(
            @PathVariable String clientId, @RequestParam long number, @Valid @RequestBody CreativeBody body) {
        Creative mix = library.creative(clientId, body.name(), body.draft());
        return new CombinationView(Mix.count(mix), Mix.at(mix, number));
    }

    record WordingBody(
            @NotNull Kind kind,
            @NotNull String text,
            @NotNull String angle,
            @NotNull String language) {
        Wording wording() {
            return new Wording(kind, text, angle, language);
        }
    }

    @GetMapping("/phrases")
    List<PhraseView> phrases(@PathVariable String clientId) {
        return views(clientId, deck.all(clientId));
    }

    private List<PhraseView> views(String clientId, List<Phrase> phrases) {
        return fits.of(clientId, phrases);
    }

    /** Adds phrases and gives the whole deck. */
    @PostMapping("/phrases")
    List<PhraseView> addPhrases(
            @PathVariable String clientId, @Valid @RequestBody List<@NotNull @Valid WordingBody> wordings) {
        return views(
                clientId,
                deck.add(clientId, wordings.stream().map(WordingBody::wording).toList()));
    }

    @PutMapping("/phrases/{code}")
    List<PhraseView> changePhrase(
            @PathVariable String clientId, @PathVariable String code, @Valid @RequestBody WordingBody body) {
        return views(clientId, deck.change(clientId, code, body.wording()));
    }

    @DeleteMapping("/phrases/{code}")
    List<PhraseView> removePhrase(@PathVariable String clientId, @PathVariable String code) {
        return views(clientId, deck.remove(clientId, code));
    }
}
