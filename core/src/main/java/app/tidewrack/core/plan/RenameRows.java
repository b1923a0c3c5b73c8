package app.tidewrack.core.plan;

import java.util.LinkedHashMap;
import java.util.Map;

/**
 * Gives rows other labels; their names follow.
 *
 * @param labels new label by row id
 */
public record RenameRows(String campaignId, Map<String, String> labels) implements PlanEdit {
    @Override
    public Applied applyTo(Plan plan) {
        Campaign campaign = plan.campaign(campaignId);
        Map<String, String> before = new LinkedHashMap<>();
        labels.keySet().forEach(id -> before.put(id, campaign.row(id).label()));
        Campaign changed = campaign.mapRows(r -> labels.containsKey(r.id()) ? r.labelled(labels.get(r.id())) : r);
        return new Applied(plan.with(changed), new RenameRows(campaignId, before), words(before));
    }

    private String words(Map<String, String> before) {
        if (labels.size() != 1) {
            return "rename %d rows".formatted(labels.size());
        }
        String rowId = labels.keySet().iterator().next();
        return "rename %s to %s".formatted(before.get(rowId), labels.get(rowId));
    }
}
