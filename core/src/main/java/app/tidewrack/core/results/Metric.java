package app.tidewrack.core.results;

import java.util.OptionalDouble;
import java.util.function.ToDoubleFunction;

/** A number that results are judged by. Costs are in minor units per one; rates are shares from 0 to 1. */
public enum Metric {
    IMPRESSIONS(false, c -> c.impressions()),
    CLICKS(false, c -> c.clicks()),
    CLICK_RATE(false, c -> ratio(c.clicks(), c.impressions())),
    COST_PER_CLICK(true, c -> ratio(c.spendMinor(), c.clicks())),
    CONVERSIONS(false, c -> c.conversions()),
    COST_PER_CONVERSION(true, c -> ratio(c.spendMinor(), c.conversions())),
    SPEND(false, c -> c.spendMinor());

    private final boolean lowerIsBetter;
    private final ToDoubleFunction<Counts> formula;

    Metric(boolean lowerIsBetter, ToDoubleFunction<Counts> formula) {
        this.lowerIsBetter = lowerIsBetter;
        this.formula = formula;
    }

    private static double ratio(long part, long whole) {
        return whole == 0 ? Double.NaN : (double) part / whole;
    }

    public boolean lowerIsBetter() {
        return lowerIsBetter;
    }

    /** Empty where the number has no meaning yet, such as a cost per click without clicks. */
    public OptionalDouble of(Counts counts) {
        double value = formula.applyAsDouble(counts);
        return Double.isNaN(value) ? OptionalDouble.empty() : OptionalDouble.of(value);
    }
}
