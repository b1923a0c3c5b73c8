package app.tidewrack.practice.source;

import org.jspecify.annotations.Nullable;

/**
 * What is sent to make a source audience.
 *
 * @param kind {@code list}, {@code site}, {@code video}, {@code form} or {@code profile}
 * @param event for a site: which event of the tag; for a form: {@code open} or {@code send}
 * @param subject which video (its SHA-256), form or profile
 * @param percent for a video: share watched, one of 0 (three seconds), 25, 50, 75, 95
 * @param fromDay for a site: days since the last event, 0 for today
 * @param toDay likewise, both included, at most 180; for the others: engaged within so many days
 */
public record SourceOrder(
        String name,
        String kind,
        @Nullable String event,
        @Nullable String subject,
        @Nullable Integer percent,
        @Nullable Integer fromDay,
        @Nullable Integer toDay) {}
