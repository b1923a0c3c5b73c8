package app.tidewrack.practice.matching;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.BitSet;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.roaringbitmap.RoaringBitmap;

/** Crowds against plain sets of real people: any chain of and, or and and-not gives the same people. */
class CrowdTest {
    private static final int PANEL = 60;
    private static final int WEIGHT = 7;

    private record Pair(Crowd crowd, BitSet plain) {}

    @RepeatedTest(200)
    void anyChainOfStepsIsExact(RepetitionInfo run) {
        Random random = new Random(run.getCurrentRepetition());
        Pair soFar = one(random);
        for (int step = 0; step < 8; step++) {
            Pair next = one(random);
            BitSet plain = (BitSet) soFar.plain.clone();
            Crowd crowd = switch (random.nextInt(3)) {
                case 0 -> {
                    plain.and(next.plain);
                    assertThat(soFar.crowd.sharedWith(next.crowd)).isEqualTo(plain.cardinality());
                    yield soFar.crowd.and(next.crowd);
                }
                case 1 -> {
                    plain.or(next.plain);
                    yield soFar.crowd.or(next.crowd);
                }
                default -> {
                    plain.andNot(next.plain);
                    yield soFar.crowd.andNot(next.crowd);
                }
            };
            soFar = new Pair(crowd, plain);
            assertThat(crowd.size()).isEqualTo(plain.cardinality());
            for (int real = 0; real < PANEL * WEIGHT; real++) {
                assertThat(crowd.contains(real)).isEqualTo(plain.get(real));
            }
        }
    }

    /** Some panel people as a whole, or some single real people. */
    private static Pair one(Random random) {
        RoaringBitmap bitmap = new RoaringBitmap();
        BitSet plain = new BitSet();
        boolean whole = random.nextBoolean();
        int most = whole ? PANEL : PANEL * WEIGHT;
        for (int i = 0; i < most; i++) {
            if (random.nextInt(3) == 0) {
                bitmap.add(i);
                plain.set(whole ? i * WEIGHT : i, (whole ? i * WEIGHT + WEIGHT : i + 1));
            }
        }
        return new Pair(whole ? Crowd.ofPanel(WEIGHT, bitmap) : Crowd.ofReal(WEIGHT, bitmap), plain);
    }
}
