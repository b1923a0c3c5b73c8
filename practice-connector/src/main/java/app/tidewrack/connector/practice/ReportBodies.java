package app.tidewrack.connector.practice;

import app.tidewrack.connector.Reports.Hour;
import app.tidewrack.connector.Reports.Page;
import app.tidewrack.connector.Reports.PartOfDay;
import app.tidewrack.connector.Reports.Unread;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Doubt;
import app.tidewrack.core.results.Measure;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import tools.jackson.databind.JsonNode;

/** Reports as the practice network writes them. They are read line by line, so that one which says nothing keeps no other out. */
final class ReportBodies {
    /** What networks count, by the name it has in reports: {@code watched25}. Money spent stands apart. */
    private static final Map<String, Measure> FIELDS = Measure.REPORTED.stream()
            .filter(m -> m != Measure.SPEND)
            .collect(Collectors.toMap(ReportBodies::field, Function.identity()));

    private static final String AD = "adId";

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

    /** A line that does not say what stands in its place. */
    private static final class NotRead extends RuntimeException {
        private static final long serialVersionUID = 1;
        private final transient Doubt doubt;

        NotRead(String field, JsonNode told) {
            super(field, null, false, false);
            doubt = Doubt.unreadable(field, told.isMissingNode() ? null : told.isString() ? told.asString() : told);
        }
    }

    static Page<Hour> hours(List<JsonNode> lines) {
        return page(
                lines,
                "hour",
                l -> new Hour(number(l, "seq"), text(l, AD), read(l, "hour", Instant::parse), counts(l)));
    }

    static Page<PartOfDay> parts(List<JsonNode> lines) {
        return page(lines, "day", l -> {
            Map<String, String> by = new HashMap<>();
            l.path("by")
                    .properties()
                    .forEach(p -> by.put(p.getKey(), p.getValue().asString("")));
            return new PartOfDay(text(l, AD), read(l, "day", LocalDate::parse), by, counts(l));
        });
    }

    private static <T> Page<T> page(List<JsonNode> lines, String at, Function<JsonNode, T> line) {
        List<T> told = new ArrayList<>(lines.size());
        List<Unread> unread = new ArrayList<>();
        for (JsonNode l : lines) {
            try {
                told.add(line.apply(l));
            } catch (NotRead e) {
                unread.add(new Unread(l.path(AD).asString(""), l.path(at).asString(""), e.doubt));
            }
        }
        return new Page<>(told, unread);
    }

    private static String text(JsonNode line, String field) {
        JsonNode told = line.path(field);
        if (!told.isString() || told.asString().isBlank()) {
            throw new NotRead(field, told);
        }
        return told.asString();
    }

    private static <T> T read(JsonNode line, String field, Function<String, T> reading) {
        try {
            return reading.apply(text(line, field));
        } catch (DateTimeException e) {
            throw new NotRead(field, line.path(field));
        }
    }

    private static long number(JsonNode line, String field) {
        JsonNode told = line.path(field);
        if (!told.isIntegralNumber() || !told.canConvertToLong()) {
            throw new NotRead(field, told);
        }
        return told.asLong();
    }

    /** What is not named is 0. */
    private static Counts counts(JsonNode line) {
        Map<Measure, Long> counts = new EnumMap<>(Measure.class);
        JsonNode told = line.path("counts");
        FIELDS.forEach((field, measure) -> {
            if (told.has(field)) {
                counts.put(measure, number(told, field));
            }
        });
        counts.put(Measure.SPEND, number(line, "spendMinor"));
        return Counts.of(counts);
    }
}
