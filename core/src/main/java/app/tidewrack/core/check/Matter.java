package app.tidewrack.core.check;

import app.tidewrack.core.plan.Row;
import java.util.List;
import java.util.Objects;
import java.util.function.BiPredicate;
import java.util.function.Function;

/** Parts of a {@link Situation} that an edit changes or leaves, so that rules look again only where theirs changed. */
enum Matter {
    /** What the campaign is. */
    FACTS((a, b) -> a.campaign().facts().equals(b.campaign().facts())),
    /** Which rows there are, what they are called, and to whom of which audience they talk. */
    ROWS((a, b) ->
            each(a, b, Row::id) && each(a, b, Row::label) && each(a, b, Row::audienceId) && each(a, b, Row::narrowing)),
    MONEY((a, b) -> each(a, b, Row::money) && each(a, b, Row::locked)),
    DELIVERY((a, b) -> each(a, b, Row::delivery)),
    /** Which columns there are, and what their creatives show. */
    COLUMNS((a, b) -> a.campaign().columns().equals(b.campaign().columns())
            && a.campaign().columns().stream().allMatch(c -> Objects.equals(a.creative(c), b.creative(c)))),
    /** Which columns have an ad, and what those show where. */
    SHOWN(CreativeRules::showAlike),
    /** Which ads are on. */
    CELLS((a, b) -> a.campaign().off().equals(b.campaign().off())),
    NAMES((a, b) -> a.names().equals(b.names())),
    /** Whom rows reach. */
    PEOPLE((a, b) -> a.audiences().equals(b.audiences())),
    /** What bids win. */
    PRICES((a, b) -> a.prices().equals(b.prices())),
    /** What lies around the campaign; every rule may look at it. */
    AROUND((a, b) -> a.campaign().id().equals(b.campaign().id())
            && same(a.rulebook(), b.rulebook())
            && a.account().equals(b.account())
            && a.otherNames().equals(b.otherNames())
            && a.live() == b.live()
            && a.tested() == b.tested()
            && a.today().equals(b.today()));

    private final BiPredicate<Situation, Situation> unchanged;

    Matter(BiPredicate<Situation, Situation> unchanged) {
        this.unchanged = unchanged;
    }

    boolean unchanged(Situation before, Situation now) {
        return unchanged.test(before, now);
    }

    private static <T> boolean each(Situation a, Situation b, Function<Row, T> part) {
        List<Row> before = a.campaign().rows();
        List<Row> now = b.campaign().rows();
        if (before.size() != now.size()) {
            return false;
        }
        for (int i = 0; i < now.size(); i++) {
            if (before.get(i) != now.get(i) && !part.apply(before.get(i)).equals(part.apply(now.get(i)))) {
                return false;
            }
        }
        return true;
    }

    private static boolean same(Object a, Object b) {
        return a == b || a.equals(b);
    }
}
