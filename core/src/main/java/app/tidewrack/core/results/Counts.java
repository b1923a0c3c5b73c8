package app.tidewrack.core.results;

/**
 * What an ad, or a sum of ads, brought. Reach is not here: people are never added.
 *
 * @param spendMinor in minor units of the account's currency
 */
public record Counts(long impressions, long clicks, long conversions, long spendMinor) {
    public static final Counts NONE = new Counts(0, 0, 0, 0);

    public Counts plus(Counts other) {
        return new Counts(
                impressions + other.impressions,
                clicks + other.clicks,
                conversions + other.conversions,
                spendMinor + other.spendMinor);
    }
}
