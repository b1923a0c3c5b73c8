package app.tidewrack.core.evidence;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.apache.commons.statistics.distribution.TDistribution;

/**
 * How many times as often something came of one kind as of another, each within strata and days, so that neither what tells strata
 * apart nor what days have in common takes part: the rate ratio of Mantel and Haenszel for sparse strata, its variance by chance as
 * S. Greenland and J. Robins give it (Biometrics 41, 1985, for person-time), drawn together with what leaving out one day at a time
 * shows (the jackknife, J. Tukey 1958). Never surer than chance alone would have it.
 *
 * @param times over 0
 * @param between with the certainty asked for
 * @param p two-sided, that there is no difference
 * @param days on which both kinds ran in one stratum
 */
public record Stratified(double times, Interval between, double p, int days) {
    private static final int LEAST_DAYS = 3;

    /**
     * What one stratum brought by day, of both kinds; all strata by the same days.
     *
     * @param came results of the first by day; the others likewise
     * @param of trials or money it came of, 0 where it did not run
     */
    public record Stratum(double[] came, double[] of, double[] otherCame, double[] otherOf) {
        /** Whether both ran on a day. */
        private boolean both(int day) {
            return of[day] > 0 && otherOf[day] > 0;
        }
    }

    /** Of one day over all strata: what stands above and below the line, and the variance by chance of both. */
    private record Day(double above, double below, double variance) {}

    /** @return empty where both ran together on fewer than {@value #LEAST_DAYS} days, or nothing came of one of them */
    public static Optional<Stratified> of(List<Stratum> strata, double certainty) {
        List<Day> days = new ArrayList<>();
        int length = strata.isEmpty() ? 0 : strata.get(0).of().length;
        for (int day = 0; day < length; day++) {
            day(strata, day).ifPresent(days::add);
        }
        double above = days.stream().mapToDouble(Day::above).sum();
        double below = days.stream().mapToDouble(Day::below).sum();
        if (days.size() < LEAST_DAYS || !(above > 0) || !(below > 0)) {
            return Optional.empty();
        }
        double byChance = days.stream().mapToDouble(Day::variance).sum() / (above * below);
        int known = days.size() - 1;
        double seen = jackknife(days, above, below) / byChance;
        double error = Math.sqrt(byChance * DayBlocks.besideDispersion(known, seen, 1 / byChance / days.size()));
        TDistribution t = DayBlocks.apart(known);
        double log = Math.log(above / below);
        double half = t.inverseSurvivalProbability((1 - certainty) / 2) * error;
        return Optional.of(new Stratified(
                above / below,
                new Interval(Math.exp(log - half), Math.exp(log + half)),
                Math.min(1, 2 * t.survivalProbability(Math.abs(log) / error)),
                days.size()));
    }

    private static Optional<Day> day(List<Stratum> strata, int day) {
        double above = 0;
        double below = 0;
        double variance = 0;
        boolean any = false;
        for (Stratum s : strata) {
            if (s.both(day)) {
                any = true;
                double whole = s.of[day] + s.otherOf[day];
                above += s.came[day] * s.otherOf[day] / whole;
                below += s.otherCame[day] * s.of[day] / whole;
                variance += s.of[day] * s.otherOf[day] * (s.came[day] + s.otherCame[day]) / (whole * whole);
            }
        }
        return any ? Optional.of(new Day(above, below, variance)) : Optional.empty();
    }

    /** Variance of the logarithm, from leaving out each day. */
    private static double jackknife(List<Day> days, double above, double below) {
        double[] without = new double[days.size()];
        double mean = 0;
        for (int i = 0; i < without.length; i++) {
            double up = above - days.get(i).above();
            double down = below - days.get(i).below();
            // One day that brought all there was is as large a change as can be told.
            without[i] = up > 0 && down > 0 ? Math.log(up / down) : Math.log(above / below) + (up > 0 ? 1 : -1);
            mean += without[i] / without.length;
        }
        double squares = 0;
        for (double each : without) {
            squares += (each - mean) * (each - mean);
        }
        return squares * (without.length - 1) / without.length;
    }
}
