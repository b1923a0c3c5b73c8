package app.tidewrack.core.plan;

import app.tidewrack.core.money.Money;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * What a sheet costs, a day or for the flight as its {@link Budgeting} has it. A row's money is shared equally among its ads by
 * largest remainder; a row without ads spends nothing. Where the campaign shares its money, its rows are supposed to get equal
 * parts, since the network decides. Sums by row, by column and over all agree to the minor unit.
 *
 * @param cells money of each ad
 * @param rows money of each row that has an ad; others are zero
 * @param columns money of each column
 * @param daily all rows a day; of lifetime money the average
 * @param flight all rows over the flight
 */
public record PlanTotals(
        Map<CellRef, Money> cells,
        Map<String, Money> rows,
        Map<String, Money> columns,
        Money daily,
        Money flight,
        int ads) {

    public static PlanTotals of(Campaign campaign) {
        CampaignFacts facts = campaign.facts();
        Currency currency = facts.moneyPerRow().currency();
        Map<CellRef, Money> cells = new LinkedHashMap<>();
        Map<String, Money> columns = new LinkedHashMap<>();
        campaign.columns().forEach(c -> columns.put(c.id(), Money.zero(currency)));
        Map<String, List<Column>> on = new LinkedHashMap<>();
        campaign.rows().forEach(r -> on.put(r.id(), campaign.onColumns(r.id())));
        Map<String, Money> rows = rows(campaign, on, currency);
        on.forEach((rowId, ads) -> {
            List<Money> shares = ads.isEmpty() ? List.of() : rows.get(rowId).split(ads.size());
            for (int i = 0; i < ads.size(); i++) {
                cells.put(new CellRef(rowId, ads.get(i).id()), shares.get(i));
                columns.merge(ads.get(i).id(), shares.get(i), Money::plus);
            }
        });
        Money whole = Money.sum(currency, rows.values());
        return new PlanTotals(
                cells,
                rows,
                columns,
                facts.budgeting().daily(whole, facts.flight()),
                facts.budgeting().lifetime(whole, facts.flight()),
                campaign.ads());
    }

    private static Map<String, Money> rows(Campaign campaign, Map<String, List<Column>> on, Currency currency) {
        Map<String, Money> rows = new LinkedHashMap<>();
        campaign.rows().forEach(r -> rows.put(r.id(), on.get(r.id()).isEmpty() ? Money.zero(currency) : r.money()));
        Money shared = campaign.facts().budgeting().shared();
        List<String> spending =
                rows.keySet().stream().filter(id -> !on.get(id).isEmpty()).toList();
        if (shared != null && !spending.isEmpty()) {
            List<Money> parts = shared.split(spending.size());
            for (int i = 0; i < spending.size(); i++) {
                rows.put(spending.get(i), parts.get(i));
            }
        }
        return rows;
    }
}
