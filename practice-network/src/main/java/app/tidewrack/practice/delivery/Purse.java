package app.tidewrack.practice.delivery;

import app.tidewrack.practice.campaign.Orders.Budget;
import app.tidewrack.practice.world.Chance;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Map;
import java.util.TreeMap;

/** The money of a campaign or ad group and what of it was spent, in ten-thousandths of a minor unit. */
final class Purse {
    static final long TINY = 10_000;

    private final String owner;
    private final Budget budget;
    private final LocalDate startsOn;
    private final LocalDate endsOn;
    private final int overDayPercent;
    private final TreeMap<LocalDate, Long> spent;

    /** @param overDayPercent how far a day may go over, where the flight as a whole does not */
    Purse(
            String owner,
            Budget budget,
            LocalDate startsOn,
            LocalDate endsOn,
            int overDayPercent,
            Map<LocalDate, Long> spent) {
        this.owner = owner;
        this.budget = budget;
        this.startsOn = startsOn;
        this.endsOn = endsOn;
        this.overDayPercent = overDayPercent;
        this.spent = new TreeMap<>(spent);
    }

    String owner() {
        return owner;
    }

    /** The most that may be spent on a day, over all its hours. */
    long mostOn(LocalDate day) {
        long before = spent.headMap(day).values().stream().mapToLong(s -> s).sum();
        if (budget.lifetime()) {
            long left = budget.minor() * TINY - before;
            return Math.max(0, left / Math.max(1, ChronoUnit.DAYS.between(day, endsOn)));
        }
        double over = 1 + overDayPercent / 100.0 * Chance.unit(Chance.seed(owner), day.toEpochDay());
        long flight = budget.minor() * TINY * (ChronoUnit.DAYS.between(startsOn, day) + 1) - before;
        return Math.max(0, Math.min((long) (budget.minor() * TINY * over), flight));
    }

    long spentOn(LocalDate day) {
        return spent.getOrDefault(day, 0L);
    }

    void spend(LocalDate day, long tiny) {
        spent.merge(day, tiny, Long::sum);
    }

    Map<LocalDate, Long> spentFrom(LocalDate day) {
        return spent.tailMap(day);
    }
}
