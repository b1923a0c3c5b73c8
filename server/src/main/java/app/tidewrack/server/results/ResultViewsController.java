package app.tidewrack.server.results;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.results.FactSums.KeptView;
import app.tidewrack.server.web.NotFound;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Ways of looking at results that a client keeps by name. */
@RestController
@RequestMapping("/api/clients/{clientId}/results/views")
@RequiredArgsConstructor
class ResultViewsController {
    private static final int MOST_VIEWS = 100;

    private final FactSums facts;

    record ViewBody(
            @Size(min = 1, max = 60) String name,
            @Size(max = 2000) String query) {}

    @GetMapping
    List<KeptView> views(@PathVariable String clientId) {
        return facts.views(clientId);
    }

    /** Keeps a way of looking; one of the same name is replaced. */
    @PutMapping
    List<KeptView> keepView(@PathVariable String clientId, @Valid @RequestBody ViewBody body) {
        String name = body.name().strip();
        if (name.isEmpty()) {
            throw new Refusal("name", "The view has no name.", "Type one.");
        }
        List<KeptView> now = facts.views(clientId);
        if (now.size() >= MOST_VIEWS && now.stream().noneMatch(v -> v.name().equals(name))) {
            throw new Refusal(
                    "name", "There are %d views; the most is %d.".formatted(now.size(), MOST_VIEWS), "Take one out.");
        }
        facts.keepView(clientId, new KeptView(name, body.query()));
        return facts.views(clientId);
    }

    @DeleteMapping("/{name}")
    List<KeptView> deleteView(@PathVariable String clientId, @PathVariable String name) {
        if (facts.deleteView(clientId, name) == 0) {
            throw new NotFound("view", name);
        }
        return facts.views(clientId);
    }
}
