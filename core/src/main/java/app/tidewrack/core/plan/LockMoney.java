package app.tidewrack.core.plan;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** Locks the money of rows, so that it stays when money is spread or changed for many, or lets it go. */
public record LockMoney(String campaignId, List<String> rowIds, boolean locked) implements PlanEdit {
    @Override
    public Applied applyTo(Plan plan) {
        Campaign campaign = plan.campaign(campaignId);
        Set<String> changing = campaign.rows(rowIds).stream()
                .filter(r -> r.locked() != locked)
                .map(Row::id)
                .collect(Collectors.toCollection(LinkedHashSet::new));
        Campaign changed = campaign.mapRows(r -> changing.contains(r.id()) ? r.locked(locked) : r);
        return new Applied(
                plan.with(changed), new LockMoney(campaignId, List.copyOf(changing), !locked), words(campaign));
    }

    private String words(Campaign campaign) {
        String what = locked ? "lock" : "unlock";
        return rowIds.size() == 1
                ? "%s money of %s".formatted(what, campaign.row(rowIds.get(0)).label())
                : "%s money of %d rows".formatted(what, rowIds.size());
    }
}
