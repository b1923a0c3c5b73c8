package app.tidewrack.core.plan;

import app.tidewrack.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.List;

/** All campaigns that answer one brief. Immutable; changed by applying a {@link PlanEdit}. */
public record Plan(String id, String name, List<Campaign> campaigns) {
    public Plan {
        campaigns = List.copyOf(campaigns);
    }

    /** @throws Refusal (field {@code campaignId}) when there is no such campaign */
    public Campaign campaign(String campaignId) {
        return campaigns.stream()
                .filter(c -> c.id().equals(campaignId))
                .findFirst()
                .orElseThrow(() -> new Refusal(
                        "campaignId",
                        "This plan has no campaign %s.".formatted(campaignId),
                        "Look at the plan again; it may have changed."));
    }

    /** The same plan with the campaign of that id replaced. */
    public Plan with(Campaign changed) {
        return new Plan(
                id,
                name,
                campaigns.stream()
                        .map(c -> c.id().equals(changed.id()) ? changed : c)
                        .toList());
    }

    /** The same plan with a campaign put in at a position, 0 for the first. */
    public Plan withAt(int position, Campaign added) {
        List<Campaign> changed = new ArrayList<>(campaigns);
        changed.add(Math.min(position, changed.size()), added);
        return new Plan(id, name, changed);
    }

    public Plan without(String campaignId) {
        return new Plan(
                id,
                name,
                campaigns.stream().filter(c -> !c.id().equals(campaignId)).toList());
    }
}
