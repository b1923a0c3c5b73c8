package app.tidewrack.core.plan;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** Switches cells on or off; those that already are stay, and taking it back touches only those that changed. */
public record SwitchCells(String campaignId, List<CellRef> cells, boolean on) implements PlanEdit {
    @Override
    public Applied applyTo(Plan plan) {
        Campaign campaign = plan.campaign(campaignId);
        Set<CellRef> changing = new LinkedHashSet<>();
        for (CellRef cell : cells) {
            campaign.row(cell.rowId());
            campaign.column(cell.columnId());
            if (campaign.isOn(cell.rowId(), cell.columnId()) != on) {
                changing.add(cell);
            }
        }
        String what = changing.size() == 1 ? "1 ad" : changing.size() + " ads";
        return new Applied(
                plan.with(campaign.withCells(changing, on)),
                new SwitchCells(campaignId, List.copyOf(changing), !on),
                "switch %s %s".formatted(what, on ? "on" : "off"));
    }
}
