package app.tidewrack.practice.matching;

import java.util.function.IntPredicate;
import java.util.function.IntUnaryOperator;
import lombok.AccessLevel;
import lombok.RequiredArgsConstructor;
import org.roaringbitmap.IntConsumer;
import org.roaringbitmap.RoaringBitmap;

/**
 * A set of real people. Each panel person stands for {@code weight} real ones with the numbers person × weight and on. Most
 * conditions take panel people whole; source audiences take single real people. So a crowd is whole panel people, less some
 * holes in them, plus some single people of others. And, or and and-not of crowds are crowds, exactly.
 */
@RequiredArgsConstructor(access = AccessLevel.PRIVATE)
public final class Crowd {
    private static final RoaringBitmap NOBODY = new RoaringBitmap();

    private final int weight;
    private final RoaringBitmap whole;
    private final RoaringBitmap holes;
    private final RoaringBitmap singles;

    /** All real people that these panel people stand for. */
    static Crowd ofPanel(int weight, RoaringBitmap people) {
        return new Crowd(weight, people, NOBODY, NOBODY);
    }

    /** Single real people. */
    static Crowd ofReal(int weight, RoaringBitmap people) {
        return new Crowd(weight, NOBODY, NOBODY, people);
    }

    /** Real people. */
    public long size() {
        return whole.getLongCardinality() * weight - holes.getLongCardinality() + singles.getLongCardinality();
    }

    public int weight() {
        return weight;
    }

    /** Panel people who belong as a whole, but for the holes. */
    public RoaringBitmap whole() {
        return whole;
    }

    /** Real people who belong alone. */
    public RoaringBitmap singles() {
        return singles;
    }

    /** @param real number of a real person */
    public boolean contains(int real) {
        return whole.contains(real / weight) ? !holes.contains(real) : singles.contains(real);
    }

    /** How many real people of the crowd belong to each of some parts, in one pass. */
    public long[] shared(int parts, IntUnaryOperator partOf) {
        long[] shares = new long[parts];
        boolean anyHoles = !holes.isEmpty();
        whole.forEach((IntConsumer) person -> {
            for (int real = person * weight; real < (person + 1) * weight; real++) {
                if (!(anyHoles && holes.contains(real))) {
                    shares[partOf.applyAsInt(real)]++;
                }
            }
        });
        singles.forEach((IntConsumer) real -> shares[partOf.applyAsInt(real)]++);
        return shares;
    }

    /** True when everyone that a panel person of the crowd stands for belongs to it. */
    public boolean hasNoHoles() {
        return holes.isEmpty();
    }

    private boolean isPanelOnly() {
        return holes.isEmpty() && singles.isEmpty();
    }

    Crowd and(Crowd other) {
        RoaringBitmap both = RoaringBitmap.and(whole, other.whole);
        if (isPanelOnly() && other.isPanelOnly()) {
            return ofPanel(weight, both);
        }
        RoaringBitmap gone = chosen(RoaringBitmap.or(holes, other.holes), r -> both.contains(r / weight));
        RoaringBitmap alone = chosen(singles, other::contains);
        alone.or(chosen(other.singles, this::contains));
        return new Crowd(weight, both, gone, alone);
    }

    Crowd or(Crowd other) {
        RoaringBitmap any = RoaringBitmap.or(whole, other.whole);
        if (isPanelOnly() && other.isPanelOnly()) {
            return ofPanel(weight, any);
        }
        RoaringBitmap gone = chosen(RoaringBitmap.or(holes, other.holes), r -> !contains(r) && !other.contains(r));
        RoaringBitmap alone = chosen(RoaringBitmap.or(singles, other.singles), r -> !any.contains(r / weight));
        return new Crowd(weight, any, gone, alone);
    }

    Crowd andNot(Crowd other) {
        RoaringBitmap left = RoaringBitmap.andNot(whole, other.whole);
        if (isPanelOnly() && other.isPanelOnly()) {
            return ofPanel(weight, left);
        }
        RoaringBitmap gone = chosen(RoaringBitmap.or(holes, other.singles), r -> left.contains(r / weight));
        RoaringBitmap alone = chosen(singles, r -> !other.contains(r));
        alone.or(chosen(other.holes, this::contains));
        return new Crowd(weight, left, gone, alone);
    }

    /** Real people in both; quicker than making the crowd of both. */
    public long sharedWith(Crowd other) {
        return isPanelOnly() && other.isPanelOnly()
                ? (long) RoaringBitmap.andCardinality(whole, other.whole) * weight
                : and(other).size();
    }

    private static RoaringBitmap chosen(RoaringBitmap from, IntPredicate wanted) {
        RoaringBitmap chosen = new RoaringBitmap();
        from.forEach((IntConsumer) r -> {
            if (wanted.test(r)) {
                chosen.add(r);
            }
        });
        return chosen;
    }
}
