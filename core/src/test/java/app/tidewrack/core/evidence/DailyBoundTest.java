package app.tidewrack.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import java.util.function.IntToDoubleFunction;
import java.util.function.ToDoubleFunction;
import org.apache.commons.rng.UniformRandomProvider;
import org.apache.commons.rng.sampling.distribution.PoissonSampler;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class DailyBoundTest {
    private static final int PATHS = 1000;
    private static final int DAYS = 45;
    private static final double LEVEL = 0.05;

    /** What came to one and to all by day: the second seeks as much as the first, for half the money. */
    private record Path(double[] came, double[] all, double[] parts) {
        static Path of(long seed, double aDay) {
            UniformRandomProvider random = new Random(seed)::nextLong;
            Path path = new Path(new double[DAYS], new double[DAYS], new double[DAYS]);
            for (int day = 0; day < DAYS; day++) {
                path.came[day] = PoissonSampler.of(random, aDay).sample();
                path.all[day] =
                        path.came[day] + PoissonSampler.of(random, aDay / 2).sample();
                path.parts[day] = 2 / 3.0;
            }
            return path;
        }

        double rate(int days, double aDay) {
            double sum = 0;
            for (int day = 0; day < days; day++) {
                sum += came[day];
            }
            return DailyBound.ofRate(sum, aDay * days, 1).p();
        }

        double part(int days) {
            return DailyBound.ofPart(Arrays.copyOf(came, days), Arrays.copyOf(all, days), Arrays.copyOf(parts, days), 1)
                    .p();
        }
    }

    /** Looked at on each of 45 days, it calls what is not there no more often than it says; 1,000 runs of each, seeded. */
    @ParameterizedTest
    @ValueSource(doubles = {0.5, 3, 40})
    void itMayBeLookedAtEveryDay(double aDay) {
        assertThat(everCalled(path -> least(d -> path.rate(d, aDay)), aDay)).isLessThan(LEVEL);
        assertThat(everCalled(path -> least(path::part), aDay)).isLessThan(LEVEL);
    }

    private static double least(IntToDoubleFunction p) {
        double least = 1;
        for (int days = 1; days <= DAYS; days++) {
            least = Math.min(least, p.applyAsDouble(days));
        }
        return least;
    }

    private static double everCalled(ToDoubleFunction<Path> least, double aDay) {
        int called = 0;
        for (int seed = 0; seed < PATHS; seed++) {
            called += least.applyAsDouble(Path.of(seed, aDay)) <= LEVEL ? 1 : 0;
        }
        return (double) called / PATHS;
    }

    /** A small part of very many is as good as a rate that is known (Poisson's limit of the binomial). */
    @Test
    void aSmallPartIsARate() {
        double part = 1e-6;
        double all = 40 / part;
        for (double came : new double[] {10, 30, 40, 55, 90}) {
            DailyBound one = DailyBound.ofPart(new double[] {came}, new double[] {all}, new double[] {part}, 1);
            DailyBound other = DailyBound.ofRate(came, 40, 1);
            assertThat(Math.log(one.p())).isCloseTo(Math.log(other.p()), within(1e-3));
            assertThat(one.ratio()).isCloseTo(came / 40, within(1e-9));
        }
    }

    /** Half as many as expected is sure sooner, the more there are; twice the variation takes twice as many. */
    @Test
    void moreSaysMore() {
        assertThat(DailyBound.ofRate(5, 10, 1).p()).isGreaterThan(0.2);
        assertThat(DailyBound.ofRate(50, 100, 1).p()).isLessThan(1e-4);
        assertThat(DailyBound.ofRate(100, 200, 2).p())
                .isCloseTo(DailyBound.ofRate(50, 100, 1).p(), within(1e-12));
        assertThat(DailyBound.ofRate(100_000, 1_000, 1).p()).isZero();
        assertThat(DailyBound.ofRate(0, 0, 1)).isEqualTo(DailyBound.UNKNOWN);
        assertThat(DailyBound.ofPart(new double[] {3}, new double[] {3}, new double[] {1}, 1))
                .isEqualTo(DailyBound.UNKNOWN);
    }
}
