package app.tidewrack.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.tidewrack.core.forecast.NextMoney.Changed;
import app.tidewrack.core.forecast.NextMoney.Gain;
import app.tidewrack.core.forecast.NextMoney.Place;
import app.tidewrack.core.forecast.Response.Day;
import app.tidewrack.core.forecast.Response.Expected;
import app.tidewrack.core.forecast.Response.Seen;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.apache.commons.rng.UniformRandomProvider;
import org.apache.commons.rng.sampling.distribution.PoissonSampler;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NextMoneyTest {
    private static Response sure(double rate, double daily, double elasticity) {
        return Response.of(new Expected(new ResultRate(1e9, 1e9 / rate), daily, elasticity), List.of(), 1);
    }

    /**
     * Reckoned by hand. Of people without end every view is a first one: a tenth dearer, 0.9. A thousand people by a thousand views are as
     * 2,500 whom each view finds new: 0.9 × 0.4 ÷ (e^0.4 − 1); by nine times as many the least there is.
     */
    @ParameterizedTest
    @CsvSource({"1e12, 1000, 0.9", "1000, 1000, 0.732", "1000, 9000, 0.3", "1000, 1e9, 0.3"})
    void whatIsShownAgainBringsLess(double people, double ahead, double elasticity) {
        assertThat(Response.elasticity(people, ahead)).isCloseTo(elasticity, within(0.001));
    }

    /**
     * Equal marginal returns (Little 1979): a row that brings twice as much for its money gets more, until the next unit brings as much
     * in both; what is locked out of more stays at its bound.
     */
    @ParameterizedTest
    @CsvSource({"0, 5000, 2000", "0, 1200, 2000", "900, 5000, 2000", "0, 5000, 9999", "1000, 1000, 2000"})
    void theLastUnitBringsAsMuchEverywhere(long least, long most, long total) {
        Response good = sure(0.02, 1000, 0.5);
        Response poor = sure(0.01, 1000, 0.5);
        long[] parts = NextMoney.spread(List.of(new Place(good, least, most), new Place(poor, least, most)), total);
        assertThat(parts[0] + parts[1]).isEqualTo(total);
        assertThat(parts[0]).isBetween(Math.max(least, parts[1]), most);
        if (parts[0] < most && parts[1] > least) {
            // One minor unit is up to two parts in a thousand of it.
            assertThat(good.next(parts[0])).isCloseTo(poor.next(parts[1]), within(2e-3 * good.next(parts[0])));
        }
    }

    @Test
    void whatCannotBeSpreadIsRefused() {
        List<Place> places = Collections.nCopies(2, new Place(sure(0.02, 1000, 0.5), 500, 2000));
        for (long total : new long[] {999, 4001}) {
            assertThatThrownBy(() -> NextMoney.spread(places, total)).isInstanceOf(IllegalArgumentException.class);
        }
    }

    /** Of 200 rows at random: no move of money from one to another would bring more (Karush, Kuhn and Tucker). */
    @Test
    void noOtherSpreadBringsMore() {
        Random random = new Random(7);
        List<Place> places = IntStream.range(0, 200)
                .mapToObj(i -> new Place(
                        sure(0.01 * Math.exp(random.nextGaussian()), 1000, 0.4 + 0.5 * random.nextDouble()),
                        random.nextInt(500),
                        1000 + random.nextInt(2000)))
                .toList();
        long[] parts = NextMoney.spread(places, 200_000);
        assertThat(Arrays.stream(parts).sum()).isEqualTo(200_000);
        double dearest = Double.POSITIVE_INFINITY;
        double cheapest = 0;
        for (int i = 0; i < parts.length; i++) {
            Place place = places.get(i);
            assertThat(parts[i]).isBetween(place.leastMinor(), place.mostMinor());
            if (parts[i] > place.leastMinor()) {
                dearest = Math.min(dearest, place.response().next(parts[i] - 1));
            }
            if (parts[i] < place.mostMinor()) {
                cheapest = Math.max(cheapest, place.response().next(parts[i] + 1));
            }
        }
        assertThat(cheapest).isLessThanOrEqualTo(dearest * 1.001);
    }

    /**
     * 400 campaigns of five rows for 14 days, £10 a day each; rows differ by a third, their halves by as much as is guessed, days by a
     * tenth. What is spread anew brings more, in truth, most of what knowing the truth would; and what was said it would bring holds in
     * four cases of five. Of equal rows next to nothing is promised.
     */
    @Test
    void whatIsPromisedComes() {
        double[] rows = simulated(0.33, 18);
        System.out.printf(
                "Spread anew: %.1f %% more results, %.1f %% by knowing the truth; promises hold in %.1f %%%n",
                100 * rows[0], 100 * rows[1], 100 * rows[2]);
        assertThat(rows[0]).isGreaterThan(0.5 * rows[1]);
        assertThat(rows[2]).isBetween(0.72, 0.9);
        double[] equal = simulated(0, 19);
        System.out.printf("Of equal rows: %.2f %% more in truth, %.2f %% promised%n", 100 * equal[0], 100 * equal[3]);
        assertThat(equal[0]).isGreaterThan(-0.01);
    }

    private record True(double worth, double half) {
        double of(double daily) {
            return worth * daily * half / (daily + half);
        }

        double next(double daily) {
            return worth * Math.pow(half / (daily + half), 2);
        }
    }

    /** More results by what is spread anew and by knowing the truth, how often promises hold, and the mean promise. */
    private static double[] simulated(double differ, long seed) {
        Random random = new Random(seed);
        UniformRandomProvider chance = random::nextLong;
        int campaigns = 400;
        double[] sums = new double[4];
        int held = 0;
        for (int c = 0; c < campaigns; c++) {
            List<True> truths = new ArrayList<>();
            List<Seen> seen = new ArrayList<>();
            for (int row = 0; row < 5; row++) {
                double half = 1000 * 0.75 / 0.25 * Math.exp(0.7 * random.nextGaussian() * Math.signum(differ));
                True truth = new True(0.015 * Math.exp(differ * random.nextGaussian()) * (1000 + half) / half, half);
                truths.add(truth);
                List<Day> days = new ArrayList<>();
                for (int day = 0; day < 14; day++) {
                    double spent = 900 + random.nextInt(100);
                    double mean = truth.of(spent) * Math.exp(0.1 * random.nextGaussian());
                    days.add(new Day(spent, PoissonSampler.of(chance, mean).sample(), 1));
                }
                seen.add(new Seen(1000, 0.75, days));
            }
            List<Response> responses = Response.of(seen);
            long[] parts = NextMoney.spread(
                    responses.stream().map(r -> new Place(r, 500, 2000)).toList(), 5000);
            Gain gain = NextMoney.gain(IntStream.range(0, 5)
                    .mapToObj(i -> new Changed(responses.get(i), 1000, parts[i]))
                    .toList());
            double now = truths.stream().mapToDouble(t -> t.of(1000)).sum();
            double then = IntStream.range(0, 5)
                    .mapToDouble(i -> truths.get(i).of(parts[i]))
                    .sum();
            sums[0] += then / now - 1;
            sums[1] += best(truths) / now - 1;
            sums[3] += gain.results() / now;
            held += then - now >= gain.from() && then - now <= gain.to() ? 1 : 0;
        }
        return new double[] {sums[0] / campaigns, sums[1] / campaigns, (double) held / campaigns, sums[3] / campaigns};
    }

    /** What the best spread brings, found a tenth of a pound at a time. */
    private static double best(List<True> rows) {
        double[] parts = new double[rows.size()];
        Arrays.fill(parts, 500);
        for (int i = 0; i < (5000 - 2500) / 10; i++) {
            int most = 0;
            for (int row = 1; row < parts.length; row++) {
                boolean more = parts[row] < 2000
                        && rows.get(row).next(parts[row]) > rows.get(most).next(parts[most]);
                most = more || parts[most] >= 2000 ? row : most;
            }
            parts[most] += 10;
        }
        return IntStream.range(0, parts.length)
                .mapToDouble(i -> rows.get(i).of(parts[i]))
                .sum();
    }
}
