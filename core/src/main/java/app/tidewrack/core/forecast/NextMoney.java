package app.tidewrack.core.forecast;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.PriorityQueue;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import org.apache.commons.statistics.distribution.NormalDistribution;

/**
 * A sum spread over rows so that the last unit of money brings as much in each, which brings most of all (J. Little, "Aggregate
 * Advertising Models", Operations Research 27, 1979; equal marginal returns), within what each row may get.
 */
public final class NextMoney {
    private static final int BISECTIONS = 60;
    private static final int DRAWS = 1000;
    private static final int TENTH = 10;
    private static final long SEED = 18;
    private static final NormalDistribution NORMAL = NormalDistribution.of(0, 1);

    private NextMoney() {}

    /**
     * A row that may get more or less.
     *
     * @param leastMinor that it may get a day, 0 or more
     * @param mostMinor not under the least
     */
    public record Place(Response response, long leastMinor, long mostMinor) {
        public Place {
            if (leastMinor < 0 || mostMinor < leastMinor) {
                throw new IllegalArgumentException("%d to %d".formatted(leastMinor, mostMinor));
            }
        }
    }

    /**
     * The sum spread, to the minor unit; rows in their order.
     *
     * @throws IllegalArgumentException when the rows must have more, or may not have as much
     */
    public static long[] spread(List<Place> places, long totalMinor) {
        long least = places.stream().mapToLong(Place::leastMinor).sum();
        long most = places.stream().mapToLong(Place::mostMinor).sum();
        if (totalMinor < least || totalMinor > most) {
            throw new IllegalArgumentException("%d, not from %d to %d".formatted(totalMinor, least, most));
        }
        double low = 0;
        double high = places.stream()
                .mapToDouble(p -> p.response().next(p.leastMinor()))
                .max()
                .orElse(0);
        for (int i = 0; i < BISECTIONS; i++) {
            double worth = (low + high) / 2;
            double sum = places.stream().mapToDouble(p -> until(p, worth)).sum();
            if (sum > totalMinor) {
                low = worth;
            } else {
                high = worth;
            }
        }
        double worth = high;
        return whole(places, places.stream().mapToDouble(p -> until(p, worth)).toArray(), totalMinor);
    }

    /** The money at which one more unit brings so much. */
    private static double until(Place place, double worth) {
        double low = place.leastMinor();
        double high = place.mostMinor();
        if (place.response().next(low) <= worth) {
            return low;
        }
        if (place.response().next(high) >= worth) {
            return high;
        }
        while (high - low > 1.0 / TENTH) {
            double middle = (low + high) / 2;
            if (place.response().next(middle) > worth) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return high;
    }

    /** Whole minor units that add up: what is over goes unit by unit where the next brings most. */
    private static long[] whole(List<Place> places, double[] exact, long total) {
        long[] parts = Arrays.stream(exact).mapToLong(e -> (long) Math.floor(e)).toArray();
        PriorityQueue<Integer> byWorth = new PriorityQueue<>(Comparator.<Integer>comparingDouble(
                        i -> -places.get(i).response().next(parts[i]))
                .thenComparing(i -> i));
        IntStream.range(0, parts.length)
                .filter(i -> parts[i] < places.get(i).mostMinor())
                .forEach(byWorth::add);
        for (long over = total - Arrays.stream(parts).sum(); over > 0; over--) {
            int most = byWorth.remove();
            parts[most]++;
            if (parts[most] < places.get(most).mostMinor()) {
                byWorth.add(most);
            }
        }
        return parts;
    }

    /** Money of one row a day, before and after. */
    public record Changed(Response response, long beforeMinor, long afterMinor) {}

    /**
     * What changed money brings more a day.
     *
     * @param results on average; less than 0 when it brings less
     * @param from with a chance of four in five between this and {@code to}
     * @param p how likely it brings nothing more, 0 to 1, as if gains were normal: tails are asked for that draws do not reach
     */
    public record Gain(double results, double from, double to, double p) {}

    /** What it brings when the money of rows is changed, over {@value #DRAWS} of the curves that may be true. */
    public static Gain gain(List<Changed> rows) {
        SplittableRandom random = new SplittableRandom(SEED);
        double[] gains = new double[DRAWS];
        for (Changed row : rows) {
            if (row.afterMinor() != row.beforeMinor()) {
                for (int i = 0; i < DRAWS; i++) {
                    Response.Curve curve = row.response().drawn(random);
                    gains[i] += curve.of(row.afterMinor()) - curve.of(row.beforeMinor());
                }
            }
        }
        double mean = rows.stream()
                .mapToDouble(r -> r.response().of(r.afterMinor()) - r.response().of(r.beforeMinor()))
                .sum();
        Arrays.sort(gains);
        double middle = Arrays.stream(gains).sum() / DRAWS;
        double squares =
                Arrays.stream(gains).map(g -> (g - middle) * (g - middle)).sum();
        double p = squares == 0 ? 1 : NORMAL.survivalProbability(mean / Math.sqrt(squares / DRAWS));
        return new Gain(mean, gains[DRAWS / TENTH], gains[DRAWS - DRAWS / TENTH], p);
    }
}
