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
        BigDecimal rounded = exact.setScale(PLACES, RoundingMode.HALF_EVEN).stripTrailingZeros();
        return rounded.scale() < 0 ? rounded.setScale(0) : rounded;
    }
}
