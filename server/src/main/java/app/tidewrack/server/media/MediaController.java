package app.tidewrack.server.media;

import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.creative.Mend;
import app.tidewrack.core.creative.Mend.Kind;
import app.tidewrack.server.media.MediumMapper.MendJob;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import java.io.IOException;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import lombok.RequiredArgsConstructor;
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
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** The media shelf: files taken in as they come, looked at, mended and removed. */
@RestController
@RequestMapping("/api/clients/{clientId}/media")
@RequiredArgsConstructor
class MediaController {
    private final MediaLibrary library;
    private final Mends mends;

    @GetMapping
    List<Medium> all(@PathVariable String clientId) {
        return library.all(clientId);
    }

    /** Takes one file as bytes; stopping to send stops it and nothing is kept. */
    @PostMapping(consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    Medium add(@PathVariable String clientId, @RequestParam String name, HttpServletRequest request)
            throws IOException {
        return library.add(clientId, name, request.getInputStream());
    }

    @DeleteMapping("/{sha}")
    void remove(@PathVariable String clientId, @PathVariable String sha) {
        library.remove(clientId, sha);
    }

    /** @param textFields bit n is set when text touches field n of 25, counted from the upper left */
    record TextBody(int textFields) {}

    @PutMapping("/{sha}/text")
    Medium markText(@PathVariable String clientId, @PathVariable String sha, @Valid @RequestBody TextBody body) {
        return library.markText(clientId, sha, body.textFields());
    }

    record MendBody(
            Kind kind, int x, int y, int width, int height, String shape, String format, double from, double seconds) {
        Mend mend() {
            return new Mend(kind, x, y, width, height, shape, format, from, seconds);
        }
    }

    /** Makes a new file of one, cropped, set on a ground, trimmed or converted; the old one stays. */
    @PostMapping("/{sha}/mended")
    MendJob mend(@PathVariable String clientId, @PathVariable String sha, @Valid @RequestBody MendBody body)
            throws IOException {
        return mends.begin(clientId, sha, body.mend());
    }

    @GetMapping("/mends/{id}")
    MendJob mend(@PathVariable String clientId, @PathVariable String id) {
        return mends.job(clientId, id);
    }

    @DeleteMapping("/mends/{id}")
    MendJob stop(@PathVariable String clientId, @PathVariable String id) {
        return mends.stop(clientId, id);
    }

    @GetMapping(path = "/{sha}/stills/{number}", produces = MediaType.IMAGE_JPEG_VALUE)
    ResponseEntity<byte[]> still(@PathVariable String clientId, @PathVariable String sha, @PathVariable int number) {
        return ResponseEntity.ok().cacheControl(forGood()).body(library.still(clientId, sha, number));
    }

    /** The file itself, to play. */
    @GetMapping(path = "/{sha}/content", produces = MediaType.ALL_VALUE)
    ResponseEntity<StreamingResponseBody> content(@PathVariable String clientId, @PathVariable String sha) {
        Medium medium = library.medium(clientId, sha);
        String type = (medium.video() == null ? "image/" : "video/")
                + (medium.format().equals("MOV") ? "quicktime" : medium.format().toLowerCase(Locale.ROOT));
        return ResponseEntity.ok()
                .cacheControl(forGood())
                .contentType(MediaType.parseMediaType(type))
                .contentLength(medium.bytes())
                .header("X-Content-Type-Options", "nosniff")
                .body(out -> library.copy(clientId, sha, out));
    }

    private static CacheControl forGood() {
        return CacheControl.maxAge(Duration.ofDays(30)).cachePrivate().immutable();
    }
}
