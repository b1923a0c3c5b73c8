package app.tidewrack.core.plan;

import app.tidewrack.core.refusal.Refusal;
import java.util.HashSet;
import java.util.Set;

/** Hands out labels that no other row of a sheet has. */
public final class Labels {
    private final Set<String> taken;

    /** @param taken labels that rows already have */
    public Labels(Set<String> taken) {
        this.taken = new HashSet<>(taken);
    }

    /** The label itself where it is free, else followed by the first number from 2 that makes it so. */
    public String free(String label) {
        return taken.add(label) ? label : numbered(label);
    }

    /** As {@link #free(String)} for a label and what comes after it; the label is shortened where both are too long. */
    public String free(String label, String added) {
        return free(joined(label, " " + added));
    }

    /** The label without a number at its end, followed by the first from 2 that makes it unlike every other. */
    public String numbered(String label) {
        String stem = label.replaceFirst(" \\d{1,3}$", "");
        for (int n = 2; n <= Campaign.MOST_ROWS + 1; n++) {
            String free = joined(stem, " " + n);
            if (taken.add(free)) {
                return free;
            }
        }
        throw new Refusal("rows", "Every number up to %d is taken.".formatted(Campaign.MOST_ROWS), "Rename a row.");
    }

    private static String joined(String label, String end) {
        int room = Math.max(0, CampaignFacts.LONGEST_NAME - end.length());
        String joined = (label.length() > room ? label.substring(0, room) : label) + end;
        return joined.length() > CampaignFacts.LONGEST_NAME ? joined.substring(0, CampaignFacts.LONGEST_NAME) : joined;
    }
}
