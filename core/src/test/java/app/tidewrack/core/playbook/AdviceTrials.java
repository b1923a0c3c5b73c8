package app.tidewrack.core.playbook;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.Purpose;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.playbook.Adviser.Scene;
import app.tidewrack.core.playbook.Playbook.Target;
import app.tidewrack.core.playbook.RowSeen.DayBrought;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Measure;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Random;
import java.util.Set;
import org.apache.commons.rng.UniformRandomProvider;
import org.apache.commons.rng.sampling.distribution.PoissonSampler;

/**
 * Campaigns by £10.00 a day and row that are looked at every morning with the usual playbook, some hundreds from one seed. Results
 * come by chance (Poisson) at a rate that varies from day to day, for all rows together and for each.
 *
 * @param metric rows are judged by this number, {@code cost_per_click} or {@code cost_per_sale}
 * @param costMinor of a result where nothing is better or worse
 * @param target whether that is told as the target; else rows are held against one another
 * @param varies standard deviation of the log of the rate from day to day
 * @param late how results come in
 */
public record AdviceTrials(String metric, double costMinor, boolean target, double varies, Late late) {
    /** How results come in. */
    public enum Late {
        AT_ONCE,
        /** 45 % of them by 34 hours in the mean, as in the practice world; the playbook is told how much has come. */
        TOLD,
        /** The same, and it is not told. */
        UNTOLD
    }

    private static final double LATE = 0.45;
    private static final double MEAN_DAYS = 34 / 24.0;
    private static final LocalDate START = LocalDate.of(2027, 3, 1);
    private static final long DAILY_MINOR = 1000;
    private static final Set<Move> WRONG =
            EnumSet.of(Move.STOP, Move.STOP_WITHOUT_RESULTS, Move.TO_SCALING, Move.SHIFT);

    /** The share of campaigns of equal rows in which any was to be stopped or moved to scaling on any day. */
    public double wrong(int campaigns, int rows, int days, long seed) {
        int wrong = 0;
        for (int i = 0; i < campaigns; i++) {
            wrong += firstMove(rows, days, 1, seed + i).isPresent() ? 1 : 0;
        }
        return (double) wrong / campaigns;
    }

    /**
     * The day by which half of the campaigns were told to stop their first row, which costs so many times as much as the others;
     * {@code days + 1} where it is not half of them.
     */
    public int halfStopped(int campaigns, int rows, int days, double times, long seed) {
        List<Integer> stopped = new ArrayList<>();
        for (int i = 0; i < campaigns; i++) {
            stopped.add(firstMove(rows, days, times, seed + i).orElse(days + 1));
        }
        return stopped.stream().sorted().toList().get(campaigns / 2);
    }

    /** The first day on which something is to be done with any row; with one that is worse, with that. */
    private OptionalInt firstMove(int rows, int days, double times, long seed) {
        Random normal = new Random(seed);
        UniformRandomProvider chance = normal::nextLong;
        int[][][] brought = new int[rows][days][];
        for (int day = 0; day < days; day++) {
            double common = varied(normal);
            for (int row = 0; row < rows; row++) {
                double rate = DAILY_MINOR / costMinor * common * varied(normal) / (row == 0 ? times : 1);
                brought[row][day] =
                        ages(PoissonSampler.of(chance, Math.max(1e-9, rate)).sample(), normal);
            }
            int now = day + 1;
            List<RowSeen> seen = new ArrayList<>();
            for (int row = 0; row < rows; row++) {
                seen.add(new RowSeen(
                        "r" + row,
                        "Row " + row,
                        Money.ofMinor(DAILY_MINOR, "GBP"),
                        START,
                        null,
                        null,
                        false,
                        1,
                        1,
                        seen(brought[row], now)));
            }
            Scene scene = new Scene(
                    new Target(Temperature.COLD, metric, target ? costMinor : null, "GBP"),
                    Purpose.TESTING,
                    false,
                    null,
                    START.plusDays(now),
                    0.4);
            if (Adviser.advise(Playbook.USUAL, scene, seen).stream()
                    .anyMatch(a ->
                            WRONG.contains(a.move()) && (times == 1 || a.rowId().equals("r0")))) {
                return OptionalInt.of(now);
            }
        }
        return OptionalInt.empty();
    }

    /** When each result of a day comes in: its age then. */
    private int[] ages(int results, Random random) {
        int[] ages = new int[results];
        for (int i = 0; late != Late.AT_ONCE && i < results; i++) {
            double delay = random.nextDouble() < LATE ? -MEAN_DAYS * Math.log(1 - random.nextDouble()) : 0;
            ages[i] = (int) (random.nextDouble() + delay);
        }
        return ages;
    }

    private List<DayBrought> seen(int[][] days, int now) {
        List<DayBrought> seen = new ArrayList<>();
        for (int day = 0; day < now; day++) {
            int age = now - day - 1;
            int come = (int) Arrays.stream(days[day]).filter(a -> a <= age).count();
            seen.add(new DayBrought(START.plusDays(day), counts(come), late == Late.TOLD ? come(age) : 1));
        }
        return seen;
    }

    private static double come(int age) {
        return 1 - LATE * MEAN_DAYS * (1 - Math.exp(-1 / MEAN_DAYS)) * Math.exp(-age / MEAN_DAYS);
    }

    /** Of mean 1. */
    private double varied(Random normal) {
        return Math.exp(varies * normal.nextGaussian() - varies * varies / 2);
    }

    private Counts counts(int results) {
        boolean clicks = metric.equals("cost_per_click");
        return Counts.of(Map.of(
                Measure.IMPRESSIONS,
                4000L,
                Measure.CLICKS,
                clicks ? results : 30L,
                Measure.SPEND,
                DAILY_MINOR,
                Measure.PURCHASES,
                clicks ? 0L : results));
    }
}
