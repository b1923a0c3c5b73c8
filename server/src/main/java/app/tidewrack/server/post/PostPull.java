package app.tidewrack.server.post;

import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.connector.Posts.PostTold;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.client.ClientMapper.AccountOfClient;
import app.tidewrack.server.job.Jobs;
import app.tidewrack.server.job.Pages;
import app.tidewrack.server.job.Rounds;
import app.tidewrack.server.job.Rounds.Round;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.post.PostMapper.Content;
import app.tidewrack.server.web.SqlArray;
import com.github.kagkarlsson.scheduler.task.Task;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Brings in what profiles put up, each minute and with each hour of the network's: whole, as sums of older posts grow too. */
@Service
@RequiredArgsConstructor
public class PostPull {
    private static final Duration EVERY = Duration.ofSeconds(10);

    /** Of one account; what a profile put up before the first so many is left out. */
    private static final int MOST = 1_000;

    private static final int LARGEST_STILL = 2_000_000;

    private final PostMapper mapper;
    private final ClientMapper clients;
    private final Networks networks;
    private final TransactionTemplate transaction;
    private final JsonMapper json;
    private final Rounds rounds;

    @Configuration
    static class Definition {
        @Bean
        Task<Void> pullPosts(ObjectProvider<PostPull> pull) {
            return Jobs.every("pull-posts", EVERY, () -> pull.getObject().begin());
        }
    }

    private void begin() {
        rounds.begin(round(hour()), clients.accountsWithProfiles());
    }

    /** All accounts that have profiles; one whose network is away is left for the next time. */
    public void pullAll() {
        Rounds.through(round(hour()), clients.accountsWithProfiles());
    }

    private Instant hour() {
        return networks.now().truncatedTo(ChronoUnit.HOURS);
    }

    private Round<AccountOfClient> round(Instant hour) {
        return new Round<>("Posts", AccountOfClient::network, AccountOfClient::id, account -> {
            if (!mapper.toldLately(account.clientId(), account.id(), hour)) {
                pull(account, hour);
            }
        });
    }

    /** Asks now, whatever was told lately. */
    public void pull(AccountOfClient account) {
        pull(account, hour());
    }

    private record Row(Content content, boolean hasStill) {}

    private void pull(AccountOfClient account, Instant hour) {
        NetworkConnector network = networks.connector(account.network());
        List<PostTold> told = new ArrayList<>();
        List<PostTold> page = after(0, account, network);
        while (!page.isEmpty() && told.size() < MOST) {
            told.addAll(page);
            page = after(page.get(page.size() - 1).seq(), account, network);
        }
        boolean whole = page.isEmpty();
        String ids =
                told.stream().map(p -> json.writeValueAsString(p.post().id())).collect(SqlArray.literal());
        List<Row> rows = told.stream()
                .map(p -> new Row(new Content(p.post(), p.link()), p.hasStill()))
                .toList();
        transaction.executeWithoutResult(t -> {
            mapper.keep(account.clientId(), account.id(), json.writeValueAsString(rows));
            if (whole) {
                mapper.removeOthers(account.clientId(), account.id(), ids);
            }
            mapper.noteTold(account.clientId(), account.id(), hour);
        });
        for (String id : mapper.withoutStill(account.clientId(), account.id())) {
            byte[] still = network.still(account.externalId(), id);
            mapper.keepStill(account.clientId(), account.id(), id, picture(still) ? still : new byte[0]);
        }
    }

    private static List<PostTold> after(long last, AccountOfClient account, NetworkConnector network) {
        return Pages.onward(account.network(), last, network.posts(account.externalId(), last), PostTold::seq);
    }

    /** Whether the bytes begin as a JPEG or PNG does; what is anything else, or too large, is not kept. */
    private static boolean picture(byte[] still) {
        String head = HexFormat.of().formatHex(still, 0, Math.min(8, still.length));
        return still.length <= LARGEST_STILL && (head.startsWith("ffd8ff") || head.equals("89504e470d0a1a0a"));
    }
}
