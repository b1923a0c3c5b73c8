package app.tidewrack.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.evidence.Weekdays.Brought;
import app.tidewrack.core.evidence.Weekdays.Unusual;
import com.github.servicenow.ds.stats.stl.SeasonalTrendLoess.Decomposition;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Random;
import java.util.SortedMap;
import java.util.TreeMap;
import org.apache.commons.rng.UniformRandomProvider;
import org.apache.commons.rng.sampling.distribution.PoissonSampler;
import org.junit.jupiter.api.Test;

class WeekdaysTest {
    private static final LocalDate MONDAY = LocalDate.of(2027, 1, 4);

    /** Of an online shop in the practice world, Monday first. */
    private static final double[] SHOP = {1.11, 1.04, 1, 0.96, 0.85, 0.87, 1.17};

    /** Temperatures at Nottingham 1920 to 1939, split by R 4.2.2's stl; the script stands beside the file. */
    @Test
    void splitsAsRDoes() throws IOException {
        double[][] rows;
        try (BufferedReader in = new BufferedReader(new InputStreamReader(
                Objects.requireNonNull(getClass().getResourceAsStream("/stl/nottem.csv")), StandardCharsets.UTF_8))) {
            rows = in.lines()
                    .skip(1)
                    .map(l -> Arrays.stream(l.split(","))
                            .mapToDouble(Double::parseDouble)
                            .toArray())
                    .toArray(double[][]::new);
        }
        double[] data = Arrays.stream(rows).mapToDouble(r -> r[0]).toArray();
        Decomposition parts = Weekdays.split(data, 12, 19);
        double[] year = Weekdays.repeated(parts, 12);
        for (int i = 0; i < rows.length; i++) {
            assertThat(year[i % 12]).isCloseTo(rows[i][1], within(1e-5));
            assertThat(parts.getTrend()[i]).isCloseTo(rows[i][2], within(1e-5));
        }
    }

    private record Shown(double[] came, double[] spent) {}

    /** Sales by day for £100 a day, by a trend, a week, days that differ by a tenth and chance. */
    private static Shown shown(int days, double aDay, double[] week, long seed) {
        Random random = new Random(seed);
        UniformRandomProvider chance = random::nextLong;
        double[] came = new double[days];
        double[] spent = new double[days];
        for (int i = 0; i < days; i++) {
            spent[i] = 9000 + random.nextInt(1000);
            double mean = aDay * (1 + 0.004 * i) * week[i % 7] * Math.exp(0.1 * random.nextGaussian());
            came[i] = PoissonSampler.of(chance, mean).sample();
        }
        return new Shown(came, spent);
    }

    private static Optional<Weekdays> learned(Shown shown) {
        SortedMap<LocalDate, Brought> days = new TreeMap<>();
        for (int i = 0; i < shown.came().length; i++) {
            days.put(MONDAY.plusDays(i), new Brought(shown.came()[i], shown.spent()[i]));
        }
        return Weekdays.of(days);
    }

    /** Twelve weeks of forty sales a day tell the week to a twentieth; a week without a pattern is told as one, nearly. */
    @Test
    void learnsTheWeek() {
        double off = 0;
        double none = 0;
        for (int seed = 0; seed < 40; seed++) {
            Weekdays shop = learned(shown(84, 40, SHOP, seed)).orElseThrow();
            Weekdays even = learned(shown(84, 40, new double[] {1, 1, 1, 1, 1, 1, 1}, 100 + seed))
                    .orElseThrow();
            for (DayOfWeek day : DayOfWeek.values()) {
                off += Math.pow(shop.of(day) - SHOP[day.getValue() - 1], 2) / 280;
                none += Math.pow(even.of(day) - 1, 2) / 280;
            }
            assertThat(shop.factors().stream().mapToDouble(f -> f).average().orElse(0))
                    .isCloseTo(1, within(1e-12));
        }
        System.out.printf(
                "Days of the week are off by %.3f; by %.3f where there is no pattern%n",
                Math.sqrt(off), Math.sqrt(none));
        assertThat(Math.sqrt(off)).isLessThan(0.06);
        assertThat(Math.sqrt(none)).isLessThan(0.04);
    }

    /** Of 200 histories of eight weeks hardly one in ten calls any usual day unusual; a day of three times as much is found in nearly all. */
    @Test
    void marksUnusualDays() {
        int wrong = 0;
        int found = 0;
        for (int seed = 0; seed < 200; seed++) {
            Shown shown = shown(56, 40, SHOP, seed);
            wrong += learned(shown).orElseThrow().unusual().isEmpty() ? 0 : 1;
            shown.came()[30] *= 3;
            Weekdays one = learned(shown).orElseThrow();
            found += one.unusual().stream().map(Unusual::day).anyMatch(MONDAY.plusDays(30)::equals) ? 1 : 0;
        }
        System.out.printf("Usual days called unusual in %d of 200 histories; such a day found in %d%n", wrong, found);
        assertThat(wrong).isLessThanOrEqualTo(30);
        assertThat(found).isGreaterThanOrEqualTo(170);
    }

    @Test
    void saysNothingOfFewWeeksOrNothing() {
        assertThat(learned(shown(27, 40, SHOP, 1))).isEmpty();
        assertThat(learned(shown(28, 40, SHOP, 1))).isPresent();
        assertThat(Weekdays.of(new TreeMap<>())).isEmpty();
        assertThat(learned(new Shown(new double[40], new double[40]))).isEmpty();
        assertThat(learned(new Shown(new double[40], shown(40, 4, SHOP, 1).spent())))
                .isEmpty();
    }

    /** A range from Friday to Sunday of a week as the shop's has (0.85 + 0.87 + 1.17) ÷ 3 of a mean day. */
    @Test
    void rangesHaveTheirDays() {
        Weekdays shop = new Weekdays(Arrays.stream(SHOP).boxed().toList(), 8, List.of());
        assertThat(shop.mean(MONDAY.plusDays(4), MONDAY.plusDays(6)))
                .isCloseTo((0.85 + 0.87 + 1.17) / 3, within(1e-12));
        assertThat(shop.mean(MONDAY, MONDAY.plusDays(6))).isCloseTo(1, within(1e-12));
    }
}
