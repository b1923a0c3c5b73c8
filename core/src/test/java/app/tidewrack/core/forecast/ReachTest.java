package app.tidewrack.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.BitSet;
import java.util.Random;
import org.junit.jupiter.api.Test;

class ReachTest {
    /** By hand: two throws into two boxes fill 1.5 of them; ten into ten 10(1 − 0.9^10) = 6.513. */
    @Test
    void boxesFilledByHand() {
        assertThat(new Reach(2).of(2)).isCloseTo(1.5, within(1e-12));
        assertThat(new Reach(10).of(10)).isCloseTo(6.5132156, within(1e-6));
        assertThat(new Reach(1).of(3)).isEqualTo(1);
        assertThat(new Reach(1000).of(0)).isZero();
        assertThat(new Reach(1).of(0)).isZero();
    }

    /** Against throwing: 4 standard errors of the number of empty boxes. */
    @Test
    void boxesFilledByThrowing() {
        Random random = new Random(11);
        int people = 20_000;
        for (int impressions : new int[] {5_000, 20_000, 60_000}) {
            BitSet reached = new BitSet();
            random.ints(impressions, 0, people).forEach(reached::set);
            assertThat((double) reached.cardinality())
                    .isCloseTo(new Reach(people).of(impressions), within(4 * Math.sqrt(people * 0.25)));
        }
    }

    @Test
    void halfIsReachedWhenItSaysSo() {
        Reach reach = new Reach(108_000);
        assertThat(reach.of(reach.impressionsFor(0.5))).isCloseTo(54_000, within(1e-6));
        assertThat(reach.impressionsFor(0.5)).isCloseTo(108_000 * Math.log(2), within(1.0));
    }

    /** Who they were is found again from what they saw. */
    @Test
    void amongWhomItWasShown() {
        for (double people : new double[] {2, 50, 4_000, 3_000_000}) {
            double impressions = 1.5 * people;
            assertThat(Reach.among(impressions, new Reach(people).of(impressions))
                            .people())
                    .isCloseTo(people, within(people * 1e-4));
        }
        assertThatThrownBy(() -> Reach.among(5, 5)).isInstanceOf(IllegalArgumentException.class);
    }
}
