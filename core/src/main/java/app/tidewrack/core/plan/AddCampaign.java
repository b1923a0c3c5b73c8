package app.tidewrack.core.plan;

import app.tidewrack.core.refusal.Refusal;

/** Puts a campaign in at a position, with its whole sheet when a removal is taken back. */
public record AddCampaign(int position, Campaign campaign) implements PlanEdit {
    @Override
    public Applied applyTo(Plan plan) {
        if (plan.campaigns().stream().anyMatch(c -> c.id().equals(campaign.id()))) {
            throw new Refusal(
                    "campaignId", "Campaign %s is already there.".formatted(campaign.id()), "Give it its own id.");
        }
        return new Applied(
                plan.withAt(position, campaign),
                new RemoveCampaign(campaign.id()),
                "add campaign " + campaign.facts().name());
    }
}
