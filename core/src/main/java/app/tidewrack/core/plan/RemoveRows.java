package app.tidewrack.core.plan;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** Takes rows out, with the state of their cells kept in the inverse. */
public record RemoveRows(String campaignId, List<String> rowIds) implements PlanEdit {
    @Override
    public Applied applyTo(Plan plan) {
        Campaign campaign = plan.campaign(campaignId);
        rowIds.forEach(campaign::row);
        List<PlacedRow> removed = new ArrayList<>();
        List<Row> left = new ArrayList<>();
        for (Row row : campaign.rows()) {
            if (rowIds.contains(row.id())) {
                removed.add(new PlacedRow(left.size() + removed.size(), row, offColumns(campaign, row.id())));
            } else {
                left.add(row);
            }
        }
        Set<CellRef> off = new LinkedHashSet<>(campaign.off());
        off.removeIf(c -> rowIds.contains(c.rowId()));
        String words = removed.size() == 1
                ? "remove row " + removed.get(0).row().label()
                : "remove %d rows".formatted(removed.size());
        return new Applied(plan.with(campaign.withOff(off).withRows(left)), new AddRows(campaignId, removed), words);
    }

    static Set<String> offColumns(Campaign campaign, String rowId) {
        return campaign.off().stream()
                .filter(c -> c.rowId().equals(rowId))
                .map(CellRef::columnId)
                .collect(Collectors.toUnmodifiableSet());
    }
}
