package app.tidewrack.core.forecast;

import app.tidewrack.core.refusal.Refusal;
import java.util.EnumMap;
import java.util.Locale;
import java.util.Map;

/**
 * Price arithmetic of the trade: money, impressions, clicks and results, what each costs, and how many of one come of another.
 * From any that say enough the rest follows. Money is in units of one currency, rates are shares from 0 to 1; nothing is rounded.
 */
public final class PriceSums {
    /** How far sums may lie apart that are typed as they are read, rounded. */
    private static final double TOLERANCE = 0.01;

    private static final double LARGEST = 1e12;

    private PriceSums() {}

    /** What can be known. */
    public enum Quantity {
        MONEY("money"),
        IMPRESSIONS("impressions"),
        CLICKS("clicks"),
        RESULTS("results"),
        PER_THOUSAND("cost of a thousand impressions"),
        PER_CLICK("cost of a click"),
        PER_RESULT("cost of a result"),
        CLICK_RATE("click rate"),
        RESULT_RATE("result rate");

        private final String words;

        Quantity(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }

        boolean rate() {
            return this == CLICK_RATE || this == RESULT_RATE;
        }
    }

    /** {@code product = left × right ÷ scale}. */
    private record Sum(Quantity product, Quantity left, Quantity right, double scale) {

        /** Works out the one that is not known; true when it did. */
        boolean fill(Map<Quantity, Double> known) {
            Double p = known.get(product);
            Double l = known.get(left);
            Double r = known.get(right);
            if (p == null && l != null && r != null) {
                return put(known, product, l * r / scale);
            }
            if (l == null && p != null && r != null && r != 0) {
                return put(known, left, p * scale / r);
            }
            return r == null && p != null && l != null && l != 0 && put(known, right, p * scale / l);
        }

        private static boolean put(Map<Quantity, Double> known, Quantity quantity, double value) {
            known.put(quantity, value);
            return true;
        }

        boolean contradicts(Map<Quantity, Double> known) {
            Double is = known.get(product);
            Double one = known.get(left);
            Double other = known.get(right);
            if (is == null || one == null || other == null) {
                return false;
            }
            double ought = one * other / scale;
            return Math.abs(is - ought) > TOLERANCE * Math.max(is, ought);
        }
    }

    private static final Sum[] SUMS = {
        new Sum(Quantity.MONEY, Quantity.IMPRESSIONS, Quantity.PER_THOUSAND, 1000),
        new Sum(Quantity.MONEY, Quantity.CLICKS, Quantity.PER_CLICK, 1),
        new Sum(Quantity.MONEY, Quantity.RESULTS, Quantity.PER_RESULT, 1),
        new Sum(Quantity.CLICKS, Quantity.IMPRESSIONS, Quantity.CLICK_RATE, 1),
        new Sum(Quantity.RESULTS, Quantity.CLICKS, Quantity.RESULT_RATE, 1),
        // Where neither money nor impressions are known, costs and rates still give one another.
        new Sum(Quantity.PER_THOUSAND, Quantity.PER_CLICK, Quantity.CLICK_RATE, 0.001),
        new Sum(Quantity.PER_CLICK, Quantity.PER_RESULT, Quantity.RESULT_RATE, 1),
    };

    /**
     * All that follows.
     *
     * @param known from 0 to 10¹²; rates to 1
     * @return what was known and what follows from it
     * @throws Refusal (field by its name) when a value is out of range, or two say different things
     */
    public static Map<Quantity, Double> of(Map<Quantity, Double> known) {
        Map<Quantity, Double> all = new EnumMap<>(Quantity.class);
        known.forEach((quantity, value) -> {
            double most = quantity.rate() ? 1 : LARGEST;
            if (!(value >= 0) || value > most) {
                throw new Refusal(
                        field(quantity),
                        "%s of %s cannot be.".formatted(quantity.words(), value),
                        "Give from 0 to %s.".formatted(quantity.rate() ? "100 %" : "1,000,000,000,000"));
            }
            all.put(quantity, value);
        });
        boolean filled = true;
        while (filled) {
            filled = false;
            for (Sum sum : SUMS) {
                filled |= sum.fill(all);
            }
        }
        for (Sum sum : SUMS) {
            if (sum.contradicts(all)) {
                throw new Refusal(
                        field(sum.product()),
                        "%s, %s and %s do not go together."
                                .formatted(
                                        sum.product().words(),
                                        sum.left().words(),
                                        sum.right().words()),
                        "Clear one of them.");
            }
        }
        return all;
    }

    private static String field(Quantity quantity) {
        return quantity.name().toLowerCase(Locale.ROOT);
    }
}
