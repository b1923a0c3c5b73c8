package app.tidewrack.core.audience;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;

/**
 * A size as networks tell it: three significant figures, and never under the privacy floor.
 *
 * @param people rounded people, or the floor itself when {@code fewer}
 * @param fewer true when the real size is under the floor
 */
public record AudienceSize(long people, boolean fewer) {

    /** @param floor sizes under this are not told */
    public static AudienceSize told(long exact, long floor) {
        if (exact < floor) {
            return new AudienceSize(floor, true);
        }
        return new AudienceSize(
                BigDecimal.valueOf(exact)
                        .round(new MathContext(3, RoundingMode.HALF_UP))
                        .longValue(),
                false);
    }
}
