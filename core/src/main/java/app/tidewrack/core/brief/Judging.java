package app.tidewrack.core.brief;

import app.tidewrack.core.forecast.Range;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.splittest.SampleSize;
import org.jspecify.annotations.Nullable;

/**
 * How long a test must run at the money planned for it. Results after a click are counted among clicks, others among
 * impressions.
 *
 * @param perCell impressions or clicks that each cell needs, rounded up
 * @param clicks true when {@code perCell} counts clicks
 * @param impressions of all cells together, rounded up
 * @param cost of these impressions, in minor units, rounded up
 * @param days at the daily money, rounded up; never under {@value #LEAST_DAYS}: a new test is left alone so long (common
 *     practice)
 */
public record Judging(double perCell, boolean clicks, double impressions, double cost, double days) {
    static final int LEAST_DAYS = 3;

    /**
     * @param cells 2 or more
     * @param lift difference to be told, as a share of the usual rate, over 0: 0.25 tells 1.25 % from 1 %
     * @param thousand minor units that a thousand impressions usually cost
     * @param daily money of all cells together a day
     * @return null when the result is no rate, or there is no money
     */
    public static @Nullable Judging of(Result result, int cells, double lift, Range thousand, Money daily) {
        if (result == Result.THOUSAND || daily.minor() <= 0) {
            return null;
        }
        double rate = middle(result.ofImpressions());
        double clickRate = middle(Result.CLICK.ofImpressions());
        double base = result.afterClick() ? rate / clickRate : rate;
        double perCell =
                Math.ceil(SampleSize.withDefaults().with(cells).perCell(base, Math.min(0.99, base * (1 + lift))));
        double impressions = Math.ceil(perCell * cells / (result.afterClick() ? clickRate : 1));
        double cost = Math.ceil(impressions * middle(thousand) / 1000);
        double days = Math.max(LEAST_DAYS, Math.ceil(cost / daily.minor()));
        return new Judging(perCell, result.afterClick(), impressions, cost, days);
    }

    /** Rates and prices are spread by factors, so the middle is the geometric one. */
    private static double middle(Range range) {
        return Math.sqrt(range.from() * range.to());
    }
}
