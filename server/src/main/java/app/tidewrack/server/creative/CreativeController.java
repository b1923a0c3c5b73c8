package app.tidewrack.server.creative;

import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.creative.CreativeFit;
import app.tidewrack.core.creative.CreativeFit.Misfit;
import app.tidewrack.core.creative.LandingLink;
import app.tidewrack.core.creative.Mend;
import app.tidewrack.core.creative.Mend.Kind;
import app.tidewrack.core.creative.Picture;
import app.tidewrack.core.network.PlacementRule;
import app.tidewrack.core.network.PlacementRule.PictureRule;
import app.tidewrack.core.network.PlacementRule.TextRule;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.text.TextLength;
import app.tidewrack.core.text.TextLength.Cut;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.creative.CreativeLibrary.Draft;
import app.tidewrack.server.creative.CreativeLibrary.KeptCreative;
import app.tidewrack.server.network.Networks;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.io.IOException;
import java.time.Duration;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Pictures and creatives, and how a draft fits as it is typed. */
@RestController
@RequestMapping("/api/clients/{clientId}")
class CreativeController {
    private final CreativeLibrary library;
    private final ClientMapper clients;
    private final Networks networks;

    CreativeController(CreativeLibrary library, ClientMapper clients, Networks networks) {
        this.library = library;
        this.clients = clients;
        this.networks = networks;
    }

    record CreativeBody(
            int version,
            @NotNull String name,
            @Nullable String pictureSha,
            @NotNull String body,
            @NotNull String headline,
            @NotNull String description,
            @NotNull String callToAction,
            @NotNull String link) {
        Draft draft() {
            return new Draft(name, pictureSha, body, headline, description, callToAction, link);
        }
    }

    /** One text as a placement shows it. */
    record TextFit(int length, int limit, int fold, Cut cut) {}

    /**
     * @param devices {@code phone}, {@code tablet}, {@code desktop}
     * @param ratio width by height that its pictures have, the first it takes
     * @param mends what makes the picture fit
     */
    record PlacementFit(
            String code,
            String words,
            List<String> devices,
            double ratio,
            TextFit body,
            TextFit headline,
            TextFit description,
            List<Misfit> misfits,
            List<Mend> mends) {}

    /** @param placements where the network shows a creative of this format; none when it takes no such format */
    record NetworkFit(String network, String networkName, List<PlacementFit> placements) {}

    record FitView(List<NetworkFit> networks, @Nullable String linkFault) {}

    @GetMapping("/creatives")
    List<KeptCreative> all(@PathVariable String clientId) {
        return library.all(clientId);
    }

    @PostMapping("/creatives")
    KeptCreative add(@PathVariable String clientId, @Valid @RequestBody CreativeBody body) {
        return library.add(clientId, body.draft());
    }

    @PutMapping("/creatives/{id}")
    KeptCreative change(@PathVariable String clientId, @PathVariable String id, @Valid @RequestBody CreativeBody body) {
        return library.change(clientId, id, body.version(), body.draft());
    }

    @DeleteMapping("/creatives/{id}")
    void remove(@PathVariable String clientId, @PathVariable String id) {
        library.remove(clientId, id);
    }

    /** How a draft fits on each placement of the networks the client is on. */
    @PostMapping("/creatives/fit")
    FitView fit(@PathVariable String clientId, @Valid @RequestBody CreativeBody body) {
        Picture picture = library.pictures(clientId).stream()
                .filter(p -> p.sha256().equals(body.pictureSha()))
                .findFirst()
                .orElse(null);
        Creative creative = new Creative(
                "",
                body.name(),
                picture,
                body.body(),
                body.headline(),
                body.description(),
                body.callToAction(),
                body.link());
        List<NetworkFit> fits = clients.accounts(clientId).stream()
                .map(Account::network)
                .distinct()
                .map(networks::rulebook)
                .map(r -> new NetworkFit(r.code(), r.name(), placementFits(creative, r)))
                .toList();
        return new FitView(
                fits,
                body.link().isBlank() ? null : LandingLink.fault(body.link()).orElse(null));
    }

    private static List<PlacementFit> placementFits(Creative creative, Rulebook rulebook) {
        return rulebook.format(Creative.FORMAT).stream()
                .flatMap(f -> f.placements().stream())
                .flatMap(p -> rulebook.placement(p).stream())
                .filter(p -> p.picture() != null)
                .map(p -> placementFit(creative, p, Objects.requireNonNull(p.picture())))
                .toList();
    }

    private static PlacementFit placementFit(Creative creative, PlacementRule placement, PictureRule rule) {
        Picture picture = creative.picture();
        return new PlacementFit(
                placement.code(),
                placement.words(),
                placement.devices(),
                rule.ratios().get(0).value(),
                textFit(creative.body(), placement.body()),
                textFit(creative.headline(), placement.headline()),
                textFit(creative.description(), placement.description()),
                CreativeFit.judge(creative, placement),
                picture == null ? List.of() : Mend.of(picture, rule));
    }

    private static TextFit textFit(String text, TextRule rule) {
        return new TextFit(TextLength.of(text), rule.limit(), rule.fold(), TextLength.cutAt(text, rule.fold()));
    }

    @GetMapping("/pictures")
    List<Picture> pictures(@PathVariable String clientId) {
        return library.pictures(clientId);
    }

    @PostMapping(path = "/pictures", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    Picture addPicture(@PathVariable String clientId, @RequestPart("file") MultipartFile file) throws IOException {
        return library.addPicture(clientId, file.getOriginalFilename(), file.getBytes());
    }

    record MendBody(
            @NotNull Kind kind,
            int x,
            int y,
            int width,
            int height,
            @NotNull String shape,
            @NotNull String format) {
        Mend mend() {
            return new Mend(kind, x, y, width, height, shape, format);
        }
    }

    /** Makes a new picture of one, cropped, set on a ground or converted; the old one stays. */
    @PostMapping("/pictures/{sha}/mended")
    Picture mend(@PathVariable String clientId, @PathVariable String sha, @Valid @RequestBody MendBody body) {
        return library.mend(clientId, sha, body.mend());
    }

    @GetMapping(path = "/pictures/{sha}/preview", produces = MediaType.IMAGE_JPEG_VALUE)
    ResponseEntity<byte[]> preview(@PathVariable String clientId, @PathVariable String sha) {
        return ResponseEntity.ok()
                .cacheControl(
                        CacheControl.maxAge(Duration.ofDays(30)).cachePrivate().immutable())
                .body(library.preview(clientId, sha));
    }
}
