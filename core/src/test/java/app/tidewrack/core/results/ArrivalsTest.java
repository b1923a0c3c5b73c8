package app.tidewrack.core.results;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.results.Arrivals.History;
import app.tidewrack.core.results.Arrivals.Told;
import app.tidewrack.core.results.Coming.Fresh;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.apache.commons.rng.UniformRandomProvider;
import org.apache.commons.rng.sampling.distribution.PoissonSampler;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Days whose results come late as in the practice world: 45 % of them, by 34 hours in the mean. */
class ArrivalsTest {
    private static final LocalDate START = LocalDate.of(2027, 3, 1);
    private static final double LATE = 0.45;
    private static final double MEAN_DAYS = 34 / 24.0;

    /** What came to belong to each day, by its age. */
    private static Map<Integer, Integer> day(Random random, double mean) {
        UniformRandomProvider chance = random::nextLong;
        Map<Integer, Integer> byAge = new HashMap<>();
        int all = mean <= 0 ? 0 : PoissonSampler.of(chance, mean).sample();
        for (int i = 0; i < all; i++) {
            double delay = random.nextDouble() < LATE ? -MEAN_DAYS * Math.log(1 - random.nextDouble()) : 0;
            byAge.merge((int) (random.nextDouble() + delay), 1, Integer::sum);
        }
        return byAge;
    }

    private static List<Map<Integer, Integer>> days(Random random, int days, double mean) {
        List<Map<Integer, Integer>> made = new ArrayList<>();
        for (int d = 0; d < days; d++) {
            made.add(day(random, mean));
        }
        return made;
    }

    private static Counts sales(long count) {
        return Counts.NONE.with(Measure.PURCHASES, count);
    }

    private static History history(List<Map<Integer, Integer>> days) {
        List<Told> told = new ArrayList<>();
        for (int d = 0; d < days.size(); d++) {
            int now = days.size() - 1 - d;
            LocalDate day = START.plusDays(d);
            days.get(d).forEach((age, count) -> {
                if (age <= now) {
                    told.add(new Told(day, 0, age, sales(count)));
                }
            });
            told.add(new Told(day, 0, 0, Counts.NONE.with(Measure.CLICKS, 100)));
        }
        return new History(told, START.plusDays(days.size()).atStartOfDay());
    }

    /** The part that has come by the end of a day: of those that come late, what an exponential delay leaves within it. */
    private static double truly(double age) {
        double within = MEAN_DAYS * (1 - Math.exp(-1 / MEAN_DAYS));
        return 1 - LATE * within * Math.exp(-age / MEAN_DAYS);
    }

    @Test
    void whatIsStillToComeIsLearned() {
        Random random = new Random(7);
        List<Map<Integer, Integer>> days = days(random, 60, 60);
        Arrivals arrivals = new Arrivals(history(days), List.of());
        LocalDate today = START.plusDays(60);
        for (int age = 0; age < 6; age++) {
            assertThat(arrivals.come("sales", today.minusDays(age + 1L)))
                    .as("age %d", age)
                    .isCloseTo(truly(age), within(0.02));
        }
        assertThat(arrivals.come("clicks", today.minusDays(1))).isEqualTo(1);
        assertThat(arrivals.come("sales", today.minusDays(29))).isEqualTo(1);
        assertThat(arrivals.nearlyAllBy("sales", today)).isEqualTo(today.plusDays(4));
        assertThat(arrivals.nearlyAllBy("clicks", today)).isEqualTo(today);
        assertThat(arrivals.freshFrom("clicks")).isEqualTo(today.plusDays(1));
        assertThat(arrivals.freshFrom("sales")).isBetween(today.minusDays(8), today.minusDays(6));
    }

    /** Half a day on, half of what the next day brings has come. */
    @Test
    void betweenTwoDaysItGrowsWithTheHours() {
        Random random = new Random(8);
        List<Map<Integer, Integer>> days = days(random, 40, 60);
        History history = history(days);
        LocalDate yesterday = START.plusDays(39);
        LocalDateTime night = yesterday.plusDays(1).atStartOfDay();
        double[] come = new double[3];
        for (int half = 0; half < 3; half++) {
            // Of the day under way nothing is learned, so that all three learn the same.
            come[half] = new Arrivals(new History(history.told(), night.plusHours(half * 12L)), List.of())
                    .come("sales", yesterday);
        }
        assertThat(come[1]).isBetween(come[0], come[2]);
        assertThat(come[1]).isCloseTo((come[0] + come[2]) / 2, within(0.01));
    }

    /** An account that has told little learns from its fellows; where they told little too, nothing is said. */
    @Test
    void aYoungAccountLearnsFromOthers() {
        Random random = new Random(9);
        List<Map<Integer, Integer>> young = new ArrayList<>();
        List<Map<Integer, Integer>> old = days(random, 40, 40);
        for (int d = 0; d < 3; d++) {
            young.add(day(random, 2));
        }
        History little = history(young);
        assertThat(new Arrivals(little, List.of()).come("sales", START.plusDays(2)))
                .isEqualTo(1);
        assertThat(new Arrivals(little, List.of(history(old))).come("sales", START.plusDays(2)))
                .isCloseTo(truly(0), within(0.05));
        assertThat(Arrivals.unknown(START.atStartOfDay()).come("sales", START.minusDays(1)))
                .isEqualTo(1);
    }

    /**
     * Of 2,000 lines of an account, each with a rate of its own, what came later lay within what was told of 80 %: with small counts
     * more, since only whole results are told.
     */
    @ParameterizedTest
    @CsvSource({"3, 0.88, 0.95", "30, 0.78, 0.86"})
    void whatCameLaterLiesWithin(double aDay, double from, double to) {
        Random random = new Random(10);
        int inside = 0;
        int all = 0;
        double about = 0;
        double truth = 0;
        for (int run = 0; run < 100; run++) {
            List<Map<Integer, Integer>> learned = new ArrayList<>();
            for (int d = 0; d < 45; d++) {
                learned.add(day(random, 10 * aDay));
            }
            Arrivals arrivals = new Arrivals(history(learned), List.of());
            Map<Integer, Fresh> lines = new HashMap<>();
            Map<Integer, Integer> later = new HashMap<>();
            for (int line = 0; line < 20; line++) {
                double rate = aDay * Math.exp(0.4 * random.nextGaussian());
                Fresh fresh = Fresh.NONE;
                int rest = 0;
                for (int d = 0; d < 45; d++) {
                    int age = 44 - d;
                    int came = 0;
                    if (age > Arrivals.MOST_AGE) {
                        continue;
                    }
                    for (var e : day(random, rate).entrySet()) {
                        came += e.getKey() <= age ? e.getValue() : 0;
                        rest += e.getKey() > age ? e.getValue() : 0;
                    }
                    fresh = fresh.plus(Fresh.due(1000, arrivals, "sales", START.plusDays(d))
                            .with(came, 1000));
                }
                lines.put(line, fresh);
                later.put(line, rest);
            }
            Fresh whole = lines.values().stream().reduce(Fresh.NONE, Fresh::plus);
            for (var e : lines.entrySet()) {
                int rest = later.get(e.getKey());
                Coming coming = Coming.of(e.getValue(), whole.came() / whole.had());
                inside += rest >= coming.from() && rest <= coming.to() ? 1 : 0;
                all++;
                about += coming.about();
                truth += rest;
            }
        }
        assertThat((double) inside / all).isBetween(from, to);
        assertThat(about / truth).isBetween(0.95, 1.05);
    }

    @Test
    void nothingToComeIsNothing() {
        assertThat(Coming.of(Fresh.NONE, 0.1)).isEqualTo(new Coming(0, 0, 0));
        assertThat(Coming.of(new Fresh(0, 500, 500, 0), 0)).isEqualTo(new Coming(0, 0, 0));
        Coming some = Coming.of(new Fresh(0, 500, 500, 0), 0.01);
        assertThat(some.about()).isBetween(1.0, 5.0);
        assertThat(some.from()).isLessThanOrEqualTo(2);
    }
}
