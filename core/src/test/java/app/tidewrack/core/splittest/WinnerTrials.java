package app.tidewrack.core.splittest;

import app.tidewrack.core.splittest.Course.Earlier;
import app.tidewrack.core.splittest.Verdict.Cell;
import app.tidewrack.core.splittest.Verdict.Design;
import app.tidewrack.core.splittest.Verdict.Kind;
import app.tidewrack.core.splittest.Verdict.Outcome;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.SplittableRandom;
import java.util.function.LongSupplier;
import java.util.stream.IntStream;
import org.apache.commons.rng.UniformRandomProvider;
import org.apache.commons.rng.sampling.distribution.GaussianSampler;
import org.apache.commons.rng.sampling.distribution.PoissonSampler;
import org.apache.commons.rng.sampling.distribution.ZigguratSampler;

/** Tests in which the first cell is better by what they were planned for, sized as a person would have them sized. */
public final class WinnerTrials {
    private static final double LEVEL = 0.05;
    private static final double POWER = 0.8;
    private static final double RATE = 0.012;
    private static final double RISE = 0.25;
    private static final double COST_MINOR = 400;
    private static final double FALL = 0.25;
    private static final int DAYS = 24;

    private WinnerTrials() {}

    /**
     * The share of seeded tests of two equal cells that name a winner all the same, when what people do varies by a tenth from day to day
     * in each cell by itself, and by a third in both together.
     */
    public static double wronglyNamed(Kind kind, int looks, double perDay, int days, int tests, long seed) {
        boolean share = kind == Kind.SHARE;
        Design design = new Design(kind, LEVEL, looks, perDay * days / (share ? RATE : 1), Collections.nCopies(2, 1.0));
        SplittableRandom random = new SplittableRandom(seed);
        UniformRandomProvider chance = random::nextLong;
        var normal = ZigguratSampler.NormalizedGaussian.of(chance);
        int named = 0;
        for (int test = 0; test < tests; test++) {
            long[] successes = new long[2];
            List<List<Cell>> all = new ArrayList<>();
            // Twice as long as planned, since days that vary have less to say.
            for (int day = 1; day <= 2 * days; day++) {
                double both = Math.exp(0.3 * normal.sample() - 0.045);
                for (int cell = 0; cell < 2; cell++) {
                    double mean = perDay * both * Math.exp(0.1 * normal.sample() - 0.005);
                    successes[cell] += PoissonSampler.of(chance, mean).sample();
                }
                long[] came = successes.clone();
                long trials = share ? Math.round(perDay / RATE * day) : 0;
                long money = Math.round(COST_MINOR * perDay * day);
                all.add(IntStream.range(0, 2)
                        .mapToObj(c -> new Cell(0, trials, came[c], money))
                        .toList());
            }
            Verdict verdict =
                    Course.of(design, all, Earlier.NOTHING, true, List.of()).verdict();
            named += verdict.outcome() == Outcome.WINNER ? 1 : 0;
        }
        return (double) named / tests;
    }

    /** The share of seeded tests that name the better cell; trials and money are the same in each, results come by chance. */
    public static double named(Kind kind, int cells, int looks, int tests, long seed) {
        boolean share = kind == Kind.SHARE;
        double perCell = TestSize.of(
                        new TestSize.Asked(
                                kind, share ? RATE : COST_MINOR, share ? RISE : FALL, POWER, LEVEL, cells, looks),
                        1,
                        1)
                .perCell();
        Design design = new Design(kind, LEVEL, looks, perCell, Collections.nCopies(cells, 1.0));
        double usual = share ? perCell * RATE : perCell * cells / (1 / (1 - FALL) + cells - 1);
        double better = share ? usual * (1 + RISE) : usual / (1 - FALL);
        // Days go on after the last that is planned: what comes decides when a look is due, and chance can delay it.
        int planned = DAYS;
        UniformRandomProvider random = new SplittableRandom(seed)::nextLong;
        var ofBetter = sampler(random, share ? RATE * (1 + RISE) : 0, better / planned);
        var ofUsual = sampler(random, share ? RATE : 0, usual / planned);
        int named = 0;
        for (int test = 0; test < tests; test++) {
            long[] successes = new long[cells];
            List<List<Cell>> days = new ArrayList<>();
            for (int day = 1; day <= planned * 4 / 3; day++) {
                for (int cell = 0; cell < cells; cell++) {
                    successes[cell] += cell == 0 ? ofBetter.getAsLong() : ofUsual.getAsLong();
                }
                long[] came = successes.clone();
                long trials = share ? (long) Math.ceil(perCell * day / planned) : 0;
                long money = Math.round(COST_MINOR * usual * day / planned);
                days.add(IntStream.range(0, cells)
                        .mapToObj(c -> new Cell(0, trials, came[c], money))
                        .toList());
            }
            Verdict verdict =
                    Course.of(design, days, Earlier.NOTHING, true, List.of()).verdict();
            named += verdict.outcome() == Outcome.WINNER && Integer.valueOf(0).equals(verdict.winner()) ? 1 : 0;
        }
        return (double) named / tests;
    }

    /** Of a share binomial, by its normal approximation, and of events Poisson. */
    private static LongSupplier sampler(UniformRandomProvider random, double rate, double mean) {
        if (rate == 0) {
            return PoissonSampler.of(random, mean)::sample;
        }
        var normal =
                GaussianSampler.of(ZigguratSampler.NormalizedGaussian.of(random), mean, Math.sqrt(mean * (1 - rate)));
        return () -> Math.max(0, Math.round(normal.sample()));
    }
}
