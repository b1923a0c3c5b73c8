package app.tidewrack.server.demo;

import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.connector.practice.PracticeWorld;
import app.tidewrack.core.network.Promoted;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.client.ClientMapper.AccountOfClient;
import app.tidewrack.server.demo.DemoStep.PutUp;
import app.tidewrack.server.media.MediaLibrary;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.post.PostPull;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** Puts up on the practice networks what the demo's profiles say by themselves, as their people would have. */
@Component
@RequiredArgsConstructor
class DemoPosts {
    private final PracticeWorld world;
    private final Networks networks;
    private final Accounts accounts;
    private final MediaLibrary media;
    private final PostPull pull;

    /** @return ids of those that have a name, by it */
    Map<String, String> putUp(String client, DemoStep.Posts posts) {
        Map<String, String> named = new HashMap<>();
        Account account = accounts.account(client, posts.account());
        NetworkConnector network = networks.connector(account.network());
        String profile = account.profiles().all().stream()
                .filter(p -> p.name().equals(posts.profile()))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("No profile “%s”.".formatted(posts.profile())))
                .id();
        Instant now = world.now();
        for (int i = 0; i < posts.posts().size(); i++) {
            PutUp post = posts.posts().get(i);
            String sha = post.sha256();
            if (sha != null) {
                media.send(client, sha, account.network(), network);
            }
            Integer ends = post.endsInHours();
            String id = world.putUp(
                    account.network(),
                    account.externalId(),
                    "demo/%s/%s/%d".formatted(client, posts.account(), i),
                    new PracticeWorld.PutUp(
                            profile,
                            Objects.requireNonNullElse(post.kind(), Promoted.POST),
                            now.minus(Duration.ofHours(post.hours())),
                            post.text(),
                            post.link(),
                            ends == null ? null : now.plus(Duration.ofHours(ends)),
                            sha,
                            sha == null ? null : media.still(client, sha, 0),
                            Objects.requireNonNullElse(post.pull(), 1.0)));
            if (post.name() != null) {
                named.put(post.name(), id);
            }
        }
        pull.pull(new AccountOfClient(client, account.id(), account.network(), account.externalId(), account.zone()));
        return named;
    }
}
