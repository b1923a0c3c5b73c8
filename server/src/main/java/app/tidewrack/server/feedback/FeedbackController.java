package app.tidewrack.server.feedback;

import app.tidewrack.core.feedback.FoundPhrase;
import app.tidewrack.server.feedback.FeedbackLibrary.FeedbackView;
import app.tidewrack.server.feedback.FeedbackLibrary.Kind;
import app.tidewrack.server.feedback.FeedbackReader.Columns;
import app.tidewrack.server.feedback.FeedbackReader.TableGuess;
import app.tidewrack.server.web.AsksOnly;
import app.tidewrack.server.web.SeesLeads;
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
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What customers said: taken in, removed, and the phrases found in it. */
@RestController
@RequestMapping("/api/clients/{clientId}/feedback")
@RequiredArgsConstructor
class FeedbackController {
    private final FeedbackLibrary library;
    private final FeedbackReader reader;

    @GetMapping
    FeedbackView all(@PathVariable String clientId) {
        return library.view(clientId);
    }

    /** Those of each feeling in their order. */
    @GetMapping("/phrases")
    List<FoundPhrase> phrases(@PathVariable String clientId, @RequestParam String language) {
        return library.phrases(clientId, language);
    }

    /** Which column of a file holds what was said. */
    @AsksOnly
    @PostMapping(path = "/guess", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    TableGuess guess(@PathVariable String clientId, HttpServletRequest request) throws IOException {
        return reader.guess(request.getInputStream());
    }

    /** Takes a whole file as it is sent. */
    @PostMapping(consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    FeedbackView take(
            @PathVariable String clientId,
            @RequestParam String name,
            @RequestParam Kind kind,
            @RequestParam(required = false) @Nullable String text,
            @RequestParam(required = false) @Nullable String stars,
            @RequestParam(required = false) @Nullable String who,
            HttpServletRequest request)
            throws IOException {
        return library.take(clientId, name, kind, new Columns(text, stars, who), request.getInputStream());
    }

    record AnswersBody(String name) {}

    /** Takes in what leads wrote in their own words. */
    @SeesLeads
    @PostMapping("/answers")
    FeedbackView takeAnswers(@PathVariable String clientId, @Valid @RequestBody AnswersBody body) {
        return library.takeAnswers(clientId, body.name());
    }

    @DeleteMapping("/{id}")
    FeedbackView remove(@PathVariable String clientId, @PathVariable String id) {
        return library.remove(clientId, id);
    }
}
