package app.tidewrack.core.plan;

import app.tidewrack.core.money.Money;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * What a sheet costs. A row's money a day is shared equally among its ads by largest remainder; a row without ads spends
 * nothing. Sums by row, by column and over all agree to the minor unit.
 *
 * @param cells money a day of each ad
 * @param rows money a day of each row that has an ad; others are zero
 * @param columns money a day of each column
 * @param daily all rows
 * @param flight daily times the days of the flight
 */
public record PlanTotals(
        Map<CellRef, Money> cells,
        Map<String, Money> rows,
        Map<String, Money> columns,
        Money daily,
        Money flight,
        int ads) {

    public static PlanTotals of(Campaign campaign) {
        Currency currency = campaign.facts().dailyPerRow().currency();
        Map<CellRef, Money> cells = new LinkedHashMap<>();
        Map<String, Money> rows = new LinkedHashMap<>();
        Map<String, Money> columns = new LinkedHashMap<>();
        campaign.columns().forEach(c -> columns.put(c.id(), Money.zero(currency)));
        for (Row row : campaign.rows()) {
            List<Column> on = campaign.onColumns(row.id());
            rows.put(row.id(), on.isEmpty() ? Money.zero(currency) : row.daily());
            List<Money> shares = on.isEmpty() ? List.of() : row.daily().split(on.size());
            for (int i = 0; i < on.size(); i++) {
                cells.put(new CellRef(row.id(), on.get(i).id()), shares.get(i));
                columns.merge(on.get(i).id(), shares.get(i), Money::plus);
            }
        }
        Money daily = Money.sum(currency, rows.values());
        return new PlanTotals(
                cells,
                rows,
                columns,
                daily,
                daily.times(campaign.facts().flight().days()),
                campaign.ads());
    }
}
