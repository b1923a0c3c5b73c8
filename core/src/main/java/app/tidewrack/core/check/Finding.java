package app.tidewrack.core.check;

/**
 * One thing a rule found: what it saw, what the rule allows, and how to mend it.
 *
 * @param rule the rule's id, such as {@code money.under-lowest}
 * @param says one sentence with value and limit
 * @param mend one sentence with what to do
 * @param mendable {@link Mends} can do it with one key
 */
public record Finding(
        String rule,
        Severity severity,
        Place place,
        String value,
        String limit,
        String says,
        String mend,
        boolean mendable) {}
