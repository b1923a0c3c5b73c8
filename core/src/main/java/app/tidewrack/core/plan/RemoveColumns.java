package app.tidewrack.core.plan;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** Takes columns out, with the state of their cells kept in the inverse. */
public record RemoveColumns(String campaignId, List<String> columnIds) implements PlanEdit {
    @Override
    public Applied applyTo(Plan plan) {
        Campaign campaign = plan.campaign(campaignId);
        columnIds.forEach(campaign::column);
        List<PlacedColumn> removed = new ArrayList<>();
        List<Column> left = new ArrayList<>();
        for (Column column : campaign.columns()) {
            if (columnIds.contains(column.id())) {
                removed.add(new PlacedColumn(left.size() + removed.size(), column, offRows(campaign, column.id())));
            } else {
                left.add(column);
            }
        }
        Set<CellRef> off = new LinkedHashSet<>(campaign.off());
        off.removeIf(c -> columnIds.contains(c.columnId()));
        String words = removed.size() == 1 ? "remove a column" : "remove %d columns".formatted(removed.size());
        return new Applied(
                plan.with(campaign.withOff(off).withColumns(left)), new AddColumns(campaignId, removed), words);
    }

    private static Set<String> offRows(Campaign campaign, String columnId) {
        return campaign.off().stream()
                .filter(c -> c.columnId().equals(columnId))
                .map(CellRef::rowId)
                .collect(Collectors.toUnmodifiableSet());
    }
}
