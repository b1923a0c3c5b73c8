package app.tidewrack.core.evidence;

import java.util.Arrays;
import java.util.Optional;
import java.util.Random;
import org.apache.commons.rng.UniformRandomProvider;
import org.apache.commons.rng.sampling.distribution.PoissonSampler;

/**
 * Rows that spend £10.00 a day while prices go up and down (standard deviation of their log 0.3) and so does what people do (0.1, for
 * all together and for each), some thousands from one seed: how often the truth lies within what is told with a certainty of 95 %.
 *
 * @param aDay results in the mean
 */
public record IntervalTrials(int days, double aDay) {
    private static final double CERTAINTY = 0.95;
    private static final double PRICES = 0.3;
    private static final double PEOPLE = 0.1;
    private static final double MONEY = 1000;
    private static final double ORDER = 30;
    private static final double ORDERS_VARY = 0.5;
    private static final double TRIALS = 100;

    /**
     * Shares of trials in which the truth lay within, of those in which anything was told.
     *
     * @param rate of results for money
     * @param share of trials that came to something
     * @param amount value for money
     * @param rates how two rows that ran together stand to one another; likewise the rest
     */
    public record Held(double rate, double share, double amount, double rates, double shares, double amounts) {}

    public Held held(int trials, long seed) {
        Random random = new Random(seed);
        UniformRandomProvider chance = random::nextLong;
        int[][] within = new int[6][2];
        for (int i = 0; i < trials; i++) {
            double[][][] first = new double[3][2][days];
            double[][][] second = new double[3][2][days];
            for (int day = 0; day < days; day++) {
                double price = varied(random, PRICES);
                double people = varied(random, PEOPLE);
                day(first, day, price * people * varied(random, PEOPLE), price, random, chance);
                day(second, day, price * people * varied(random, PEOPLE), price, random, chance);
            }
            double value = aDay * ORDER * Math.exp(ORDERS_VARY * ORDERS_VARY / 2);
            count(within, 0, DayBlocks.of(first[0][0], first[0][1]).rate(CERTAINTY), aDay / MONEY);
            count(within, 1, DayBlocks.of(first[1][0], first[1][1]).share(CERTAINTY), 1 / TRIALS);
            count(within, 2, DayBlocks.of(first[2][0], first[2][1]).amount(CERTAINTY), value / MONEY);
            count(within, 3, DayBlocks.rates(first[0], second[0], CERTAINTY).map(DayBlocks.Apart::between), 1);
            count(within, 4, DayBlocks.shares(first[1], second[1], CERTAINTY).map(DayBlocks.Apart::between), 0);
            count(within, 5, DayBlocks.amounts(first[2], second[2], CERTAINTY).map(DayBlocks.Apart::between), 1);
        }
        double[] held = Arrays.stream(within)
                .mapToDouble(w -> w[0] / Math.max(1.0, w[1]))
                .toArray();
        return new Held(held[0], held[1], held[2], held[3], held[4], held[5]);
    }

    /** @param row by number: results for money, results of trials, value for money; each what came, and of what, by day */
    private void day(
            double[][][] row, int day, double times, double price, Random random, UniformRandomProvider chance) {
        int results = PoissonSampler.of(chance, Math.max(1e-9, aDay * times)).sample();
        double value = 0;
        for (int i = 0; i < results; i++) {
            value += ORDER * Math.exp(ORDERS_VARY * random.nextGaussian());
        }
        double trials = Math.max(results, aDay * price * TRIALS);
        row[0][0][day] = results;
        row[0][1][day] = MONEY;
        row[1][0][day] = results;
        row[1][1][day] = trials;
        row[2][0][day] = value;
        row[2][1][day] = MONEY;
    }

    private static void count(int[][] within, int of, Optional<Interval> told, double truth) {
        within[of][0] += told.filter(i -> i.from() <= truth && truth <= i.to()).isPresent() ? 1 : 0;
        within[of][1] += told.isPresent() ? 1 : 0;
    }

    /** Of mean 1. */
    private static double varied(Random random, double by) {
        return Math.exp(by * random.nextGaussian() - by * by / 2);
    }
}
