package app.tidewrack.core.plan;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.money.MoneyChange;
import app.tidewrack.core.refusal.Refusal;
import java.util.Arrays;
import java.util.Currency;
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

    /** Between sums that are typed for rows one after another. */
    private static final String NEXT = "/";

    /**
     * Reads what a person types for rows: one change for all of them, or changes with {@code /} between for the first of them and those after
     * it, as in {@code 12 / 6 / 6}. Where fewer are typed than rows are selected, the last is for all the rest; where more are, they go on over
     * the rows below. Locked rows keep their money, and use up theirs of the changes.
     *
     * @throws Refusal (field {@code money}) as {@link #of}, when one of them is no change, or when there are more than rows from the first on
     */
    public static SetRowMoney typed(Campaign campaign, List<String> rowIds, String text) {
        Currency currency = campaign.facts().moneyPerRow().currency();
        List<MoneyChange> changes = Arrays.stream(text.split(NEXT, Campaign.MOST_ROWS + 1))
                .map(one -> MoneyChange.parse(one, currency))
                .toList();
        if (changes.size() == 1) {
            return of(campaign, rowIds, changes.get(0));
        }
        campaign.requireMoneyOfRows();
        List<Row> rows = rowsFor(campaign, rowIds, changes.size());
        Map<String, Money> money = new LinkedHashMap<>();
        for (int i = 0; i < rows.size(); i++) {
            Row row = rows.get(i);
            if (!row.locked()) {
                money.put(row.id(), changes.get(Math.min(i, changes.size() - 1)).of(row.money()));
            }
        }
        if (money.isEmpty()) {
            rows.get(0).requireUnlocked();
        }
        return new SetRowMoney(campaign.id(), money);
    }

    private static List<Row> rowsFor(Campaign campaign, List<String> rowIds, int changes) {
        List<Row> selected = campaign.rows(rowIds);
        if (selected.size() >= changes) {
            return selected;
        }
        int first = campaign.rows().indexOf(selected.get(0));
        int last = first + changes;
        if (last > campaign.rows().size()) {
            throw new Refusal(
                    "money",
                    "%d sums are typed; from %s on there is room for %d."
                            .formatted(
                                    changes,
                                    selected.get(0).label(),
                                    campaign.rows().size() - first),
                    "Type fewer, or begin in a row further up.");
        }
        return campaign.rows().subList(first, last);
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
