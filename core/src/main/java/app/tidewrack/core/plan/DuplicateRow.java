package app.tidewrack.core.plan;

import app.tidewrack.core.refusal.Refusal;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** Puts a copy of a row under it: same audience, money and cells, with a label no other row has. */
public record DuplicateRow(String campaignId, String rowId, String newRowId) implements PlanEdit {
    @Override
    public Applied applyTo(Plan plan) {
        Campaign campaign = plan.campaign(campaignId);
        Row row = campaign.row(rowId);
        Row copy = new Row(newRowId, row.audienceId(), freeLabel(campaign, row.label()), row.daily());
        int position = campaign.rows().indexOf(row) + 1;
        PlacedRow placed = new PlacedRow(position, copy, RemoveRows.offColumns(campaign, rowId));
        Applied added = new AddRows(campaignId, List.of(placed)).applyTo(plan);
        return new Applied(added.plan(), added.inverse(), "duplicate row " + row.label());
    }

    /** The label followed by the first number from 2 that makes it unlike every other. */
    private static String freeLabel(Campaign campaign, String label) {
        Set<String> taken = campaign.rows().stream().map(Row::label).collect(Collectors.toSet());
        String stem = label.replaceFirst(" \\d{1,3}$", "");
        for (int n = 2; n <= Campaign.MOST_ROWS + 1; n++) {
            String number = " " + n;
            int room = CampaignFacts.LONGEST_NAME - number.length();
            String free = (stem.length() > room ? stem.substring(0, room) : stem) + number;
            if (!taken.contains(free)) {
                return free;
            }
        }
        throw new Refusal("rows", "Every number up to %d is taken.".formatted(Campaign.MOST_ROWS), "Rename a row.");
    }
}
