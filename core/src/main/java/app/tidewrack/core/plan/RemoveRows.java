package app.tidewrack.core.plan;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
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
        Map<CellRef, String> off = new LinkedHashMap<>(campaign.off());
        off.keySet().removeIf(c -> rowIds.contains(c.rowId()));
        String words = removed.size() == 1
                ? "remove row " + removed.get(0).row().label()
                : "remove %d rows".formatted(removed.size());
        return new Applied(plan.with(campaign.withOff(off).withRows(left)), new AddRows(campaignId, removed), words);
    }

    static Map<String, String> offColumns(Campaign campaign, String rowId) {
        return campaign.off().entrySet().stream()
                .filter(e -> e.getKey().rowId().equals(rowId))
                .collect(Collectors.toUnmodifiableMap(e -> e.getKey().columnId(), Map.Entry::getValue));
    }
}
