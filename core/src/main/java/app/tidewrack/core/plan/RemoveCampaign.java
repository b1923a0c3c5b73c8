package app.tidewrack.core.plan;

/** Takes a campaign and its sheet out. */
public record RemoveCampaign(String campaignId) implements PlanEdit {
    @Override
    public Applied applyTo(Plan plan) {
        Campaign campaign = plan.campaign(campaignId);
        return new Applied(
                plan.without(campaignId),
                new AddCampaign(plan.campaigns().indexOf(campaign), campaign),
                "remove campaign " + campaign.facts().name());
    }
}
