package app.tidewrack.core.plan;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.text.Counted;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Puts columns in at their positions, given in the order of the positions they will have. */
public record AddColumns(String campaignId, List<PlacedColumn> columns) implements PlanEdit {
    @Override
    public Applied applyTo(Plan plan) {
        Campaign campaign = plan.campaign(campaignId);
        List<Column> changed = new ArrayList<>(campaign.columns());
        Map<CellRef, String> off = new LinkedHashMap<>(campaign.off());
        for (PlacedColumn placed : columns) {
            Column column = placed.column();
            if (changed.stream().anyMatch(c -> c.creativeId().equals(column.creativeId()))) {
                throw new Refusal(
                        "creativeId", "That creative already has a column.", "Choose a creative that has none yet.");
            }
            changed.add(Math.min(placed.position(), changed.size()), column);
            placed.offRows()
                    .forEach((r, why) -> off.put(new CellRef(campaign.row(r).id(), column.id()), why));
        }
        List<String> ids = columns.stream().map(p -> p.column().id()).toList();
        String words = columns.size() == 1 ? "add a column" : "add " + Counted.of(columns.size(), "column");
        return new Applied(
                plan.with(campaign.withColumns(changed).withOff(off)), new RemoveColumns(campaignId, ids), words);
    }
}
