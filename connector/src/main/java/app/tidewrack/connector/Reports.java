package app.tidewrack.connector;

import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Doubt;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** What ads brought, as a network reports it. */
public interface Reports {
    /** @param after cursor of the last hour already had, 0 for all; nothing on the page when there is no more */
    Page<Hour> reports(String account, long after);

    /**
     * Begins a report of whole days; see {@link #report}.
     *
     * @param by one breakdown of the rulebook's, or two that are told together
     * @return its id
     */
    String beginReport(String account, LocalDate from, LocalDate to, List<String> by);

    ReportState report(String account, String reportId);

    /** @param page from 0; one with nothing on it is the end */
    Page<PartOfDay> reportRows(String account, String reportId, int page);

    /**
     * Different people reached by each named set of ads.
     *
     * @param from first account day; null from the start
     * @param to last account day, included; null until now
     */
    Map<String, Long> reach(
            String account, @Nullable LocalDate from, @Nullable LocalDate to, Map<String, List<String>> sets);

    /** People of each ad group's audience who belong to it alone; nothing where groups are not held apart. */
    Map<String, Long> parts(String campaignId);

    /**
     * Some lines of a report, in its order.
     *
     * @param unread lines that say nothing which could be read; they are not asked for again
     */
    record Page<T>(List<T> told, List<Unread> unread) {
        public static <T> Page<T> of(List<T> told) {
            return new Page<>(told, List.of());
        }

        public boolean isEmpty() {
            return told.isEmpty() && unread.isEmpty();
        }
    }

    /**
     * A line that was not understood.
     *
     * @param ad the network's id, as far as it can be read, else empty
     * @param at hour or day as it was told, as far as it can be read, else empty
     */
    record Unread(String ad, String at, Doubt doubt) {}

    /**
     * What one ad brought in one hour.
     *
     * @param counts as far as they are known by now; a later page may correct them
     */
    record Hour(long seq, String adId, Instant hour, Counts counts) {}

    /** @param state {@code RUNNING}, {@code DONE} or {@code FAILED} */
    record ReportState(String state, @Nullable String problem) {}

    /**
     * What one ad brought on one account day from those of one value.
     *
     * @param by value by breakdown
     */
    record PartOfDay(String adId, LocalDate day, Map<String, String> by, Counts counts) {}
}
