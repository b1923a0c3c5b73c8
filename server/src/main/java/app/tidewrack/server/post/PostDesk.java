package app.tidewrack.server.post;

import app.tidewrack.connector.Orders.Profile;
import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.need.Need;
import app.tidewrack.core.network.FormatRule;
import app.tidewrack.core.network.Promoted;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.post.Post;
import app.tidewrack.core.post.Post.Counted;
import app.tidewrack.core.post.Post.Point;
import app.tidewrack.core.post.PostRule;
import app.tidewrack.core.post.UsualCurve;
import app.tidewrack.core.post.UsualCurve.ForItsAge;
import app.tidewrack.core.post.UsualCurve.Usual;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.client.ClientMapper.AccountOfClient;
import app.tidewrack.server.creative.CreativeDraft;
import app.tidewrack.server.creative.CreativeLibrary;
import app.tidewrack.server.creative.CreativeLibrary.KeptCreative;
import app.tidewrack.server.creative.CreativeLibrary.Named;
import app.tidewrack.server.need.NeedSource;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.post.PostMapper.Kept;
import app.tidewrack.server.post.PostMapper.KeptRule;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Which of a client's posts did well for their age, which its rules propose, and those that become ads. */
@Service
@RequiredArgsConstructor
public class PostDesk implements NeedSource {
    private static final int MOST_RULES = 20;

    /** Of a text, in a name: it stands in those of row and column, and so twice in that of an ad. */
    private static final int LONGEST_BEGINNING = 26;

    private static final Comparator<PostView> LEAST_BY_CHANCE = Comparator.<PostView>comparingDouble(
                    p -> p.views() == null ? 2 : p.views().chance())
            .thenComparing(PostView::at, Comparator.reverseOrder())
            .thenComparing(PostView::id);

    private final PostMapper mapper;
    private final PostPull pull;
    private final ClientMapper clients;
    private final Networks networks;
    private final CreativeLibrary creatives;

    /**
     * A post, as it stands.
     *
     * @param profile its name
     * @param curve key of the curve that it is held against
     * @param views how it stands by its views; null while too few others are there to compare
     * @param engagements likewise
     * @param creativeId of the creative that stands on it; null while none does
     * @param proposedBy id of the rule that proposes it; null where none does, or somebody set it aside or took it
     */
    record PostView(
            String accountId,
            String network,
            String id,
            String profile,
            Promoted kind,
            Instant at,
            String text,
            String link,
            @Nullable Instant ends,
            boolean hasStill,
            int hours,
            List<Point> came,
            String curve,
            @Nullable ForItsAge views,
            @Nullable ForItsAge engagements,
            boolean removed,
            boolean aside,
            @Nullable String creativeId,
            @Nullable String proposedBy) {}

    /** What is usual among the posts that are compared with each other, by age; empty while they are too few. */
    record CurveView(String key, Counted counted, List<Usual> usual) {}

    public record RuleView(String id, PostRule rule) {}

    /** Posts, the least likely by chance first. */
    record PostsView(List<PostView> posts, List<CurveView> curves, List<RuleView> rules) {}

    PostsView view(String clientId) {
        Map<String, Account> accounts = accounts(clientId);
        Map<String, String> standing = standing(clientId);
        List<KeptRule> rules = mapper.rules(clientId);
        Map<String, List<Kept>> compared = new LinkedHashMap<>();
        List<Kept> all = mapper.all(clientId);
        Map<Kept, String> keys = keys(all);
        all.forEach(k ->
                compared.computeIfAbsent(keys.get(k), x -> new ArrayList<>()).add(k));
        List<CurveView> curves = new ArrayList<>();
        List<PostView> posts = new ArrayList<>();
        compared.forEach((key, group) -> {
            List<Post> own = group.stream().map(k -> k.content().post()).toList();
            Map<Counted, UsualCurve> usual = new EnumMap<>(Counted.class);
            for (Counted counted : Counted.values()) {
                UsualCurve curve = new UsualCurve(own, counted);
                usual.put(counted, curve);
                curves.add(new CurveView(
                        key,
                        counted,
                        UsualCurve.AGES.stream()
                                .map(curve::at)
                                .flatMap(Optional::stream)
                                .toList()));
            }
            for (Kept kept : group) {
                String creativeId = standing.get(kept.content().post().id());
                if (!kept.removed() || creativeId != null) {
                    posts.add(view(
                            kept,
                            key,
                            Objects.requireNonNull(accounts.get(kept.accountId())),
                            usual,
                            creativeId,
                            rules));
                }
            }
        });
        posts.sort(LEAST_BY_CHANCE);
        return new PostsView(
                posts,
                curves,
                rules.stream().map(r -> new RuleView(r.id(), r.rule())).toList());
    }

    private static PostView view(
            Kept kept,
            String key,
            Account account,
            Map<Counted, UsualCurve> usual,
            @Nullable String creativeId,
            List<KeptRule> rules) {
        Post post = kept.content().post();
        Map<Counted, ForItsAge> standing = new EnumMap<>(Counted.class);
        usual.forEach((counted, curve) -> curve.judge(post).ifPresent(s -> standing.put(counted, s)));
        String profile = account.profiles().all().stream()
                .filter(p -> p.id().equals(post.profile()))
                .map(Profile::name)
                .findFirst()
                .orElse(post.profile());
        return new PostView(
                account.id(),
                account.network(),
                post.id(),
                profile,
                post.kind(),
                post.at(),
                post.text(),
                Objects.requireNonNullElse(kept.content().link(), ""),
                post.ends(),
                kept.hasStill(),
                post.age(),
                post.came(),
                key,
                standing.get(Counted.VIEWS),
                standing.get(Counted.ENGAGEMENTS),
                kept.removed(),
                kept.aside(),
                creativeId,
                kept.removed() || kept.aside() || creativeId != null
                        ? null
                        : proposedBy(account, post, standing, rules));
    }

    private static @Nullable String proposedBy(
            Account account, Post post, Map<Counted, ForItsAge> standing, List<KeptRule> rules) {
        return rules.stream()
                .filter(r -> {
                    ForItsAge seen = standing.get(r.rule().counted());
                    return seen != null && r.rule().passes(account.id(), post, seen);
                })
                .map(KeptRule::id)
                .findFirst()
                .orElse(null);
    }

    /** With whom each post is compared: its profile's of the same kind; those that are no event or offer with each other, where a kind is rare. */
    private static Map<Kept, String> keys(List<Kept> all) {
        Function<Kept, String> profile =
                k -> k.accountId() + "/" + k.content().post().profile();
        Function<Kept, String> kind =
                k -> profile.apply(k) + "/" + k.content().post().kind();
        Map<String, Long> ofKind = all.stream().collect(Collectors.groupingBy(kind, Collectors.counting()));
        Map<Kept, String> keys = new HashMap<>();
        for (Kept k : all) {
            boolean rare = Objects.requireNonNull(ofKind.get(kind.apply(k))) <= UsualCurve.FEWEST;
            keys.put(k, rare && k.content().post().ends() == null ? profile.apply(k) : kind.apply(k));
        }
        return keys;
    }

    private Map<String, Account> accounts(String clientId) {
        return clients.accounts(clientId).stream().collect(Collectors.toMap(Account::id, Function.identity()));
    }

    /** The creative that stands on a post, by the post's id. */
    private Map<String, String> standing(String clientId) {
        return creatives.all(clientId).stream()
                .map(KeptCreative::creative)
                .filter(c -> !c.post().isEmpty())
                .collect(Collectors.toMap(Creative::post, Creative::id, (a, b) -> a));
    }

    /** Those that rules propose. */
    List<PostView> proposed(String clientId) {
        return mapper.rules(clientId).isEmpty()
                ? List.of()
                : view(clientId).posts().stream()
                        .filter(p -> p.proposedBy() != null)
                        .toList();
    }

    @Override
    public List<Need.PostDidWell> needs(String clientId) {
        List<Need.PostDidWell> well = new ArrayList<>();
        for (PostView p : proposed(clientId)) {
            ForItsAge seen = p.views() == null ? p.engagements() : p.views();
            if (seen != null) {
                well.add(new Need.PostDidWell(p.accountId(), p.id(), p.text(), seen.times(), seen.above(), seen.of()));
            }
        }
        return well;
    }

    /** @throws NotFound when there is none, or none is known to show something */
    byte[] still(String clientId, String accountId, String id) {
        return mapper.still(clientId, accountId, id).orElseThrow(() -> new NotFound("still of post", id));
    }

    /** A post of an account. */
    record Ref(String accountId, String id) {}

    /**
     * Makes a creative of each, or gives the one that stands on it already. Its network is asked first whether it is still there.
     *
     * @throws Refusal when one was removed meanwhile, or its network takes no ad that stands on such a thing; then none is made
     */
    List<KeptCreative> take(String clientId, List<Ref> refs) {
        Map<String, Account> accounts = accounts(clientId);
        refs.stream().map(Ref::accountId).distinct().forEach(id -> {
            Account a = account(accounts, id);
            pull.pull(new AccountOfClient(clientId, a.id(), a.network(), a.externalId(), a.zone()));
        });
        Map<Ref, Kept> all = mapper.all(clientId).stream()
                .collect(Collectors.toMap(
                        k -> new Ref(k.accountId(), k.content().post().id()), Function.identity()));
        Map<String, String> standing = standing(clientId);
        List<Named> drafts = new ArrayList<>();
        List<String> there = new ArrayList<>();
        for (Ref ref : refs) {
            Kept kept = all.get(ref);
            if (kept == null) {
                throw new NotFound("post", ref.id());
            }
            String known = standing.get(ref.id());
            if (known != null) {
                there.add(known);
            } else {
                drafts.add(named(kept, account(accounts, ref.accountId())));
            }
        }
        List<KeptCreative> made = new ArrayList<>(creatives.addAll(clientId, drafts));
        creatives.all(clientId).stream()
                .filter(k -> there.contains(k.creative().id()))
                .forEach(made::add);
        return made;
    }

    private static Account account(Map<String, Account> accounts, String id) {
        Account account = accounts.get(id);
        if (account == null) {
            throw new NotFound("account", id);
        }
        return account;
    }

    private Named named(Kept kept, Account account) {
        Post post = kept.content().post();
        Rulebook rulebook = networks.rulebook(account.network());
        String beginning = beginning(post);
        if (kept.removed()) {
            throw new Refusal(
                    "posts",
                    "“%s” is not on %s any more.".formatted(beginning, account.name()),
                    "Leave it out; the others can still be taken.");
        }
        FormatRule format = rulebook.formats().stream()
                .filter(f -> f.standsOn().contains(post.kind()))
                .findFirst()
                .orElseThrow(() -> new Refusal(
                        "posts",
                        "%s takes no ad that stands on “%s”.".formatted(rulebook.name(), beginning),
                        "Leave it out."));
        return new Named(
                beginning,
                CreativeDraft.on(
                        format.code(),
                        post.id(),
                        Objects.requireNonNullElse(kept.content().link(), "")));
    }

    /** The first words, and the day where there are none. */
    private static String beginning(Post post) {
        String line = post.text().strip().replaceAll("\\s+", " ");
        if (line.isEmpty()) {
            return "Post of " + post.at().toString().substring(0, 10);
        }
        int end = line.offsetByCodePoints(0, Math.min(LONGEST_BEGINNING, line.codePointCount(0, line.length())));
        int space = line.lastIndexOf(' ', end);
        return end == line.length() ? line : line.substring(0, space > end / 2 ? space : end) + "…";
    }

    void setAside(String clientId, Ref ref, boolean aside) {
        if (mapper.setAside(clientId, ref.accountId(), ref.id(), aside) == 0) {
            throw new NotFound("post", ref.id());
        }
    }

    /** @throws Refusal when it is out of its ranges, or there are too many */
    @Transactional
    public RuleView addRule(String clientId, PostRule rule) {
        rule.require();
        if (rule.accountId() != null) {
            account(accounts(clientId), rule.accountId());
        }
        int there = mapper.rules(clientId).size();
        if (there >= MOST_RULES) {
            throw new Refusal(
                    "rules",
                    "There are %d rules; that is the most.".formatted(there),
                    "Take one out that is not needed.");
        }
        String id = Ids.fresh();
        mapper.addRule(clientId, id, rule);
        return new RuleView(id, rule);
    }

    void removeRule(String clientId, String id) {
        if (mapper.removeRule(clientId, id) == 0) {
            throw new NotFound("rule", id);
        }
    }
}
