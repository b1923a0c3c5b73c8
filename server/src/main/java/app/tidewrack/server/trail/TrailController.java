package app.tidewrack.server.trail;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.trail.TrailMapper.Line;
import app.tidewrack.server.trail.TrailMapper.Sought;
import app.tidewrack.server.web.Deeds;
import app.tidewrack.server.web.May;
import app.tidewrack.server.web.May.Who;
import app.tidewrack.server.web.TableFile;
import app.tidewrack.server.web.TableFile.Form;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.json.JsonMapper;

/** The agency's trail, the newest first. */
@RestController
@RequestMapping("/api/agency/trail")
@May(Who.ADMINISTRATORS)
@RequiredArgsConstructor
class TrailController {
    private static final int PAGE = 100;

    /** Lines of a file; longer times are taken part by part. */
    private static final int MOST_IN_FILE = 100_000;

    private final TrailMapper mapper;
    private final DeedWords words;
    private final JsonMapper json;

    /**
     * @param person name of who did it; null for nobody known
     * @param byProgram whether a program did it, in the person's name
     * @param words what was done, such as “launched”
     * @param thing what it was done to, by name where there is one
     */
    record TrailLine(
            long id,
            Instant at,
            @Nullable String person,
            boolean byProgram,
            @Nullable String clientId,
            @Nullable String client,
            String words,
            @Nullable String thing,
            boolean refused) {}

    /** @param before what the next lines are asked for with; null when there are no more */
    record TrailPage(List<TrailLine> lines, @Nullable Long before) {}

    @GetMapping
    TrailPage page(
            @RequestParam @Nullable String person,
            @RequestParam @Nullable String client,
            @RequestParam(required = false) @Nullable String deed,
            @RequestParam @Nullable Instant from,
            @RequestParam @Nullable Instant to,
            @RequestParam @Nullable Long before) {
        List<Line> lines = mapper.lines(sought(person, client, deed, from, to, before, PAGE + 1));
        List<TrailLine> shown = lines.stream().limit(PAGE).map(this::line).toList();
        return new TrailPage(shown, lines.size() > PAGE ? shown.get(PAGE - 1).id() : null);
    }

    /** What can be sought: deeds by their words. */
    @GetMapping("/deeds")
    List<String> deeds() {
        return words.all();
    }

    @GetMapping("/lines.csv")
    @Deeds.TakesAway
    ResponseEntity<byte[]> file(
            @RequestParam @Nullable String person,
            @RequestParam @Nullable String client,
            @RequestParam(required = false) @Nullable String deed,
            @RequestParam @Nullable Instant from,
            @RequestParam @Nullable Instant to)
            throws IOException {
        List<Line> lines = mapper.lines(sought(person, client, deed, from, to, null, MOST_IN_FILE + 1));
        if (lines.size() > MOST_IN_FILE) {
            throw new Refusal(
                    "from",
                    "There are more than %,d lines, the most in a file.".formatted(MOST_IN_FILE),
                    "Ask for a shorter time.");
        }
        List<List<Object>> cells = lines.stream()
                .map(this::line)
                .map(l -> List.<Object>of(
                        l.at().toString(),
                        text(l.person()),
                        l.byProgram() ? "program" : "",
                        text(l.client()),
                        l.words(),
                        text(l.thing()),
                        l.refused() ? "refused" : ""))
                .toList();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        List<String> headings = List.of("at", "person", "by", "client", "did", "thing", "refused");
        TableFile.write(Form.CSV, "Trail", headings, cells, out, json);
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename("trail.csv")
                                .build()
                                .toString())
                .header(HttpHeaders.CONTENT_TYPE, Form.CSV.mediaType())
                .body(out.toByteArray());
    }

    private static String text(@Nullable String text) {
        return Objects.requireNonNullElse(text, "");
    }

    private Sought sought(
            @Nullable String person,
            @Nullable String client,
            @Nullable String deed,
            @Nullable Instant from,
            @Nullable Instant to,
            @Nullable Long before,
            int most) {
        List<String> codes = deed == null ? null : words.codes(deed);
        if (codes != null && codes.isEmpty()) {
            throw new Refusal(
                    "deed",
                    "“%s” is nothing that can be done here.".formatted(deed),
                    "Choose one of /api/agency/trail/deeds.");
        }
        return new Sought(person, client, codes, from, to, Objects.requireNonNullElse(before, Long.MAX_VALUE), most);
    }

    private TrailLine line(Line l) {
        Map<String, String> things = l.things().all();
        String thing = l.plan() != null
                ? l.plan()
                : l.about() != null
                        ? l.about()
                        : things.isEmpty()
                                ? null
                                : things.entrySet().stream()
                                        .filter(e -> !e.getKey().equals(TrailKeeper.GUEST))
                                        .sorted(Map.Entry.comparingByKey())
                                        .map(Map.Entry::getValue)
                                        .collect(Collectors.joining(", "));
        return new TrailLine(
                l.id(),
                l.at(),
                l.person(),
                l.tokenId() != null,
                l.clientId(),
                l.client(),
                words.of(l.deed()),
                thing,
                l.refused());
    }
}
