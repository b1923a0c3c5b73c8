package app.tidewrack.server.film;

import app.tidewrack.core.feedback.Language;
import app.tidewrack.core.film.Caption;
import app.tidewrack.core.film.CaptionFile;
import app.tidewrack.core.film.CaptionScript;
import app.tidewrack.core.film.Film;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.film.FilmDesk.FilmView;
import app.tidewrack.server.film.FilmLook.FilmFit;
import app.tidewrack.server.film.SoundMapper.Sound;
import app.tidewrack.server.media.MediaJobs.MediaJob;
import app.tidewrack.server.web.AsksOnly;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.util.List;
import lombok.RequiredArgsConstructor;
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

/** Films, their captions and sounds. */
@RestController
@RequestMapping("/api/clients/{clientId}")
@RequiredArgsConstructor
class FilmController {
    private final FilmDesk desk;
    private final FilmLook look;
    private final Sounds sounds;

    record FilmBody(int version, String name, @Valid Film film) {}

    @GetMapping("/films")
    List<FilmView> films(@PathVariable String clientId) {
        return desk.films(clientId);
    }

    @PostMapping("/films")
    FilmView add(@PathVariable String clientId, @Valid @RequestBody FilmBody body) {
        return desk.add(clientId, body.name(), body.film());
    }

    @PutMapping("/films/{id}")
    FilmView change(@PathVariable String clientId, @PathVariable String id, @Valid @RequestBody FilmBody body) {
        return desk.change(clientId, id, body.version(), body.name(), body.film());
    }

    @DeleteMapping("/films/{id}")
    void remove(@PathVariable String clientId, @PathVariable String id) {
        desk.remove(clientId, id);
    }

    /** How long it is, what it says when, where its mark stands, where it runs, and what is wrong with it. */
    @AsksOnly
    @PostMapping("/films/look")
    FilmFit look(@PathVariable String clientId, @Valid @RequestBody Film film) {
        return look.of(clientId, film);
    }

    /** Begins to make it. */
    @PostMapping("/films/{id}/made")
    MediaJob make(@PathVariable String clientId, @PathVariable String id) {
        return desk.make(clientId, id);
    }

    record CaptionBody(@Size(max = CaptionFile.LONGEST_FILE) String file) {}

    /** Captions of a SubRip or WebVTT file. */
    @AsksOnly
    @PostMapping("/films/captions")
    List<Caption> captions(@PathVariable String clientId, @Valid @RequestBody CaptionBody body) {
        return CaptionFile.read(body.file());
    }

    record SpokenBody(String script, String language, double seconds) {}

    /** A script as captions, each for as long as it takes to say. */
    @AsksOnly
    @PostMapping("/films/script")
    List<Caption> script(@PathVariable String clientId, @Valid @RequestBody SpokenBody body) {
        Language language = Language.of(body.language())
                .orElseThrow(() -> new Refusal(
                        "language",
                        "“%s” is no language that is understood.".formatted(body.language()),
                        "Take en, de, da or nl."));
        if (!(body.seconds() >= Film.LEAST_SECONDS && body.seconds() <= Film.MOST_SECONDS)) {
            throw new Refusal(
                    "seconds",
                    "The film is %.1f s long.".formatted(body.seconds()),
                    "Make it %.0f to %.0f s.".formatted(Film.LEAST_SECONDS, Film.MOST_SECONDS));
        }
        return CaptionScript.of(body.script(), language, body.seconds());
    }

    @GetMapping("/sounds")
    List<Sound> sounds(@PathVariable String clientId) {
        return sounds.all(clientId);
    }

    /** Takes one sound as bytes. */
    @PostMapping(path = "/sounds", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    Sound addSound(@PathVariable String clientId, @RequestParam String name, HttpServletRequest request)
            throws IOException {
        return sounds.add(clientId, name, request.getInputStream());
    }

    /** The sound itself, to hear. */
    @GetMapping(path = "/sounds/{sha}/content", produces = MediaType.ALL_VALUE)
    ResponseEntity<byte[]> soundContent(@PathVariable String clientId, @PathVariable String sha) {
        return ResponseEntity.ok()
                .contentType(sounds.sound(clientId, sha).format().type())
                .header("X-Content-Type-Options", "nosniff")
                .body(sounds.content(clientId, sha));
    }

    @DeleteMapping("/sounds/{sha}")
    void removeSound(@PathVariable String clientId, @PathVariable String sha) {
        sounds.remove(clientId, sha);
    }
}
