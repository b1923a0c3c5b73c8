package app.tidewrack.server.media;

import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.creative.Mend;
import app.tidewrack.core.creative.Mend.Kind;
import app.tidewrack.core.film.ClientMark;
import app.tidewrack.server.media.MediaJobs.MediaJob;
import app.tidewrack.server.web.Deeds;
import app.tidewrack.server.web.ForGuests;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import java.io.IOException;
import java.time.Duration;
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

/** The media shelf: files taken in as they come, looked at, mended and removed. */
@RestController
@RequestMapping("/api/clients/{clientId}/media")
@RequiredArgsConstructor
class MediaController {
    private final MediaLibrary library;
    private final Mends mends;
    private final MediaJobs jobs;
    private final Marks marks;
    private final ShelfFile shelf;
    private final MediumLooks looks;

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

    /** What they look like, as far as results are told by it. */
    @GetMapping("/looks")
    List<MediumLooks.MediumLook> looks(@PathVariable String clientId) {
        return looks.of(clientId);
    }

    record FaceBody(@Nullable Boolean face) {}

    /** A person says whether a face is seen on it, or leaves that open. */
    @PutMapping("/{sha}/face")
    void face(@PathVariable String clientId, @PathVariable String sha, @Valid @RequestBody FaceBody body) {
        looks.setFace(clientId, sha, body.face());
    }

    record MendBody(
            Kind kind, int x, int y, int width, int height, String shape, String format, double from, double seconds) {
        Mend mend() {
            return new Mend(kind, x, y, width, height, shape, format, from, seconds);
        }
    }

    /** Makes a new file of one, cropped, set on a ground, trimmed or converted; the old one stays. */
    @PostMapping("/{sha}/mended")
    MediaJob mend(@PathVariable String clientId, @PathVariable String sha, @Valid @RequestBody MendBody body)
            throws IOException {
        return mends.begin(clientId, sha, body.mend());
    }

    /** All of the shelf as a ZIP file with a table. */
    @Deeds.TakesAway
    @GetMapping(path = "/all.zip", produces = "application/zip")
    ResponseEntity<StreamingResponseBody> shelf(@PathVariable String clientId) {
        return ResponseEntity.ok()
                .cacheControl(CacheControl.noStore())
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"media.zip\"")
                .body(out -> shelf.write(clientId, out));
    }

    /** What is being made or waits to be, and what ended in the last ten minutes; the latest first. */
    @GetMapping("/jobs")
    List<MediaJob> jobs(@PathVariable String clientId) {
        return jobs.lately(clientId);
    }

    @GetMapping("/jobs/{id}")
    MediaJob job(@PathVariable String clientId, @PathVariable String id) {
        return jobs.job(clientId, id);
    }

    @DeleteMapping("/jobs/{id}")
    MediaJob stop(@PathVariable String clientId, @PathVariable String id) {
        return jobs.stop(clientId, id);
    }

    /** A picture of each twelfth of a video, side by side. */
    @GetMapping(path = "/{sha}/strip", produces = MediaType.IMAGE_JPEG_VALUE)
    ResponseEntity<byte[]> strip(@PathVariable String clientId, @PathVariable String sha) throws IOException {
        return ResponseEntity.ok().cacheControl(forGood()).body(library.strip(clientId, sha));
    }

    /**
     * @param at second of the video whose picture it is; null for a picture of the shelf
     * @param sha256 of the picture; null for none at all
     */
    record PosterBody(@Nullable Double at, @Nullable String sha256) {}

    /** Gives a video the picture that is seen before it plays: one of its own frames, one of the shelf, or none. */
    @PutMapping("/{sha}/poster")
    Medium poster(@PathVariable String clientId, @PathVariable String sha, @Valid @RequestBody PosterBody body)
            throws IOException {
        return body.at() == null
                ? library.setPoster(clientId, sha, body.sha256())
                : library.posterAt(clientId, sha, body.at());
    }

    /** Makes a new picture of one with the client's mark on it; the old one stays. */
    @PostMapping("/{sha}/marked")
    Medium mark(@PathVariable String clientId, @PathVariable String sha, @Valid @RequestBody ClientMark mark)
            throws IOException {
        Medium marked = marks.onPicture(clientId, sha, mark);
        looks.made(clientId, marked.sha256(), true, null);
        return marked;
    }

    @ForGuests
    @GetMapping(path = "/{sha}/stills/{number}", produces = MediaType.IMAGE_JPEG_VALUE)
    ResponseEntity<byte[]> still(@PathVariable String clientId, @PathVariable String sha, @PathVariable int number) {
        return ResponseEntity.ok().cacheControl(forGood()).body(library.still(clientId, sha, number));
    }

    /** The file itself, to play. */
    @ForGuests
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
