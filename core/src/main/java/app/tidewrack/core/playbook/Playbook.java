package app.tidewrack.core.playbook;

import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.results.Metric;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A client's rules of decision.
 *
 * @param moves that may be advised
 * @param leaveDays a new or changed row is left alone for so many whole days, {@value #LEAST_DAYS} to 14
 * @param raisePercent by how much a good row's money is raised, 1 to {@value #MOST_RAISE}
 * @param copies sideways, 1 to 10
 * @param stopSpend a bad row is stopped once it spent so many times what a result may cost, 1 to 20
 * @param emptySpend likewise for a row without results
 * @param tiredShare a row is tired when its click rate fell under this share of what it was, over 0 and under 1
 * @param tiredFrequency and people have seen it so often on average, 1 to 20
 * @param certainty that a row is good or bad, 0.8 to 0.99
 * @param judged by temperature; a temperature without one is judged by the first number that is usual for it
 */
public record Playbook(
        Set<Move> moves,
        int leaveDays,
        int raisePercent,
        int copies,
        double stopSpend,
        double emptySpend,
        double tiredShare,
        double tiredFrequency,
        double certainty,
        List<Target> judged) {
    /** No rule acts before (common practice: a new test is left alone for 3 to 5 days). */
    public static final int LEAST_DAYS = 3;

    /** No step is greater, in per cent (common practice: 10 to 20 %). */
    public static final int MOST_RAISE = 20;

    private static final int MOST_LEAVE = 14;
    private static final int MOST_COPIES = 10;
    private static final double MOST_TIMES = 20;

    /**
     * What ads of a temperature are judged by.
     *
     * @param metric code of a number that rests on counts
     * @param value the worst that is still good, shares from 0 to 1, costs in minor units; null to judge rows by one another
     * @param currency of a cost; empty for a share
     */
    public record Target(
            Temperature temperature,
            String metric,
            @Nullable Double value,
            String currency) {}

    /** Common practice: four days, 15 %, five copies, stop at three times the target, fatigue at two thirds and 2.5 views. */
    public static final Playbook USUAL =
            new Playbook(EnumSet.allOf(Move.class), 4, 15, 5, 3, 3, 0.67, 2.5, 0.9, List.of());

    /** @throws Refusal naming the field that is out of its limits */
    public Playbook {
        moves = moves.isEmpty() ? Set.of() : Set.copyOf(EnumSet.copyOf(moves));
        judged = List.copyOf(judged);
        limits("leaveDays", "days to leave a row alone", leaveDays, LEAST_DAYS, MOST_LEAVE);
        limits("raisePercent", "step in per cent", raisePercent, 1, MOST_RAISE);
        limits("copies", "copies", copies, 1, MOST_COPIES);
        limits("stopSpend", "times the cost of a result", stopSpend, 1, MOST_TIMES);
        limits("emptySpend", "times the cost of a result", emptySpend, 1, MOST_TIMES);
        limits("tiredShare", "share of the first click rate", tiredShare, 0.1, 0.95);
        limits("tiredFrequency", "views a person", tiredFrequency, 1, MOST_TIMES);
        limits("certainty", "certainty", certainty, 0.8, 0.99);
        for (Target target : judged) {
            Metric metric = Metric.USUAL.get(target.metric());
            if (metric == null || metric.rests().isEmpty()) {
                throw new Refusal(
                        "judged",
                        "Nothing is judged by “%s”: it is a sum, or no number.".formatted(target.metric()),
                        "Choose a share or a cost for each.");
            }
            if (target.value() != null && !(target.value() > 0)) {
                throw new Refusal(
                        "judged",
                        "The target %s of %s is not over 0.".formatted(target.value(), metric.words()),
                        "Leave it empty to judge rows by one another.");
            }
        }
    }

    private static void limits(String field, String what, double value, double least, double most) {
        if (!(value >= least && value <= most)) {
            throw new Refusal(
                    field,
                    "The %s are %s; they go from %s to %s.".formatted(what, plain(value), plain(least), plain(most)),
                    "Choose within that.");
        }
    }

    private static String plain(double value) {
        return value == Math.rint(value) ? String.valueOf((long) value) : String.valueOf(value);
    }

    boolean may(Move move) {
        return moves.contains(move);
    }

    /** By what rows of a temperature in a currency are judged. */
    public Target judging(Temperature temperature, String currency) {
        return judged.stream()
                .filter(t -> t.temperature() == temperature
                        && (t.value() == null
                                || t.currency().isEmpty()
                                || t.currency().equals(currency)))
                .findFirst()
                .orElse(new Target(
                        temperature, Metric.judging(temperature).get(0).code(), null, currency));
    }
}
