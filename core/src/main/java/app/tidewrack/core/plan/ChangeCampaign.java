package app.tidewrack.core.plan;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.refusal.Refusal;
import java.util.Currency;

/** Sets what a campaign is: name, objective, temperature, purpose, dates, how money is given and what a new row starts with. */
public record ChangeCampaign(String campaignId, CampaignFacts facts) implements PlanEdit {
    @Override
    public Applied applyTo(Plan plan) {
        Campaign campaign = plan.campaign(campaignId);
        CampaignFacts before = campaign.facts();
        Money shared = facts.budgeting().shared();
        Currency currency = before.moneyPerRow().currency();
        if (!currency.equals(facts.moneyPerRow().currency()) || shared != null && !currency.equals(shared.currency())) {
            throw new Refusal(
                    "money",
                    "The account pays in %s, not %s."
                            .formatted(currency, facts.moneyPerRow().currency()),
                    "Type the amount in " + currency + ".");
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
        Money shared = facts.budgeting().shared();
        if (shared != null && !shared.equals(before.budgeting().shared())) {
            return "shared money of %s %s".formatted(facts.name(), shared);
        }
        return "change campaign " + facts.name();
    }
}
