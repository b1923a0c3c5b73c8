package app.tidewrack.core.plan;

import app.tidewrack.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Find and replace in the labels of rows. What is found is taken as it is, large and small letters alike.
 *
 * @param find at least one character
 */
public record Relabel(String find, String with) {

    /**
     * One label that would change.
     *
     * @param trouble why it cannot; empty when it can
     */
    public record Changed(String rowId, String before, String after, String trouble) {}

    /** @throws Refusal (field {@code find}) when there is nothing to find */
    public Relabel {
        if (find.isEmpty()) {
            throw new Refusal("find", "Nothing to find was given.", "Type a part of a label.");
        }
    }

    /**
     * The labels that would change, in the order of the rows. One that is taken, blank or too long has its trouble told.
     *
     * @param rowIds rows to look in
     */
    public List<Changed> of(Campaign campaign, Set<String> rowIds) {
        Pattern pattern = Pattern.compile(find, Pattern.LITERAL | Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);
        Set<String> taken = new HashSet<>();
        campaign.rows().stream()
                .filter(r ->
                        !rowIds.contains(r.id()) || !pattern.matcher(r.label()).find())
                .forEach(r -> taken.add(r.label()));
        List<Changed> changed = new ArrayList<>();
        for (Row row : campaign.rows()) {
            if (!rowIds.contains(row.id()) || !pattern.matcher(row.label()).find()) {
                continue;
            }
            String after = pattern.matcher(row.label())
                    .replaceAll(Matcher.quoteReplacement(with))
                    .strip();
            changed.add(new Changed(row.id(), row.label(), after, trouble(after, taken)));
        }
        return changed;
    }

    private static String trouble(String label, Set<String> taken) {
        try {
            CampaignFacts.checkedName(label);
        } catch (Refusal refused) {
            return refused.getMessage();
        }
        return taken.add(label) ? "" : "Another row is called %s.".formatted(label);
    }
}
