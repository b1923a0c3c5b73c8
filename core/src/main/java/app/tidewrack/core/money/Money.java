package app.tidewrack.core.money;

import app.tidewrack.core.refusal.Refusal;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;

/**
 * An amount in whole minor units of one currency (ISO 4217 exponent as the JDK gives it: JPY 0, EUR 2, KWD 3). Never
 * rounds by itself; amounts of two currencies never meet.
 */
public record Money(long minor, Currency currency) implements Comparable<Money> {
    /** The largest amount that can be typed, in minor units: a thousand million pounds or euros. */
    public static final long LARGEST_MINOR = 100_000_000_000L;

    public static Money ofMinor(long minor, String currency) {
        return new Money(minor, Currency.getInstance(currency));
    }

    public static Money zero(Currency currency) {
        return new Money(0, currency);
    }

    /**
     * Reads an amount as a person types it: {@code 12}, {@code 12.5}, {@code £1,200.50}, {@code 12,50}. A single comma
     * with exactly three digits after it groups thousands; with one or two it is the decimal mark.
     *
     * @throws Refusal (field {@code money}) when the text is no amount, is negative, has more decimals than the currency,
     *     or is over {@link #LARGEST_MINOR}
     */
    public static Money parse(String text, Currency currency) {
        String code = currency.getCurrencyCode();
        String digits = text.strip()
                .replace(currency.getSymbol(Locale.UK), "")
                .replace(code, "")
                .replaceAll("[\\s\\u00a0]", "");
        requireClear(digits, text, currency);
        if (digits.matches("\\d+,\\d{1,2}")) {
            digits = digits.replace(',', '.');
        } else if (digits.matches("\\d{1,3}(,\\d{3})+(\\.\\d+)?")) {
            digits = digits.replace(",", "");
        }
        if (!digits.matches("\\d{1,15}(\\.\\d+)?")) {
            throw new Refusal(
                    "money",
                    "“%s” is not an amount of %s.".formatted(abbreviated(text), code),
                    "Type a number such as 12 or 12.50.");
        }
        BigDecimal amount = new BigDecimal(digits).stripTrailingZeros();
        int exponent = currency.getDefaultFractionDigits();
        if (amount.scale() > exponent) {
            throw new Refusal(
                    "money",
                    "“%s” has %d decimals; %s has %d.".formatted(abbreviated(text), amount.scale(), code, exponent),
                    "Round it to %d.".formatted(exponent));
        }
        BigDecimal minor = amount.movePointRight(exponent);
        if (minor.compareTo(BigDecimal.valueOf(LARGEST_MINOR)) > 0) {
            throw new Refusal(
                    "money",
                    "“%s” is over the largest amount, %s."
                            .formatted(abbreviated(text), new Money(LARGEST_MINOR, currency)),
                    "Type a smaller amount.");
        }
        return new Money(minor.longValueExact(), currency);
    }

    /**
     * Three digits after a single point or comma are thousands to some and decimals to others: a point is taken for a decimal one where
     * the currency has three decimals, a comma for one of thousands where it has not.
     */
    private static void requireClear(String digits, String text, Currency currency) {
        boolean three = currency.getDefaultFractionDigits() == 3;
        if (digits.matches(three ? "\\d{1,3},\\d{3}" : "[1-9]\\d{0,2}\\.\\d{2}0")) {
            String thousands = digits.replaceAll("[.,]", "");
            throw new Refusal(
                    "money",
                    "“%s” is %s to some and %s to others."
                            .formatted(
                                    abbreviated(text),
                                    thousands,
                                    digits.replace(',', '.').replaceAll("\\.?0+$", "")),
                    "Type %s, or %s."
                            .formatted(
                                    thousands,
                                    digits.replace(',', '.').substring(0, digits.length() - (three ? 0 : 1))));
        }
    }

    private static String abbreviated(String text) {
        return text.length() <= 40 ? text : text.substring(0, 40) + "…";
    }

    /** @throws IllegalArgumentException when the currencies differ, naming both */
    public Money plus(Money other) {
        requireSame(other);
        return new Money(Math.addExact(minor, other.minor), currency);
    }

    /** @throws IllegalArgumentException when the currencies differ, naming both */
    public Money minus(Money other) {
        requireSame(other);
        return new Money(Math.subtractExact(minor, other.minor), currency);
    }

    public Money times(long factor) {
        return new Money(Math.multiplyExact(minor, factor), currency);
    }

    /**
     * This amount for each of {@code count} things.
     *
     * @param count at least 1
     * @return the quotient rounded half up to a minor unit
     */
    public Money per(long count) {
        return new Money(
                BigDecimal.valueOf(minor)
                        .divide(BigDecimal.valueOf(count), 0, RoundingMode.HALF_UP)
                        .longValueExact(),
                currency);
    }

    /** Equal parts by largest remainder: they add up to this exactly and differ by at most one minor unit. */
    public List<Money> split(int parts) {
        if (parts < 1) {
            throw new IllegalArgumentException("%s cannot be split into %d parts".formatted(this, parts));
        }
        // Every remainder is the same, so the first parts get what is over.
        long part = Math.floorDiv(minor, parts);
        long over = Math.floorMod(minor, parts);
        return IntStream.range(0, parts)
                .mapToObj(i -> new Money(i < over ? part + 1 : part, currency))
                .toList();
    }

    /**
     * Parts in proportion to {@code shares} by largest remainder (Hamilton's method); ties go to the earlier part. The
     * parts add up to this exactly and each differs from its exact quota by less than one minor unit.
     *
     * @param shares at least one, none negative, not all zero
     */
    public List<Money> splitBy(long[] shares) {
        BigDecimal total = BigDecimal.valueOf(Arrays.stream(shares).sum());
        if (shares.length == 0 || total.signum() <= 0 || Arrays.stream(shares).anyMatch(s -> s < 0)) {
            throw new IllegalArgumentException("Shares %s cannot divide %s".formatted(Arrays.toString(shares), this));
        }
        long[] parts = new long[shares.length];
        BigDecimal[] remainders = new BigDecimal[shares.length];
        long left = minor;
        for (int i = 0; i < shares.length; i++) {
            BigDecimal[] quota = BigDecimal.valueOf(minor)
                    .multiply(BigDecimal.valueOf(shares[i]))
                    .divideAndRemainder(total);
            parts[i] = quota[0].longValueExact();
            remainders[i] = quota[1];
            left -= parts[i];
        }
        IntStream.range(0, parts.length)
                .boxed()
                .sorted(Comparator.comparing((Integer i) -> remainders[i]).reversed())
                .limit(left)
                .forEach(i -> parts[i]++);
        List<Money> split = new ArrayList<>(parts.length);
        for (long part : parts) {
            split.add(new Money(part, currency));
        }
        return List.copyOf(split);
    }

    /** The sum of {@code amounts}, or zero of {@code currency} when there are none. */
    public static Money sum(Currency currency, Iterable<Money> amounts) {
        Money total = zero(currency);
        for (Money amount : amounts) {
            total = total.plus(amount);
        }
        return total;
    }

    private void requireSame(Money other) {
        if (!currency.equals(other.currency)) {
            throw new IllegalArgumentException("Currencies differ: " + currency + " and " + other.currency);
        }
    }

    @Override
    public int compareTo(Money other) {
        requireSame(other);
        return Long.compare(minor, other.minor);
    }

    /** As shown to a British reader: {@code £1,200.50}, {@code €3.00}, {@code DKK 75.00}. */
    @Override
    public String toString() {
        int exponent = currency.getDefaultFractionDigits();
        String symbol = currency.getSymbol(Locale.UK);
        String gap = symbol.length() > 1 ? "\u00a0" : "";
        String amount = String.format(Locale.UK, "%,." + exponent + "f", BigDecimal.valueOf(Math.abs(minor), exponent));
        return (minor < 0 ? "−" : "") + symbol + gap + amount;
    }
}
