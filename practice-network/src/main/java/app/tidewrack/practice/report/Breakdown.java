package app.tidewrack.practice.report;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.practice.network.Network;
import app.tidewrack.practice.report.Cell.Part;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;

/** What rows of a report are broken down by, as asked: one of the network's breakdowns, or age and gender together. */
final class Breakdown {
    private static final Map<Set<String>, Dimension> DIMENSIONS = new HashMap<>();
    private static final Map<String, Part> PARTS = new LinkedHashMap<>();

    static {
        DIMENSIONS.put(Set.of("age"), Dimension.AGE_GENDER);
        DIMENSIONS.put(Set.of("gender"), Dimension.AGE_GENDER);
        DIMENSIONS.put(Set.of("age", "gender"), Dimension.AGE_GENDER);
        DIMENSIONS.put(Set.of("country"), Dimension.REGION);
        DIMENSIONS.put(Set.of("region"), Dimension.REGION);
        DIMENSIONS.put(Set.of("placement"), Dimension.PLACEMENT);
        DIMENSIONS.put(Set.of("device"), Dimension.DEVICE);
        DIMENSIONS.put(Set.of("media"), Dimension.MEDIA);
        DIMENSIONS.put(Set.of("body"), Dimension.BODY);
        DIMENSIONS.put(Set.of("headline"), Dimension.HEADLINE);
        DIMENSIONS.put(Set.of("description"), Dimension.DESCRIPTION);
        DIMENSIONS.put(Set.of("call-to-action"), Dimension.CALL_TO_ACTION);
        DIMENSIONS.put(Set.of("media", "headline"), Dimension.MEDIA_HEADLINE);
        DIMENSIONS.put(Set.of("job-function"), Dimension.JOB_FUNCTION);
        DIMENSIONS.put(Set.of("seniority"), Dimension.SENIORITY);
        DIMENSIONS.put(Set.of("industry"), Dimension.INDUSTRY);
        DIMENSIONS.put(Set.of("company-size"), Dimension.COMPANY_SIZE);
        PARTS.put("age", Part.AGE);
        PARTS.put("gender", Part.GENDER);
        PARTS.put("country", Part.REGION);
        PARTS.put("region", Part.REGION);
        PARTS.put("placement", Part.PLACEMENT);
        PARTS.put("device", Part.DEVICE);
        PARTS.put("media", Part.MEDIA);
        PARTS.put("body", Part.BODY);
        PARTS.put("headline", Part.HEADLINE);
        PARTS.put("description", Part.DESCRIPTION);
        PARTS.put("call-to-action", Part.CALL_TO_ACTION);
        PARTS.put("job-function", Part.JOB_FUNCTION);
        PARTS.put("seniority", Part.SENIORITY);
        PARTS.put("industry", Part.INDUSTRY);
        PARTS.put("company-size", Part.COMPANY_SIZE);
    }

    private static final Set<String> OF_ASSETS = Set.of("media", "body", "headline", "description", "call-to-action");

    private final Network network;
    private final Labels labels;
    private final List<String> by;
    private final Dimension dimension;

    /** @throws Refusal when the network does not tell it */
    Breakdown(Network network, Labels labels, List<String> by) {
        this.network = network;
        this.labels = labels;
        this.by = by;
        List<String> offered = network.rulebook().reports().breakdowns();
        Dimension found = DIMENSIONS.get(Set.copyOf(by));
        boolean told = by.stream().allMatch(b -> offered.contains(OF_ASSETS.contains(b) ? "asset" : b));
        if (found == null || !told) {
            throw new Refusal(
                    "by",
                    "A report by %s is not told here.".formatted(by),
                    "Choose one of %s, or age with gender; of assets choose media, body, headline, description, call-to-action, or media with headline."
                            .formatted(offered));
        }
        dimension = found;
    }

    /** Counts of a tally by value, such as {@code {age=25-34, gender=women}}; together they are the whole. */
    Map<Map<String, String>, long[]> rows(Tally tally) {
        Map<Map<String, String>, long[]> rows = new LinkedHashMap<>();
        tally.rows(dimension).forEach((key, counts) -> {
            long[] row = rows.computeIfAbsent(values(key), v -> new long[counts.length]);
            for (int m = 0; m < counts.length; m++) {
                row[m] += counts[m];
            }
        });
        return rows;
    }

    private Map<String, String> values(int key) {
        Map<String, String> values = new LinkedHashMap<>();
        for (String each : by) {
            Part part = Objects.requireNonNull(PARTS.get(each));
            String word = labels.word(network, part, dimension.part(key, part));
            values.put(each, each.equals("country") ? word.substring(0, 2) : word);
        }
        return values;
    }
}
