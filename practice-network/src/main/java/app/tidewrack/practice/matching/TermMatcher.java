package app.tidewrack.practice.matching;

import app.tidewrack.core.audience.Term;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.practice.account.Account;
import app.tidewrack.practice.engagement.ClientTaste;
import app.tidewrack.practice.network.Network;
import app.tidewrack.practice.source.SourceShelf;
import app.tidewrack.practice.world.Chance;
import app.tidewrack.practice.world.Liking;
import app.tidewrack.practice.world.Question;
import app.tidewrack.practice.world.Topic;
import app.tidewrack.practice.world.World;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.List;
import java.util.Locale;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.stereotype.Component;

/** Who meets one term. What the panel knows of everyone is a column; the rest is drawn by likings and remembered. */
@Component
@RequiredArgsConstructor
public class TermMatcher {
    private static final int DRAWN_KEPT = 1500;

    /** How much commoner or rarer doing something is than liking it, in log-odds. Our own figures. */
    private static final double VISITS = 0.2;

    private static final double BUYS = -0.9;
    private static final double READS_PAGES = 0.5;
    private static final double READS_WORD = -0.4;
    private static final double READS_QUESTION = -1.6;
    private static final double UNHEARD_WORD = -6.2;
    private static final double FOLLOWS = -5.2;
    private static final double FRIEND_FOLLOWS = -2.9;

    private final World world;
    private final SourceShelf sources;
    private final Cache<String, RoaringBitmap> drawn =
            Caffeine.newBuilder().maximumSize(DRAWN_KEPT).build();

    Crowd crowd(Network network, @Nullable Account account, Term term) {
        return switch (term.kind()) {
            case SOURCE -> Crowd.ofReal(world.weight(), sources.people(required(account, term), term.code()));
            case LOOKALIKE -> panel(sources.lookalike(required(account, term), network, term.code()));
            case TIE -> panel(tie(required(account, term), term));
            case VISITS -> panel(topic(term, VISITS));
            case BUYS -> panel(topic(term, BUYS));
            case PAGE_TOPIC -> panel(topic(term, READS_PAGES));
            case KEYWORD, PAGE_KEYWORD -> panel(drawn.get(term.toString(), k -> word(term)));
            case QUESTION -> panel(drawn.get(term.toString(), k -> question(term)));
            default -> panel(world.panel().column(term.kind(), term.code()).orElseThrow(() -> unknown(term)));
        };
    }

    private Crowd panel(RoaringBitmap people) {
        return Crowd.ofPanel(world.weight(), people);
    }

    private static Account required(@Nullable Account account, Term term) {
        if (account == null) {
            throw new Refusal(
                    "account",
                    "“%s” belongs to an account, and none is named.".formatted(term),
                    "Name the account in the call.");
        }
        return account;
    }

    private RoaringBitmap topic(Term term, double shift) {
        Topic topic = world.topics().find(term.code()).orElseThrow(() -> unknown(term));
        return drawn.get(
                term.toString(),
                k -> RoaringBitmap.or(topic.leaves().stream()
                        .map(leaf -> draw(leaf, shift, Chance.seed(term.kind() + leaf)))
                        .iterator()));
    }

    private RoaringBitmap draw(String leaf, double shift, long salt) {
        Liking liking = world.topics().find(leaf).map(Topic::liking).orElseThrow();
        return world.panel().draw(liking.shifted(shift), salt);
    }

    /** People who read or write a word: those of every topic that has it in its words; few where no topic has. */
    private RoaringBitmap word(Term term) {
        String word = " " + term.code().strip().toLowerCase(Locale.ROOT) + " ";
        List<RoaringBitmap> readers = world.topics().all().stream()
                .filter(t -> t.level() == 3)
                .filter(t -> (" " + t.words().toLowerCase(Locale.ROOT) + " ").contains(word))
                .map(t -> draw(t.code(), READS_WORD, Chance.seed(term + t.code())))
                .toList();
        return readers.isEmpty()
                ? world.panel().draw(new Liking(UNHEARD_WORD, new double[Liking.TRAITS], 0, 0), Chance.seed(word))
                : RoaringBitmap.or(readers.iterator());
    }

    private RoaringBitmap question(Term term) {
        Question question = Question.find(world.topics(), term.code()).orElseThrow(() -> unknown(term));
        return draw(question.topic(), READS_QUESTION, Chance.seed(term.code()));
    }

    /** Followers of a profile, or friends of followers; those the client attracts follow most. */
    private RoaringBitmap tie(Account account, Term term) {
        int colon = term.code().lastIndexOf(':');
        String profile = colon < 0 ? "" : term.code().substring(0, colon);
        String degree = term.code().substring(colon + 1);
        boolean known = account.profiles().stream().anyMatch(p -> p.id().equals(profile));
        if (!known || !(degree.equals("1") || degree.equals("2"))) {
            throw unknown(term);
        }
        double base = degree.equals("1") ? FOLLOWS : FRIEND_FOLLOWS;
        Liking liking = new Liking(base, ClientTaste.direction(account.client()), 0, 0);
        return drawn.get(
                account.network() + account.id() + term,
                k -> world.panel().draw(liking, Chance.seed(account.id() + profile)));
    }

    private static Refusal unknown(Term term) {
        return new Refusal(
                "conditions",
                "“%s” is unknown among this network’s %s."
                        .formatted(
                                term.code(),
                                term.kind().name().toLowerCase(Locale.ROOT).replace('_', ' ') + " conditions"),
                "Look it up there, or take it out.");
    }
}
