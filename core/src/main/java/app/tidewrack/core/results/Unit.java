package app.tidewrack.core.results;

import java.util.Set;

/**
 * What a number is of: powers of money and of things counted. Money per click is {@code (1, -1)}, a share {@code (0, 0)}.
 */
public record Unit(int money, int count) {
    public static final Unit PLAIN = new Unit(0, 0);
    public static final Unit COUNT = new Unit(0, 1);
    public static final Unit MONEY = new Unit(1, 0);
    public static final Unit MONEY_EACH = new Unit(1, -1);

    /** Units that people can read; a product of two sums of money is none. */
    private static final Set<Unit> READ = Set.of(PLAIN, COUNT, MONEY, MONEY_EACH, new Unit(-1, 1));

    Unit times(Unit other) {
        return new Unit(money + other.money, count + other.count);
    }

    Unit per(Unit other) {
        return new Unit(money - other.money, count - other.count);
    }

    boolean isRead() {
        return READ.contains(this);
    }

    /** {@code money}, {@code a count}, {@code money for each}, {@code a plain number}, {@code a count for money}. */
    public String words() {
        if (equals(PLAIN)) {
            return "a plain number";
        } else if (equals(COUNT)) {
            return "a count";
        } else if (equals(MONEY)) {
            return "money";
        } else if (equals(MONEY_EACH)) {
            return "money for each";
        }
        return equals(new Unit(-1, 1)) ? "a count for money" : "money^%d × count^%d".formatted(money, count);
    }
}
