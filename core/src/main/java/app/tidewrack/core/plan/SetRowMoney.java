package app.tidewrack.core.plan;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.refusal.Refusal;
import java.util.LinkedHashMap;
import java.util.Map;

/** Sets the money a day of one or more rows. */
public record SetRowMoney(String campaignId, Map<String, Money> daily) implements PlanEdit {
    @Override
    public Applied applyTo(Plan plan) {
        Campaign campaign = plan.campaign(campaignId);
        Map<String, Money> before = new LinkedHashMap<>();
        daily.forEach((rowId, money) -> {
            Money old = campaign.row(rowId).daily();
            if (!old.currency().equals(money.currency())) {
                throw new Refusal(
                        "money",
                        "The account pays in %s, not %s.".formatted(old.currency(), money.currency()),
                        "Type the amount in " + old.currency() + ".");
            }
            before.put(rowId, old);
        });
        Campaign changed = campaign.mapRows(r -> daily.containsKey(r.id()) ? r.paid(daily.get(r.id())) : r);
        return new Applied(plan.with(changed), new SetRowMoney(campaignId, before), words(before));
    }

    private String words(Map<String, Money> before) {
        if (daily.size() != 1) {
            return "budget of %d rows".formatted(daily.size());
        }
        String rowId = daily.keySet().iterator().next();
        return "budget %s to %s".formatted(before.get(rowId), daily.get(rowId));
    }
}
