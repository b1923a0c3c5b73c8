package app.tidewrack.core.evidence;

import com.github.servicenow.ds.stats.stl.SeasonalTrendLoess;
import com.github.servicenow.ds.stats.stl.SeasonalTrendLoess.Decomposition;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import org.apache.commons.statistics.distribution.TDistribution;

/**
 * How much more comes on one day of the week than on another, and which days were unusual: the logarithm of what came, split into what
 * goes slowly up and down, what every week repeats, and the rest (STL: R. Cleveland, W. Cleveland, J. McRae and I. Terpenning, "STL: A
 * Seasonal-Trend Decomposition Procedure Based on Loess", Journal of Official Statistics 6, 1990; robust, with a periodic season).
 * What few weeks say is drawn towards no difference by as much as it is uncertain.
 *
 * @param factors times the mean of a week, from Monday; their mean is 1
 * @param weeks that it was learned from, {@value #LEAST_WEEKS} or more; 0 for {@link #EVEN}
 * @param unusual days that the trend, the week and chance do not explain, in order
 */
public record Weekdays(List<Double> factors, int weeks, List<Unusual> unusual) {
    /** A week repeats itself only to who has seen some. */
    public static final int LEAST_WEEKS = 4;

    private static final int WEEK = 7;

    /** What goes up and down faster than in a month is no trend. */
    private static final int TREND_DAYS = 29;

    /** Counts for a day's worth of uncertainty where nothing came. */
    private static final double HALF = 0.5;

    /** Standard deviations in a median absolute deviation, of normal numbers. */
    private static final double OF_MEDIAN = 1.4826;

    /** Degrees of freedom that a week's trend takes, about. */
    private static final double TREND = 0.5;

    /** A median knows as much of a spread as so many of its numbers would (P. Huber, Robust Statistics, 1981, 5.1; from memory). */
    private static final double EFFICIENCY = 0.37;

    private static final double WRONG = 0.02;

    /** A week of which nothing is known: each day is as the others. */
    public static final Weekdays EVEN = new Weekdays(Collections.nCopies(WEEK, 1.0), 0, List.of());

    public Weekdays {
        factors = List.copyOf(factors);
        unusual = List.copyOf(unusual);
    }

    /**
     * A day that is unlike others, so that hardly any usual one is (Benjamini and Hochberg; measured: in five of 100 histories).
     *
     * @param times what was to be expected of it; over 1 for more
     * @param from the least that one usual day in fifty falls under or over {@code to}, as a share of what was to be expected
     * @param to likewise the most
     */
    public record Unusual(LocalDate day, double times, double from, double to) {}

    /**
     * What a day brought.
     *
     * @param came 0 or more; less, as after a correction, counts as nothing
     * @param of what made it come, money or trials, or 1 where it is counted by the day; a day of nothing tells nothing
     */
    public record Brought(double came, double of) {}

    /**
     * What days say; those between the first and the last that are missing tell nothing.
     *
     * @return empty for fewer than {@value #LEAST_WEEKS} weeks, or where nothing came
     */
    public static Optional<Weekdays> of(SortedMap<LocalDate, Brought> days) {
        if (days.isEmpty()) {
            return Optional.empty();
        }
        LocalDate first = days.firstKey();
        int count = Math.toIntExact(ChronoUnit.DAYS.between(first, days.lastKey()) + 1);
        double[] came = new double[count];
        double[] of = new double[count];
        days.forEach((day, brought) -> {
            int at = Math.toIntExact(ChronoUnit.DAYS.between(first, day));
            came[at] = Math.max(0, brought.came());
            of[at] = Math.max(0, brought.of());
        });
        return of(first, came, of);
    }

    private static Optional<Weekdays> of(LocalDate first, double[] came, double[] of) {
        double all = Arrays.stream(came).sum();
        double whole = Arrays.stream(of).sum();
        int weeks = came.length / WEEK;
        if (weeks < LEAST_WEEKS || !(all > 0) || !(whole > 0)) {
            return Optional.empty();
        }
        double rate = all / whole;
        double[] logs = new double[came.length];
        for (int i = 0; i < logs.length; i++) {
            logs[i] = of[i] > 0 ? Math.log((came[i] + HALF) / (of[i] * rate + HALF)) : 0;
        }
        Decomposition parts = split(logs, WEEK, TREND_DAYS);
        double known = came.length - WEEK - TREND * came.length / WEEK;
        double spread = OF_MEDIAN * median(parts.getResidual()) * Math.sqrt(came.length / known);
        double[] week = repeated(parts, WEEK);
        return Optional.of(new Weekdays(
                factors(first, week, spread * spread / weeks),
                weeks,
                unusual(first, came, of, rate, parts.getTrend(), week, spread, known)));
    }

    /**
     * Robust, with what is repeated always the same.
     *
     * @param trend as many are looked at for the trend at each
     */
    static Decomposition split(double[] data, int length, int trend) {
        return new SeasonalTrendLoess.Builder()
                .setPeriodLength(length)
                .setPeriodic()
                .setRobust()
                .setTrendWidth(trend)
                .buildSmoother(data)
                .decompose();
    }

    /** What is repeated each time, from the first: the mean over all times. */
    static double[] repeated(Decomposition parts, int length) {
        double[] seasonal = parts.getSeasonal();
        return IntStream.range(0, length)
                .mapToDouble(i -> IntStream.iterate(i, k -> k < seasonal.length, k -> k + length)
                        .mapToDouble(k -> seasonal[k])
                        .average()
                        .orElse(0))
                .toArray();
    }

    /** @param uncertain variance of what one day of the week is known by */
    private static List<Double> factors(LocalDate first, double[] week, double uncertain) {
        double[] days = new double[WEEK];
        for (int i = 0; i < WEEK; i++) {
            days[first.plusDays(i).getDayOfWeek().getValue() - 1] = week[i];
        }
        double mean = Arrays.stream(days).average().orElse(0);
        double squares = Arrays.stream(days).map(d -> (d - mean) * (d - mean)).sum() / (WEEK - 1);
        double part = squares == 0 ? 0 : Math.max(0, squares - uncertain) / squares;
        double[] times =
                Arrays.stream(days).map(d -> Math.exp(part * (d - mean))).toArray();
        double level = Arrays.stream(times).average().orElse(1);
        return Arrays.stream(times).mapToObj(t -> t / level).toList();
    }

    private static List<Unusual> unusual(
            LocalDate first,
            double[] came,
            double[] of,
            double rate,
            double[] trend,
            double[] week,
            double spread,
            double known) {
        TDistribution apart = TDistribution.of(EFFICIENCY * known);
        double[] usual = new double[came.length];
        double[] spreads = new double[came.length];
        List<Double> ps = new ArrayList<>();
        for (int i = 0; i < came.length; i++) {
            usual[i] = of[i] * rate * Math.exp(trend[i] + week[i % WEEK]);
            spreads[i] = Math.max(spread, 1 / Math.sqrt(usual[i] + HALF));
            double by = Math.abs(Math.log((came[i] + HALF) / (usual[i] + HALF)));
            ps.add(usual[i] > 0 ? 2 * apart.survivalProbability(by / spreads[i]) : 1);
        }
        List<Double> adjusted = Comparison.falseShare(ps);
        double t = apart.inverseSurvivalProbability(WRONG / 2);
        List<Unusual> unusual = new ArrayList<>();
        for (int i = 0; i < came.length; i++) {
            if (adjusted.get(i) <= WRONG) {
                double by = t * spreads[i];
                unusual.add(new Unusual(first.plusDays(i), came[i] / usual[i], Math.exp(-by), Math.exp(by)));
            }
        }
        return unusual;
    }

    private static double median(double[] residual) {
        double[] sizes = Arrays.stream(residual).map(Math::abs).sorted().toArray();
        int middle = sizes.length / 2;
        return sizes.length % 2 == 1 ? sizes[middle] : (sizes[middle - 1] + sizes[middle]) / 2;
    }

    /** Times the mean of a week. */
    public double of(DayOfWeek day) {
        return factors.get(day.getValue() - 1);
    }

    /**
     * The mean of days in a row, times that of whole weeks.
     *
     * @param last not before the first
     */
    public double mean(LocalDate first, LocalDate last) {
        return LongStream.rangeClosed(first.toEpochDay(), last.toEpochDay())
                .mapToDouble(d -> of(LocalDate.ofEpochDay(d).getDayOfWeek()))
                .average()
                .orElse(1);
    }
}
