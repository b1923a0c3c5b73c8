package app.tidewrack.core.plan;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.text.Counted;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;

/**
 * Sets how rows are delivered.
 *
 * @param deliveries by row id
 */
public record SetDelivery(String campaignId, Map<String, Delivery> deliveries) implements PlanEdit {
    @Override
    public Applied applyTo(Plan plan) {
        Campaign campaign = plan.campaign(campaignId);
        Map<String, Delivery> before = new LinkedHashMap<>();
        deliveries.forEach((id, delivery) -> {
            Row row = campaign.row(id);
            Money amount = delivery.bid().amount();
            if (amount != null && !amount.currency().equals(row.money().currency())) {
                throw new Refusal(
                        "bid",
                        "The account pays in %s, not %s.".formatted(row.money().currency(), amount.currency()),
                        "Type the amount in " + row.money().currency() + ".");
            }
            before.put(id, row.delivery());
        });
        Campaign changed =
                campaign.mapRows(r -> deliveries.containsKey(r.id()) ? r.delivered(deliveries.get(r.id())) : r);
        return new Applied(plan.with(changed), new SetDelivery(campaignId, before), words(campaign, before));
    }

    private String words(Campaign campaign, Map<String, Delivery> before) {
        String id = deliveries.keySet().iterator().next();
        Delivery was = Objects.requireNonNull(before.get(id));
        Delivery is = Objects.requireNonNull(deliveries.get(id));
        String what = !was.bid().equals(is.bid())
                ? "bid " + is.bid().words()
                : !was.showing().equals(is.showing())
                        ? "placements"
                        : !was.hours().equals(is.hours())
                                ? "hours " + is.hours().words()
                                : !was.pace().equals(is.pace())
                                        ? "pace"
                                        : !Objects.equals(was.goal(), is.goal())
                                                        || !Objects.equals(was.charge(), is.charge())
                                                ? "goal and charge"
                                                : "switches";
        String of = deliveries.size() == 1 ? campaign.row(id).label() : Counted.of(deliveries.size(), "row");
        return "%s of %s".formatted(what, of);
    }
}
