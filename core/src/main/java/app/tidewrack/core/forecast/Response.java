package app.tidewrack.core.forecast;

import app.tidewrack.core.evidence.Dispersion;
import app.tidewrack.core.evidence.Shrunken;
import java.util.Arrays;
import java.util.List;
import java.util.function.ToDoubleFunction;
import java.util.random.RandomGenerator;
import org.apache.commons.numbers.gamma.LogGamma;
import org.apache.commons.rng.UniformRandomProvider;
import org.apache.commons.statistics.distribution.GammaDistribution;

/**
 * What a row brings a day for money a day: more money brings more, each time a little less, {@code worth × half × money ÷ (money + half)}
 * (the saturating response of J. Little, "Aggregate Advertising Models", Operations Research 27, 1979, with an exponent of 1). Neither
 * the worth of the first money nor the half is known, so both are weighed: some halves by how well the row's own days agree with them
 * and with what is expected of its people, and for each a gamma distribution of the worth ({@link ResultRate}). Money is in minor units
 * of one currency.
 */
public final class Response {
    /** Halves are looked at from an eighth to eight times the one expected. */
    private static final int HALVES = 9;

    private static final double FURTHEST = Math.log(8);

    /** By how much, as a logarithm, the half of a row is usually apart from the one expected. A guess. */
    private static final double APART = 0.7;

    /** Worth of showing an ad to someone once more, as a part of what the time before was worth. A guess. */
    private static final double REPEATED = 0.6;

    /** A larger part of people's attention is dearer: a tenth more money buys nine parts of a tenth more. A guess. */
    private static final double DEARER = 0.9;

    /** Rows are never quite equal: variance between them over the square of their mean, at least. A guess. */
    private static final double LEAST_APART = 0.01;

    private static final double LEAST_ELASTICITY = 0.3;
    private static final double MOST_ELASTICITY = 0.95;

    private final double[] halves;
    private final double[] weights;
    private final double[] shapes;
    private final double[] moneys;

    private Response(double[] halves, double[] weights, double[] shapes, double[] moneys) {
        this.halves = halves;
        this.weights = weights;
        this.shapes = shapes;
        this.moneys = moneys;
    }

    /**
     * A row, with what it brought.
     *
     * @param daily the money of now, over 0
     * @param elasticity of its people, as {@link #elasticity}
     */
    public record Seen(double daily, double elasticity, List<Day> days) {
        private double results() {
            return days.stream().mapToDouble(Day::results).sum();
        }

        private double ripe() {
            return days.stream().mapToDouble(d -> d.spent() * d.come()).sum();
        }
    }

    /**
     * One day of a row.
     *
     * @param spent 0 or more
     * @param results that came in by now, 0 or more
     * @param come the part of its results that has come in, over 0 to 1
     */
    public record Day(double spent, double results, double come) {}

    /**
     * What is expected of a row before its own days are looked at.
     *
     * @param rate results of one unit of money, at the money of now
     * @param daily the money of now, over 0
     * @param elasticity per cent more results for one per cent more money, over 0 and under 1
     */
    public record Expected(ResultRate rate, double daily, double elasticity) {}

    /**
     * How many per cent more results one per cent more money brings, as far as the people go: each time someone sees it again is worth less
     * by the same part, so worth grows like 1 − e^−x, and a larger part of a crowd is dearer. How often they have seen it before lessens all
     * alike, so it does not matter here.
     *
     * @param people of the audience, 1 or more
     * @param ahead impressions to come at the money of now, over 0
     */
    public static double elasticity(double people, double ahead) {
        double x = ahead * (1 - REPEATED) / people;
        return Math.max(LEAST_ELASTICITY, Math.min(MOST_ELASTICITY, DEARER * x / Math.expm1(x)));
    }

    /**
     * The responses of rows that stand beside one another, each drawn towards what all of them bring for the money by as much as it is
     * uncertain ({@link Shrunken}).
     *
     * @return in their order; none when nothing was spent or nothing came
     */
    public static List<Response> of(List<Seen> rows) {
        double dispersion = Dispersion.of(byDay(rows, Day::results), byDay(rows, d -> d.spent() * d.come()), false);
        List<Seen> ran = rows.stream().filter(r -> r.ripe() > 0).toList();
        Shrunken all = Shrunken.of(
                ran.stream().mapToDouble(r -> r.results() / dispersion).toArray(),
                ran.stream().mapToDouble(r -> r.ripe() / dispersion).toArray(),
                false);
        if (all == null) {
            return List.of();
        }
        double variance = Math.max(all.between(), LEAST_APART * all.mean() * all.mean());
        ResultRate rate = new ResultRate(all.mean() * all.mean() / variance, all.mean() / variance);
        return rows.stream()
                .map(r -> of(new Expected(rate, r.daily(), r.elasticity()), r.days(), dispersion))
                .toList();
    }

    private static double[][] byDay(List<Seen> rows, ToDoubleFunction<Day> what) {
        int days = rows.stream().mapToInt(r -> r.days().size()).max().orElse(0);
        return rows.stream()
                .map(r -> Arrays.copyOf(r.days().stream().mapToDouble(what).toArray(), days))
                .toArray(double[][]::new);
    }

    /**
     * What a row's days say, with what is expected of it.
     *
     * @param dispersion how many times as much days vary as by chance, 1 or more
     */
    public static Response of(Expected expected, List<Day> days, double dispersion) {
        double expectedHalf = expected.daily() * expected.elasticity() / (1 - expected.elasticity());
        double[] halves = new double[HALVES];
        double[] weights = new double[HALVES];
        double[] shapes = new double[HALVES];
        double[] moneys = new double[HALVES];
        double most = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < HALVES; i++) {
            double apart = FURTHEST * (2.0 * i / (HALVES - 1) - 1);
            halves[i] = expectedHalf * Math.exp(apart);
            double shape = expected.rate().shape();
            double money = expected.rate().money() * effective(expected.daily(), halves[i]) / expected.daily();
            shapes[i] = shape;
            moneys[i] = money;
            double log = -apart * apart / (2 * APART * APART) + shape * Math.log(money) - LogGamma.value(shape);
            for (Day day : days) {
                double effective = effective(day.spent(), halves[i]) * day.come();
                if (effective > 0) {
                    double results = day.results() / dispersion;
                    shapes[i] += results;
                    moneys[i] += effective / dispersion;
                    log += results * Math.log(effective);
                }
            }
            weights[i] = log + LogGamma.value(shapes[i]) - shapes[i] * Math.log(moneys[i]);
            most = Math.max(most, weights[i]);
        }
        double sum = 0;
        for (int i = 0; i < HALVES; i++) {
            weights[i] = Math.exp(weights[i] - most);
            sum += weights[i];
        }
        for (int i = 0; i < HALVES; i++) {
            weights[i] /= sum;
        }
        return new Response(halves, weights, shapes, moneys);
    }

    private static double effective(double money, double half) {
        return money * half / (money + half);
    }

    /** Results of so much money a day, on average; 0 or more. */
    public double of(double daily) {
        double sum = 0;
        for (int i = 0; i < HALVES; i++) {
            sum += weights[i] * shapes[i] / moneys[i] * effective(daily, halves[i]);
        }
        return sum;
    }

    /** The same for money that is given for so many days together: results a day of it. */
    public Response over(int days) {
        return new Response(
                Arrays.stream(halves).map(h -> h * days).toArray(),
                weights,
                shapes,
                Arrays.stream(moneys).map(m -> m * days).toArray());
    }

    /** Results of one more unit of money where so much is spent a day; falls with the money. */
    public double next(double daily) {
        double sum = 0;
        for (int i = 0; i < HALVES; i++) {
            double rest = halves[i] / (daily + halves[i]);
            sum += weights[i] * shapes[i] / moneys[i] * rest * rest;
        }
        return sum;
    }

    /** One of the curves that may be true, as likely as it is. */
    Curve drawn(RandomGenerator random) {
        double ticket = random.nextDouble();
        int i = 0;
        while (i < HALVES - 1 && ticket >= weights[i]) {
            ticket -= weights[i++];
        }
        UniformRandomProvider chance = random::nextLong;
        return new Curve(
                GammaDistribution.of(shapes[i], 1 / moneys[i])
                        .createSampler(chance)
                        .sample(),
                halves[i]);
    }

    /** @param worth results of the first unit of money */
    record Curve(double worth, double half) {
        double of(double daily) {
            return worth * effective(daily, half);
        }
    }
}
