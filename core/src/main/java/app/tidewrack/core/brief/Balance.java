package app.tidewrack.core.brief;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.refusal.Refusal;

/**
 * Money, days, rows and target cost of a brief in balance: every row gets the network's lowest on every day, and money for
 * enough results to judge it by. {@code money ≥ rows × max(lowest × days, results × target)}. Any one of the four follows from
 * the other three; it is rounded so that the balance holds: money up, the others down.
 *
 * @param days 1 to {@value #MOST_DAYS}
 * @param rows 1 to {@value #MOST_ROWS}
 * @param target most that one result may cost
 */
public record Balance(Money money, long days, long rows, Money target) {
    private static final long MOST_DAYS = 366;
    private static final long MOST_ROWS = 10_000;
    private static final long MOST_RESULTS = 1_000;

    /** @throws Refusal when days or rows are out of range */
    public Balance {
        requireWithin("days", days, MOST_DAYS);
        requireWithin("rows", rows, MOST_ROWS);
    }

    private static void requireWithin(String field, long value, long most) {
        if (value < 1 || value > most) {
            throw new Refusal(
                    field, "%,d %s are out of 1 to %,d.".formatted(value, field, most), "Choose a number within it.");
        }
    }

    /** Which of the four is looked for. */
    public enum Unknown {
        MONEY,
        DAYS,
        ROWS,
        TARGET
    }

    /**
     * What a row needs.
     *
     * @param lowestDaily the network's lowest daily money of an ad group
     * @param results so many tell a good row from a bad one, 1 to {@value #MOST_RESULTS}
     */
    public record Need(Money lowestDaily, long results) {
        /** @throws Refusal (field {@code results}) when they are out of range */
        public Need {
            requireWithin("results", results, MOST_RESULTS);
        }

        Money ofRow(long days, Money target) {
            Money byDay = lowestDaily.times(days);
            Money byResults = target.times(results);
            return byDay.compareTo(byResults) >= 0 ? byDay : byResults;
        }
    }

    /**
     * Finds one of the four from the other three.
     *
     * @param given all four; the value of the unknown is not looked at
     * @throws Refusal (field {@code money}, {@code days}, {@code rows} or {@code target}) when the three leave nothing for the
     *     fourth
     */
    public static Balance of(Unknown unknown, Balance given, Need need) {
        return switch (unknown) {
            case MONEY ->
                new Balance(
                        need.ofRow(given.days, given.target).times(given.rows), given.days, given.rows, given.target);
            case ROWS -> given.rows(need);
            case DAYS -> given.days(need);
            case TARGET -> given.target(need);
        };
    }

    private Balance rows(Need need) {
        Money ofRow = need.ofRow(days, target);
        long found = ofRow.minor() == 0 ? MOST_ROWS : Math.min(MOST_ROWS, money.minor() / ofRow.minor());
        if (found < 1) {
            throw new Refusal(
                    "money",
                    "%s feeds no row: one needs %s in %d days.".formatted(money, ofRow, days),
                    "Raise the money, or lower the days or the target cost.");
        }
        return new Balance(money, days, found, target);
    }

    private Balance days(Need need) {
        Money results = target.times(need.results()).times(rows);
        if (results.compareTo(money) > 0) {
            throw new Refusal(
                    "money",
                    "%s is under %s, which %d results for each of %d rows cost at %s each."
                            .formatted(money, results, need.results(), rows, target),
                    "Raise the money, or lower the rows or the target cost.");
        }
        long aDay = need.lowestDaily().times(rows).minor();
        long found = aDay == 0 ? MOST_DAYS : Math.min(MOST_DAYS, money.minor() / aDay);
        if (found < 1) {
            throw new Refusal(
                    "money",
                    "%s does not pay %d rows for a day at %s each.".formatted(money, rows, need.lowestDaily()),
                    "Raise the money or lower the rows.");
        }
        return new Balance(money, found, rows, target);
    }

    private Balance target(Need need) {
        Money lowest = need.lowestDaily().times(days).times(rows);
        if (lowest.compareTo(money) > 0) {
            throw new Refusal(
                    "money",
                    "%s is under %s, the network’s lowest for %d rows and %d days."
                            .formatted(money, lowest, rows, days),
                    "Raise the money, or lower the rows or the days.");
        }
        long each = money.minor() / Math.multiplyExact(rows, need.results());
        return new Balance(money, days, rows, new Money(each, money.currency()));
    }
}
