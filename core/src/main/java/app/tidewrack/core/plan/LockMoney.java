package app.tidewrack.core.plan;

import java.util.List;

/** Locks the money of rows, so that it stays when money is spread or changed for many, or lets it go. */
public record LockMoney(String campaignId, List<String> rowIds, boolean locked) implements PlanEdit {
    @Override
    public Applied applyTo(Plan plan) {
        Campaign campaign = plan.campaign(campaignId);
        List<String> changing = rowIds.stream()
                .filter(id -> campaign.row(id).locked() != locked)
                .distinct()
                .toList();
        Campaign changed = campaign.mapRows(r -> changing.contains(r.id()) ? r.locked(locked) : r);
        return new Applied(plan.with(changed), new LockMoney(campaignId, changing, !locked), words(campaign));
    }

    private String words(Campaign campaign) {
        String what = locked ? "lock" : "unlock";
        return rowIds.size() == 1
                ? "%s money of %s".formatted(what, campaign.row(rowIds.get(0)).label())
                : "%s money of %d rows".formatted(what, rowIds.size());
    }
}
