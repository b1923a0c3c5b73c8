package app.tidewrack.core.plan;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.text.Counted;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Puts rows in at their positions, given in the order of the positions they will have. */
public record AddRows(String campaignId, List<PlacedRow> rows) implements PlanEdit {
    @Override
    public Applied applyTo(Plan plan) {
        Campaign campaign = plan.campaign(campaignId);
        List<Row> changed = new ArrayList<>(campaign.rows());
        Map<CellRef, String> off = new LinkedHashMap<>(campaign.off());
        for (PlacedRow placed : rows) {
            require(campaign, changed, placed);
            changed.add(Math.min(placed.position(), changed.size()), placed.row());
            placed.offColumns()
                    .forEach((c, why) -> off.put(
                            new CellRef(placed.row().id(), campaign.column(c).id()), why));
        }
        List<String> ids = rows.stream().map(p -> p.row().id()).toList();
        return new Applied(
                plan.with(campaign.withRows(changed).withOff(off)), new RemoveRows(campaignId, ids), words());
    }

    private static void require(Campaign campaign, List<Row> present, PlacedRow placed) {
        Money money = placed.row().money();
        if (!money.currency().equals(campaign.facts().moneyPerRow().currency())) {
            throw new Refusal(
                    "money",
                    "%s is not in the account's currency, %s."
                            .formatted(money, campaign.facts().moneyPerRow().currency()),
                    "Type the amount in it.");
        }
        if (present.stream().anyMatch(r -> r.id().equals(placed.row().id()))) {
            throw new Refusal(
                    "rowId", "Row %s is already there.".formatted(placed.row().id()), "Give it its own id.");
        }
    }

    private String words() {
        return rows.size() == 1 ? "add row " + rows.get(0).row().label() : "add " + Counted.of(rows.size(), "row");
    }
}
