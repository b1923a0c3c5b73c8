package app.tidewrack.connector.practice;

import app.tidewrack.connector.Reports.Hour;
import app.tidewrack.connector.Reports.PartOfDay;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Measure;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.web.client.RestClientException;

/** Reports as the practice network writes them. */
final class ReportBodies {
    /** Of one ad in an hour; so that a month of them stays within the whole numbers that facts are kept in. */
    private static final long MOST_AN_HOUR = 2_000_000;

    /** Of the longest day there is. */
    private static final long HOURS = 25;

    /** What networks count, by the name it has in reports: {@code watched25}. Money spent stands apart. */
    private static final Map<String, Measure> FIELDS = Measure.REPORTED.stream()
            .filter(m -> m != Measure.SPEND)
            .collect(Collectors.toMap(ReportBodies::field, Function.identity()));

    private ReportBodies() {}

    private static String field(Measure measure) {
        String[] words = (measure == Measure.VALUE ? "value_minor" : measure.code()).split("_");
        return words[0]
                + Arrays.stream(words)
                        .skip(1)
                        .map(w -> Character.toUpperCase(w.charAt(0)) + w.substring(1))
                        .collect(Collectors.joining());
    }

    record ReportAsked(LocalDate from, LocalDate to, boolean hourly, List<String> by) {}

    record HourTold(long seq, String adId, Instant hour, long spendMinor, Map<String, Long> counts) {
        Hour told() {
            return new Hour(seq, adId, hour, ReportBodies.counts(counts, spendMinor, MOST_AN_HOUR));
        }
    }

    record PartTold(String adId, LocalDate day, Map<String, String> by, long spendMinor, Map<String, Long> counts) {
        PartOfDay told() {
            return new PartOfDay(adId, day, by, ReportBodies.counts(counts, spendMinor, HOURS * MOST_AN_HOUR));
        }
    }

    /**
     * @param most of anything but money that is believed of one ad
     * @throws RestClientException when more is told
     */
    private static Counts counts(Map<String, Long> told, long spendMinor, long most) {
        Map<Measure, Long> counts = new EnumMap<>(Measure.class);
        FIELDS.forEach((field, measure) -> {
            long count = told.getOrDefault(field, 0L);
            if (measure != Measure.VALUE && Math.abs(count) > most) {
                throw new RestClientException(
                        "%s: %,d of one ad; the most that is believed is %,d.".formatted(field, count, most));
            }
            counts.put(measure, count);
        });
        counts.put(Measure.SPEND, spendMinor);
        return Counts.of(counts);
    }
}
