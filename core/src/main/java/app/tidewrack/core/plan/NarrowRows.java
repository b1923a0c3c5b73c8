package app.tidewrack.core.plan;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;

/**
 * Sets what rows keep to of their audiences, without making new rows of them.
 *
 * @param narrowings by row id
 */
public record NarrowRows(String campaignId, Map<String, Narrowing> narrowings) implements PlanEdit {
    @Override
    public Applied applyTo(Plan plan) {
        Campaign campaign = plan.campaign(campaignId);
        Map<String, Narrowing> before = new LinkedHashMap<>();
        narrowings.keySet().forEach(id -> before.put(id, campaign.row(id).narrowing()));
        Campaign changed =
                campaign.mapRows(r -> narrowings.containsKey(r.id()) ? r.narrowed(narrowings.get(r.id())) : r);
        return new Applied(plan.with(changed), new NarrowRows(campaignId, before), words(campaign));
    }

    private String words(Campaign campaign) {
        String id = narrowings.keySet().iterator().next();
        String kept = Objects.requireNonNull(narrowings.get(id)).none()
                ? "all"
                : narrowings.get(id).words();
        return narrowings.size() == 1
                ? "keep %s to %s".formatted(campaign.row(id).label(), kept)
                : "whom %d rows keep to".formatted(narrowings.size());
    }
}
