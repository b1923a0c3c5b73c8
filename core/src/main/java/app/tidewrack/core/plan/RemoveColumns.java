package app.tidewrack.core.plan;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
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
        Map<CellRef, String> off = new LinkedHashMap<>(campaign.off());
        off.keySet().removeIf(c -> columnIds.contains(c.columnId()));
        String words = removed.size() == 1 ? "remove a column" : "remove %d columns".formatted(removed.size());
        return new Applied(
                plan.with(campaign.withOff(off).withColumns(left)), new AddColumns(campaignId, removed), words);
    }

    private static Map<String, String> offRows(Campaign campaign, String columnId) {
        return campaign.off().entrySet().stream()
                .filter(e -> e.getKey().columnId().equals(columnId))
                .collect(Collectors.toUnmodifiableMap(e -> e.getKey().rowId(), Map.Entry::getValue));
    }
}
