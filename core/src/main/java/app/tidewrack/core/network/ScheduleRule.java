package app.tidewrack.core.network;

import java.util.List;

/**
 * When ads run.
 *
 * @param hours whether hours of the day can be chosen
 * @param mostDays longest flight
 */
public record ScheduleRule(List<Pace> paces, boolean hours, int mostDays) {
    /** How money is spread over a day. */
    public enum Pace {
        EVEN,
        FRONT
    }
}
