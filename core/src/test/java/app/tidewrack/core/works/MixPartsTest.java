package app.tidewrack.core.works;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.works.MixParts.Pair;
import app.tidewrack.core.works.MixParts.Part;
import app.tidewrack.core.works.MixParts.Stands;
import app.tidewrack.core.works.MixParts.Together;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import org.apache.commons.statistics.distribution.NormalDistribution;
import org.junit.jupiter.api.Test;

class MixPartsTest {
    private static final int DAYS = 10;

    private static Part exact(int number, double trials, double rate) {
        double[] came = new double[DAYS];
        double[] of = new double[DAYS];
        Arrays.fill(came, trials * rate);
        Arrays.fill(of, trials);
        return new Part(number, came, of);
    }

    /** Of two normal numbers the one is higher with the chance of their difference over its deviation. */
    @Test
    void theChanceToBeBestIsThatOfTheHighest() {
        double[] two = MixParts.best(new double[] {1.2, 1}, new double[] {0.3, 0.4});
        assertThat(two[0]).isCloseTo(NormalDistribution.of(0, 1).cumulativeProbability(0.2 / 0.5), within(1e-6));
        double[] alike = MixParts.best(new double[] {2, 2, 2, 2}, new double[] {1, 1, 1, 1});
        assertThat(alike).containsExactly(new double[] {0.25, 0.25, 0.25, 0.25}, within(1e-9));
        assertThat(MixParts.best(new double[] {1, 3, 2}, new double[] {1e-3, 1e-3, 1e-3})[1])
                .isCloseTo(1, within(1e-9));
    }

    @Test
    void equalPartsAreEquallyLikelyBestAndNoneIsWeak() {
        List<Stands> stands = MixParts.of(List.of(exact(1, 900, 0.02), exact(2, 300, 0.02), exact(3, 600, 0.02)), true);
        assertThat(stands)
                .extracting(Stands::best)
                .allSatisfy(b -> assertThat(b).isCloseTo(1 / 3.0, within(0.02)));
        assertThat(stands).noneMatch(Stands::weak);
        assertThat(stands).allSatisfy(s -> assertThat(s.rate()).isCloseTo(0.02, within(1e-9)));
    }

    /** What was hardly shown is drawn to the middle and not called weak, whatever little it brought. */
    @Test
    void whatIsHardlyKnownIsDrawnToTheMiddle() {
        List<Stands> stands = MixParts.of(
                List.of(exact(1, 5_000, 0.02), exact(2, 5_000, 0.012), exact(3, 5, 0.0), exact(4, 0, 0)), true);
        assertThat(stands).extracting(Stands::number).containsExactly(1, 2, 3);
        assertThat(stands.get(0).best()).isGreaterThan(0.5);
        assertThat(stands.get(1).weak()).isTrue();
        assertThat(stands.get(2).weak()).isFalse();
        assertThat(stands.get(2).rate()).isBetween(0.008, 0.02);
        assertThat(stands.get(2).high() - stands.get(2).low())
                .isGreaterThan(stands.get(0).high() - stands.get(0).low());
        assertThat(MixParts.of(List.of(exact(1, 100, 0)), true)).isEmpty();
    }

    private static Part run(Random random, int number, double trials, double rate, double[] mood) {
        double[] of = new double[DAYS];
        double[] came = new double[DAYS];
        for (int day = 0; day < DAYS; day++) {
            of[day] = trials;
            double due = trials * rate * mood[day];
            came[day] = Math.max(0, Math.round(due + Math.sqrt(due) * random.nextGaussian()));
        }
        return new Part(number, came, of);
    }

    /** Seed 29: 500 slots of four equal parts, and 500 in which one brings 0.6 of the others; the best one's intervals, too. */
    @Test
    void equalPartsAreRarelyCalledWeakAndWeakOnesAreFound() {
        Random random = new Random(29);
        int slots = 500;
        int called = 0;
        int found = 0;
        int held = 0;
        for (int s = 0; s < slots; s++) {
            double[] mood = random.doubles(DAYS, 0.7, 1.3).toArray();
            List<Part> equal = IntStream.rangeClosed(1, 4)
                    .mapToObj(i -> run(random, i, 1_200, 0.015, mood))
                    .toList();
            called += MixParts.of(equal, true).stream().anyMatch(Stands::weak) ? 1 : 0;
            List<Part> one = IntStream.rangeClosed(1, 4)
                    .mapToObj(i -> run(random, i, 1_200, i == 2 ? 0.009 : 0.015, mood))
                    .toList();
            List<Stands> stands = MixParts.of(one, true);
            found += stands.get(1).weak() ? 1 : 0;
            double truth = 0.009 * DoubleStream.of(mood).average().orElseThrow();
            held += stands.get(1).low() <= truth && stands.get(1).high() >= truth ? 1 : 0;
        }
        System.out.printf(
                "Mix parts: %.3f of %d equal slots call one weak, %.3f of weak ones found, %.3f of intervals hold them%n",
                (double) called / slots, slots, (double) found / slots, (double) held / slots);
        assertThat((double) called / slots).isLessThanOrEqualTo(0.05);
        assertThat((double) found / slots).isGreaterThan(0.85);
        assertThat((double) held / slots).isBetween(0.88, 1.0);
    }

    /** Pairs bring what both parts bring; one brings twice that, and stands out without the others being moved much. */
    @Test
    void pairsAreHeldAgainstWhatTheirPartsBring() {
        List<Stands> media = new ArrayList<>();
        List<Stands> headlines = new ArrayList<>();
        for (int i = 1; i <= 3; i++) {
            double rate = 0.01 * i;
            media.add(new Stands(i, 3_000 * rate, 3_000, rate, 0, 1, 0, false));
            headlines.add(new Stands(i, 60, 3_000, 0.02, 0, 1, 0, false));
        }
        List<Pair> pairs = new ArrayList<>();
        for (int m = 1; m <= 3; m++) {
            for (int h = 1; h <= 3; h++) {
                pairs.add(new Pair(m, h, 1_000 * 0.01 * m * (m == 3 && h == 3 ? 2 : 1), 1_000));
            }
        }
        pairs.add(new Pair(9, 1, 4, 100));
        List<Together> told = MixParts.together(pairs, media, headlines);
        assertThat(told).hasSize(9);
        Together best = told.get(8);
        assertThat(best.times()).isBetween(1.3, 2.0);
        assertThat(best.low()).isBetween(1.0, best.times());
        assertThat(best.high()).isGreaterThan(best.times());
        assertThat(told.subList(0, 8)).allSatisfy(t -> assertThat(t.times()).isBetween(0.8, 1.1));
        assertThat(told.get(0).rate()).isCloseTo(0.01, within(0.002));
    }
}
