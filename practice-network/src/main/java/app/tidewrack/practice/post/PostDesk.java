package app.tidewrack.practice.post;

import app.tidewrack.core.network.FormatRule;
import app.tidewrack.core.network.Promoted;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.practice.KeyedCreation;
import app.tidewrack.practice.NotKnown;
import app.tidewrack.practice.account.Account;
import app.tidewrack.practice.account.AccountDesk;
import app.tidewrack.practice.clock.PracticeClock;
import app.tidewrack.practice.network.Network;
import app.tidewrack.practice.network.Networks;
import app.tidewrack.practice.post.LifeCurve.Came;
import app.tidewrack.practice.post.PostMapper.Row;
import java.time.Instant;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Puts up what profiles say, tells how it was taken, and takes it away. */
@Service
@RequiredArgsConstructor
public class PostDesk {
    private static final int LARGEST_STILL = 1_000_000;
    private static final int LONGEST_TEXT = 5_000;
    private static final double MOST_PULL = 100;

    private final PostMapper mapper;
    private final Networks networks;
    private final AccountDesk accounts;
    private final KeyedCreation keys;
    private final PracticeClock clock;
    private final JsonMapper json;

    /** @param came sums by age, the youngest first */
    record Told(
            long seq,
            String id,
            String profile,
            Promoted kind,
            Instant at,
            String text,
            @Nullable String link,
            @Nullable Instant ends,
            boolean hasStill,
            List<Came> came) {}

    @Transactional
    String putUp(String network, String account, String key, PostOrder order) {
        require(accounts.account(network, account), order);
        return keys.once(
                network,
                key,
                order,
                networks.network(network).code() + "P",
                id -> mapper.insert(network, account, id, json.writeValueAsString(order.bare()), order.still()));
    }

    private static void require(Account account, PostOrder order) {
        if (account.profiles().stream().noneMatch(p -> p.id().equals(order.profile()))) {
            throw new NotKnown("profile", order.profile());
        }
        byte[] still = order.still();
        if (still != null && still.length > LARGEST_STILL) {
            throw new Refusal(
                    "still",
                    "The still has %,d bytes; the most is %,d.".formatted(still.length, LARGEST_STILL),
                    "Make it smaller.");
        }
        if (order.text().length() > LONGEST_TEXT) {
            throw new Refusal(
                    "text",
                    "The text has %,d characters; the most is %,d."
                            .formatted(order.text().length(), LONGEST_TEXT),
                    "Shorten it.");
        }
        boolean endless = order.kind() != Promoted.EVENT && order.kind() != Promoted.OFFER;
        if (endless != (order.ends() == null)) {
            throw new Refusal(
                    "ends",
                    endless ? "Only events and offers end." : "An event or offer ends some time.",
                    endless ? "Leave it out." : "Say when.");
        }
        if (!(order.pulls() > 0 && order.pulls() <= MOST_PULL)) {
            throw new Refusal(
                    "pull",
                    "A pull of %s is out of 0 to %s.".formatted(order.pulls(), MOST_PULL),
                    "Choose one within.");
        }
    }

    /** @param after the last {@code seq} already had, 0 for all; an empty answer is the end */
    List<Told> posts(String network, String account, long after) {
        Network of = networks.network(network);
        Account owner = accounts.account(network, account);
        Instant now = clock.now();
        LifeCurve life = new LifeCurve(of.market(), owner.zone());
        return mapper.after(network, account, after, now, of.rulebook().calls().page()).stream()
                .map(row -> told(row, order(row), life, owner, now))
                .toList();
    }

    private static Told told(Row row, PostOrder post, LifeCurve life, Account owner, Instant now) {
        return new Told(
                row.seq(),
                row.id(),
                post.profile(),
                post.kind(),
                post.at(),
                post.text(),
                post.link(),
                post.ends(),
                row.hasStill(),
                life.until(now, owner.client() + post.profile(), row.id(), post));
    }

    private PostOrder order(Row row) {
        return json.readValue(row.content(), PostOrder.class);
    }

    /** @throws NotKnown when there is none */
    byte[] still(String network, String id) {
        return mapper.still(network, id).orElseThrow(() -> new NotKnown("still of post", id));
    }

    /** Takes it away; ads that stand on it are shown no more. Again does nothing. */
    @Transactional
    void remove(String network, String id) {
        if (mapper.remove(network, id) > 0) {
            mapper.refuseAds(network, id, "What the ad stood on was removed from the profile.");
        }
    }

    /**
     * What an ad is to stand on.
     *
     * @throws Refusal when the account's profiles have put up no such thing, or the format takes no such kind
     */
    public PostOrder require(String network, String account, FormatRule format, @Nullable String id) {
        Row row = mapper.find(network, id == null ? "" : id)
                .filter(r -> r.account().equals(account) && !r.removed())
                .orElseThrow(() -> new Refusal(
                        "post",
                        id == null || id.isBlank()
                                ? "The creative names nothing to stand on."
                                : "“%s” is not there, or not any more.".formatted(id),
                        "Name something that a profile of the account has put up."));
        PostOrder post = order(row);
        if (post.at().isAfter(clock.now()) || !format.standsOn().contains(post.kind())) {
            throw new Refusal(
                    "post",
                    "%s stands on %s; “%s” is %s.".formatted(format.words(), format.standsOn(), id, post.kind()),
                    "Choose another format, or something else.");
        }
        return post;
    }

    /** What an ad stands on, be it removed since. */
    public PostOrder post(String network, String id) {
        return order(mapper.find(network, id).orElseThrow(() -> new NotKnown("post", id)));
    }
}
