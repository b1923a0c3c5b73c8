package app.tidewrack.core.network;

import java.time.Duration;
import java.util.List;

/**
 * What is told afterwards.
 *
 * @param delay how long after an hour its numbers come
 * @param breakdowns what numbers can be broken down by
 * @param clickDays an event counts this many days after a click, the usual one first
 * @param viewDays and this many after an impression
 */
public record ReportRule(Duration delay, List<String> breakdowns, List<Integer> clickDays, List<Integer> viewDays) {}
