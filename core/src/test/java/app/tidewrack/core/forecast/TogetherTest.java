package app.tidewrack.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.forecast.Together.Part;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TogetherTest {
    private static double[][] shared(double both) {
        return new double[][] {{Double.NaN, both}, {both, Double.NaN}};
    }

    /** Sainsbury's formula on 40 % and 25 % of 1,000: 1 − 0.6 × 0.75 = 55 %; the same people twice, none in common, half of one; by hand. */
    @ParameterizedTest
    @CsvSource({"NaN, 550", "1000, 550", "0, 650", "500, 600"})
    void twoAudiences(double both, double together) {
        List<Part> rows = List.of(new Part(1000, 400), new Part(1000, 250));
        assertThat(Together.of(rows, shared(both), 1000)).isCloseTo(together, within(1e-9));
    }

    /** Rows of a town that share people at random, each shown to some of its own: what is reached, counted, over 30 towns from one seed. */
    @Test
    void countedInTowns() {
        Random random = new Random(18);
        double worst = 0;
        for (int town = 0; town < 30; town++) {
            int everyone = 20_000;
            List<BitSet> audiences = new ArrayList<>();
            List<BitSet> reached = new ArrayList<>();
            for (int row = 0; row < 5; row++) {
                double likes = 0.1 + 0.6 * random.nextDouble();
                double shown = 0.1 + 0.8 * random.nextDouble();
                int from = random.nextInt(everyone / 2);
                BitSet audience = new BitSet();
                BitSet met = new BitSet();
                for (int person = from; person < from + everyone / 2; person++) {
                    audience.set(person, random.nextDouble() < likes);
                    met.set(person, audience.get(person) && random.nextDouble() < shown);
                }
                audiences.add(audience);
                reached.add(met);
            }
            double[][] shared = new double[5][5];
            BitSet any = new BitSet();
            for (int i = 0; i < 5; i++) {
                any.or(reached.get(i));
                for (int j = 0; j < 5; j++) {
                    BitSet both = (BitSet) audiences.get(i).clone();
                    both.and(audiences.get(j));
                    shared[i][j] = both.cardinality();
                }
            }
            List<Part> rows = IntStream.range(0, 5)
                    .mapToObj(i -> new Part(
                            audiences.get(i).cardinality(), reached.get(i).cardinality()))
                    .toList();
            double off = Together.of(rows, shared, everyone) / any.cardinality() - 1;
            worst = Math.max(worst, Math.abs(off));
        }
        System.out.printf("People of five rows together are off by at most %.1f %%%n", 100 * worst);
        assertThat(worst).isLessThan(0.05);
    }

    /** Values computed in R 4.2.2 and cross-checked by the closed form (golden.md of the design). */
    @Test
    void betaBinomialAsReckonedElsewhere() {
        Frequencies golden = new Frequencies(10, 0.6, 3.4);
        assertThat(golden.share(0)).isCloseTo(0.4279322296, within(1e-9));
        assertThat(golden.share(1)).isCloseTo(0.2070639821, within(1e-9));
        assertThat(IntStream.rangeClosed(0, 10).mapToDouble(golden::share).sum())
                .isCloseTo(1, within(1e-12));
        assertThat(golden.atLeast(1)).isCloseTo(1 - 0.4279322296, within(1e-9));
    }

    /** Fitted to its own mean and zeros it is found again; of people met at random it is Poisson's, nearly (Feller 1968, VI.5). */
    @Test
    void isFittedByMeansAndZeros() {
        Frequencies found = Frequencies.of(1000, 1500, 1000 * (1 - 0.4279322296));
        assertThat(found.chances()).isEqualTo(10);
        assertThat(found.a()).isCloseTo(0.6, within(1e-6));
        assertThat(found.b()).isCloseTo(3.4, within(1e-6));
        Frequencies even = Frequencies.of(10_000, 20_000, new Reach(10_000).of(20_000));
        assertThat(even.share(2)).isCloseTo(2 * Math.exp(-2), within(0.01));
        assertThat(IntStream.rangeClosed(0, 10)
                        .mapToDouble(t -> t * even.share(t))
                        .sum())
                .isCloseTo(2, within(1e-9));
    }
}
