package app.tidewrack.server.post;

import app.tidewrack.core.post.PostRule;
import app.tidewrack.server.creative.CreativeLibrary.KeptCreative;
import app.tidewrack.server.post.PostDesk.PostView;
import app.tidewrack.server.post.PostDesk.PostsView;
import app.tidewrack.server.post.PostDesk.Ref;
import app.tidewrack.server.post.PostDesk.RuleView;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.Size;
import java.time.Duration;
import java.util.List;
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
import org.springframework.web.bind.annotation.RestController;

/** Posts of a client's profiles, and the rules by which they are proposed as ads. */
@RestController
@RequestMapping("/api/clients/{clientId}/posts")
@RequiredArgsConstructor
class PostController {
    private static final int MOST_AT_ONCE = 100;

    private final PostDesk desk;

    @GetMapping
    PostsView posts(@PathVariable String clientId) {
        return desk.view(clientId);
    }

    /** Those that a rule proposes. */
    @GetMapping("/proposed")
    List<PostView> proposed(@PathVariable String clientId) {
        return desk.proposed(clientId);
    }

    @GetMapping(path = "/{accountId}/{id}/still", produces = MediaType.ALL_VALUE)
    ResponseEntity<byte[]> postStill(
            @PathVariable String clientId, @PathVariable String accountId, @PathVariable String id) {
        byte[] still = desk.still(clientId, accountId, id);
        return ResponseEntity.ok()
                .cacheControl(CacheControl.maxAge(Duration.ofDays(1)).cachePrivate())
                .contentType(still[0] == (byte) 0xff ? MediaType.IMAGE_JPEG : MediaType.IMAGE_PNG)
                .header("X-Content-Type-Options", "nosniff")
                .body(still);
    }

    record PostsTaken(@NotEmpty @Size(max = MOST_AT_ONCE) List<@Valid Ref> posts) {}

    /** Makes creatives that stand on them; those that stand already are given as they are. */
    @PostMapping("/taken")
    List<KeptCreative> take(@PathVariable String clientId, @Valid @RequestBody PostsTaken body) {
        return desk.take(clientId, body.posts());
    }

    record AsideBody(boolean aside) {}

    /** Leaves one that is proposed, or has it proposed again. */
    @PutMapping("/{accountId}/{id}/aside")
    void setAside(
            @PathVariable String clientId,
            @PathVariable String accountId,
            @PathVariable String id,
            @Valid @RequestBody AsideBody body) {
        desk.setAside(clientId, new Ref(accountId, id), body.aside());
    }

    @PostMapping("/rules")
    RuleView addRule(@PathVariable String clientId, @Valid @RequestBody PostRule rule) {
        return desk.addRule(clientId, rule);
    }

    @DeleteMapping("/rules/{id}")
    void removeRule(@PathVariable String clientId, @PathVariable String id) {
        desk.removeRule(clientId, id);
    }
}
