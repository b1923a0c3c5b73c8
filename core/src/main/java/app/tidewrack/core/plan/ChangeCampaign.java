package app.tidewrack.core.plan;

import app.tidewrack.core.refusal.Refusal;

/** Sets what a campaign is: name, objective, temperature, purpose, dates, money a new row starts with. */
public record ChangeCampaign(String campaignId, CampaignFacts facts) implements PlanEdit {
    @Override
    public Applied applyTo(Plan plan) {
        Campaign campaign = plan.campaign(campaignId);
        CampaignFacts before = campaign.facts();
        if (!before.dailyPerRow().currency().equals(facts.dailyPerRow().currency())) {
            throw new Refusal(
                    "money",
                    "The account pays in %s, not %s."
                            .formatted(
                                    before.dailyPerRow().currency(),
                                    facts.dailyPerRow().currency()),
                    "Type the amount in " + before.dailyPerRow().currency() + ".");
        }
        return new Applied(plan.with(campaign.withFacts(facts)), new ChangeCampaign(campaignId, before), words(before));
    }

    private String words(CampaignFacts before) {
        if (!before.name().equals(facts.name())) {
            return "rename %s to %s".formatted(before.name(), facts.name());
        }
        if (!before.flight().equals(facts.flight())) {
            return "dates %s to %s"
                    .formatted(facts.flight().start(), facts.flight().lastDay());
        }
        return "change campaign " + facts.name();
    }
}
