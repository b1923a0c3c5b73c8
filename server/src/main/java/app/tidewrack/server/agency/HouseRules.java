package app.tidewrack.server.agency;

import java.util.List;

/**
 * Numbers and choices of the house that screens tell.
 *
 * @param shortestPassword signs
 * @param idleHours after which a session ends that nobody uses
 * @param sessionDays after which one ends in any case
 * @param bringBackDays for which what was taken away can be brought back
 * @param languages ways of writing dates and numbers, BCP 47
 */
public record HouseRules(
        int shortestPassword, long idleHours, long sessionDays, int bringBackDays, List<String> languages) {
    public static final int DAYS_TO_BRING_BACK = 30;
}
