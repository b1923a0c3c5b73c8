package app.tidewrack.practice.post;

import app.tidewrack.practice.Created;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Posts as advertisers may read them; whoever plays the profiles puts them up and takes them away at the console. */
@RestController
@RequiredArgsConstructor
class PostController {
    private final PostDesk desk;

    @GetMapping("/networks/{network}/accounts/{account}/posts")
    List<PostDesk.Told> posts(
            @PathVariable String network, @PathVariable String account, @RequestParam(defaultValue = "0") long after) {
        return desk.posts(network, account, after);
    }

    @GetMapping(path = "/networks/{network}/posts/{id}/still", produces = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    byte[] still(@PathVariable String network, @PathVariable String id) {
        return desk.still(network, id);
    }

    @PostMapping("/console/networks/{network}/accounts/{account}/posts")
    Created putUp(
            @PathVariable String network,
            @PathVariable String account,
            @RequestHeader(Created.KEY) String key,
            @RequestBody PostOrder order) {
        return new Created(desk.putUp(network, account, key, order));
    }

    @DeleteMapping("/console/networks/{network}/posts/{id}")
    void remove(@PathVariable String network, @PathVariable String id) {
        desk.remove(network, id);
    }
}
