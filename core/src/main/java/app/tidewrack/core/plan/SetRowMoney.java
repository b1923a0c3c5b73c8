package app.tidewrack.core.plan;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.money.MoneyChange;
import app.tidewrack.core.refusal.Refusal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/** Sets the money of one or more rows, a day or for the flight as their campaign has it. */
public record SetRowMoney(String campaignId, Map<String, Money> money) implements PlanEdit {
    /**
     * Changes the money of rows in one way; of several those that are locked keep theirs.
     *
     * @throws Refusal (field {@code money}) when the campaign shares its money, or none of them can be set
     */
    public static SetRowMoney of(Campaign campaign, List<String> rowIds, MoneyChange change) {
        campaign.requireMoneyOfRows();
        List<Row> rows = campaign.rows(rowIds);
        List<Row> free = rows.stream().filter(r -> !r.locked()).toList();
        if (free.isEmpty()) {
            rows.get(0).requireUnlocked();
        }
        Map<String, Money> money = new LinkedHashMap<>();
        free.forEach(r -> money.put(r.id(), change.of(r.money())));
        return new SetRowMoney(campaign.id(), money);
    }

    @Override
    public Applied applyTo(Plan plan) {
        Campaign campaign = plan.campaign(campaignId);
        Map<String, Money> before = new LinkedHashMap<>();
        campaign.rows(money.keySet()).forEach(row -> {
            Money old = row.money();
            Money amount = Objects.requireNonNull(money.get(row.id()));
            if (!old.currency().equals(amount.currency())) {
                throw new Refusal(
                        "money",
                        "The account pays in %s, not %s.".formatted(old.currency(), amount.currency()),
                        "Type the amount in " + old.currency() + ".");
            }
            before.put(row.id(), old);
        });
        Campaign changed = campaign.mapRows(r -> money.containsKey(r.id()) ? r.paid(money.get(r.id())) : r);
        return new Applied(plan.with(changed), new SetRowMoney(campaignId, before), words(before));
    }

    private String words(Map<String, Money> before) {
        if (money.size() != 1) {
            return "budget of %d rows".formatted(money.size());
        }
        String rowId = money.keySet().iterator().next();
        return "budget %s to %s".formatted(before.get(rowId), money.get(rowId));
    }
}
