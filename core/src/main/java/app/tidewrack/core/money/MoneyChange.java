package app.tidewrack.core.money;

import app.tidewrack.core.refusal.Refusal;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Currency;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What is done to amounts of money, each by itself: set to one, raised or lowered by one, or multiplied.
 *
 * @param amount what is set or added, which may be negative; zero for a factor
 * @param factor what is multiplied by; zero for an amount
 */
public record MoneyChange(Kind kind, Money amount, BigDecimal factor) {
    private static final Pattern SHARE = Pattern.compile("([+\\-−])\\s*(\\d{1,4}(?:[.,]\\d{1,4})?)\\s*%");
    private static final Pattern TIMES = Pattern.compile("[×x*]\\s*(\\d{1,4}(?:[.,]\\d{1,4})?)");
    private static final Pattern STEP = Pattern.compile("([+\\-−])\\s*(\\S.*)");
    private static final BigDecimal HUNDRED = BigDecimal.valueOf(100);

    /** How amounts change. */
    public enum Kind {
        SET,
        ADD,
        TIMES
    }

    /**
     * Reads a change as a person types it: {@code 12} sets, {@code +2} and {@code −2} add, {@code +10 %}, {@code −10 %} and
     * {@code ×1.5} multiply.
     *
     * @throws Refusal (field {@code money}) when it is none
     */
    public static MoneyChange parse(String text, Currency currency) {
        String typed = text.strip();
        Matcher share = SHARE.matcher(typed);
        if (share.matches()) {
            BigDecimal percent = decimal(share.group(2));
            BigDecimal signed = share.group(1).equals("+") ? percent : percent.negate();
            return times(HUNDRED.add(signed).divide(HUNDRED), currency);
        }
        Matcher times = TIMES.matcher(typed);
        if (times.matches()) {
            return times(decimal(times.group(1)), currency);
        }
        Matcher step = STEP.matcher(typed);
        if (step.matches()) {
            Money by = Money.parse(step.group(2), currency);
            Money signed = step.group(1).equals("+") ? by : Money.zero(currency).minus(by);
            return new MoneyChange(Kind.ADD, signed, BigDecimal.ZERO);
        }
        return new MoneyChange(Kind.SET, Money.parse(typed, currency), BigDecimal.ZERO);
    }

    private static MoneyChange times(BigDecimal factor, Currency currency) {
        return new MoneyChange(Kind.TIMES, Money.zero(currency), factor);
    }

    private static BigDecimal decimal(String digits) {
        return new BigDecimal(digits.replace(',', '.'));
    }

    /**
     * The amount after the change; products are rounded half up to a minor unit.
     *
     * @throws Refusal (field {@code money}) when it would be under zero or over {@link Money#LARGEST_MINOR}
     */
    public Money of(Money before) {
        Money after = switch (kind) {
            case SET -> amount;
            case ADD -> before.plus(amount);
            case TIMES ->
                new Money(
                        BigDecimal.valueOf(before.minor())
                                .multiply(factor)
                                .setScale(0, RoundingMode.HALF_UP)
                                .longValueExact(),
                        before.currency());
        };
        if (after.minor() < 0 || after.minor() > Money.LARGEST_MINOR) {
            throw new Refusal(
                    "money",
                    "%s would become %s; amounts are from 0 to %s."
                            .formatted(before, after, new Money(Money.LARGEST_MINOR, before.currency())),
                    "Change it by less.");
        }
        return after;
    }
}
