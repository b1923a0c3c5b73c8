package app.tidewrack.core.forecast;

import java.util.List;
import java.util.stream.IntStream;

/**
 * What money brings on people at a network's prices, each as a range that holds in four cases of five. All money is in minor
 * units of one currency.
 *
 * @param people different people reached, by {@link Reach}
 * @param frequency impressions for each person reached: impressions over people, at either end
 * @param results of the kind that is sought
 */
public record Expectation(Range impressions, Range people, Range frequency, Range clicks, Range results) {

    /** Delivery that seeks some people more than others reaches fewer, by up to a fiftieth: measured, as {@link Likeness}. */
    private static final double SEEKING = 0.98;

    /**
     * @param spending 0 or more
     * @param price of one impression, over 0
     */
    public static Expectation of(Reach reach, double spending, Range price, ResultRate clicks, ResultRate results) {
        Range impressions = new Range(spending / price.to(), spending / price.from());
        Range people = new Range(reach.of(impressions.from()) * SEEKING, reach.of(impressions.to()));
        double high = reach.of(impressions.to()) * SEEKING;
        return new Expectation(
                impressions,
                people,
                new Range(over(impressions.from(), reach.of(impressions.from())), over(impressions.to(), high)),
                clicks.results(spending),
                results.results(spending));
    }

    /**
     * What came already.
     *
     * @param people different people reached
     * @param results still to come for what is spent, by now, are among those
     */
    public record Came(double impressions, double people, double clicks, double results) {
        public static final Came NOTHING = new Came(0, 0, 0, 0);
    }

    /** All of it: what came, and what the rest of the money brings, here, among as many people as it was shown to so far. */
    public Expectation after(Came came, Reach reach) {
        boolean shown = came.people() >= 1 && came.impressions() > came.people();
        Reach seen = shown ? Reach.among(came.impressions(), came.people()) : reach;
        boolean known = seen.people() < reach.people();
        Reach whole = known ? seen : reach;
        double seeking = known ? 1 : SEEKING;
        Range all = plus(impressions, came.impressions());
        return new Expectation(
                all,
                new Range(
                        Math.max(came.people(), whole.of(all.from()) * seeking),
                        Math.max(came.people(), whole.of(all.to()))),
                new Range(over(all.from(), whole.of(all.from())), over(all.to(), whole.of(all.to()) * seeking)),
                plus(clicks, came.clicks()),
                plus(results, came.results()));
    }

    private static Range plus(Range range, double more) {
        return new Range(range.from() + more, range.to() + more);
    }

    private static double over(double impressions, double people) {
        return people == 0 ? 0 : impressions / people;
    }

    /** People reached by so much money. */
    public record CurvePoint(double spending, Range people) {}

    /**
     * People reached against money, in even steps from nothing.
     *
     * @param most the money of the last point, over 0
     * @param steps 1 or more
     */
    public static List<CurvePoint> curve(Reach reach, Range price, double most, int steps) {
        return IntStream.rangeClosed(0, steps)
                .mapToObj(i -> most * i / steps)
                .map(m -> new CurvePoint(m, new Range(reach.of(m / price.to()), reach.of(m / price.from()))))
                .toList();
    }

    /**
     * What one of something costs: money over how many, the most for the fewest. Nothing where none may come.
     *
     * @param many how many come for the money
     */
    public static Range each(double spending, Range many) {
        return many.from() == 0 ? new Range(0, 0) : new Range(spending / many.to(), spending / many.from());
    }
}
