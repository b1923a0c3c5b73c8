package app.tidewrack.server.results;

import app.tidewrack.core.results.Metric;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Currency;
import org.jspecify.annotations.Nullable;

/** Numbers as files hold them, for spreadsheets and programs to read. */
final class ResultText {
    private static final int PLACES = 6;

    private ResultText() {}

    /** Money in whole units of its currency, shares from 0 to 1; empty where there is no number. */
    static Object cell(Metric metric, @Nullable Double value, String currency) {
        if (value == null) {
            return "";
        }
        BigDecimal exact = BigDecimal.valueOf(value);
        if (metric.formula().unit().money() == 1) {
            exact = exact.movePointLeft(Currency.getInstance(currency).getDefaultFractionDigits());
        }
        return rounded(exact);
    }

    /** Empty where no network has counted them. */
    static Object people(@Nullable Long people) {
        return people == null ? "" : people;
    }

    /** Impressions for each of the people; empty without any. */
    static Object frequency(@Nullable Double impressions, @Nullable Long people) {
        return impressions == null || people == null || people == 0
                ? ""
                : rounded(BigDecimal.valueOf(impressions / people));
    }

    private static BigDecimal rounded(BigDecimal exact) {
        BigDecimal rounded = exact.setScale(PLACES, RoundingMode.HALF_EVEN).stripTrailingZeros();
        return rounded.scale() < 0 ? rounded.setScale(0) : rounded;
    }
}
