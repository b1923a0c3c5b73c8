package app.tidewrack.core.plan;

import app.tidewrack.core.money.Money;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collections;
import java.util.Currency;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * What a sheet costs, a day or for the flight as its {@link Budgeting} has it. A row's money is shared equally among its ads by
 * largest remainder; a row without ads spends nothing. Where the campaign shares its money, its rows are supposed to get equal
 * parts, since the network decides. Sums by row, by column and over all agree to the minor unit.
 *
 * @param cells money of each ad, by row and then in the order of columns; null where off
 * @param rows money of each row that has an ad; others are zero
 * @param columns money of each column
 * @param daily all rows a day; of lifetime money the average
 * @param flight all rows over the flight
 */
public record PlanTotals(
        Map<String, List<@Nullable Money>> cells,
        Map<String, Money> rows,
        Map<String, Money> columns,
        Money daily,
        Money flight,
        int ads) {

    public static PlanTotals of(Campaign campaign) {
        CampaignFacts facts = campaign.facts();
        Currency currency = facts.moneyPerRow().currency();
        Map<String, BitSet> on = new LinkedHashMap<>();
        campaign.rows().forEach(r -> on.put(r.id(), campaign.on(r.id())));
        Map<String, Money> rows = rows(campaign, on, currency);
        List<Money> columns =
                new ArrayList<>(Collections.nCopies(campaign.columns().size(), Money.zero(currency)));
        Map<String, List<@Nullable Money>> cells = new LinkedHashMap<>();
        on.forEach((rowId, ads) -> {
            List<@Nullable Money> ofRow = new ArrayList<>(Collections.<@Nullable Money>nCopies(columns.size(), null));
            Iterator<Money> shares = ads.isEmpty()
                    ? Collections.emptyIterator()
                    : Objects.requireNonNull(rows.get(rowId))
                            .split(ads.cardinality())
                            .iterator();
            ads.stream().forEach(c -> {
                Money share = shares.next();
                ofRow.set(c, share);
                columns.set(c, columns.get(c).plus(share));
            });
            cells.put(rowId, ofRow);
        });
        Money whole = Money.sum(currency, rows.values());
        return new PlanTotals(
                cells,
                rows,
                byId(campaign.columns(), columns),
                facts.budgeting().daily(whole, facts.flight()),
                facts.budgeting().lifetime(whole, facts.flight()),
                campaign.ads());
    }

    private static Map<String, Money> byId(List<Column> columns, List<Money> sums) {
        Map<String, Money> byId = new LinkedHashMap<>();
        for (int c = 0; c < sums.size(); c++) {
            byId.put(columns.get(c).id(), sums.get(c));
        }
        return byId;
    }

    private static Map<String, Money> rows(Campaign campaign, Map<String, BitSet> on, Currency currency) {
        Map<String, Money> rows = new LinkedHashMap<>();
        campaign.rows()
                .forEach(r -> rows.put(
                        r.id(), Objects.requireNonNull(on.get(r.id())).isEmpty() ? Money.zero(currency) : r.money()));
        Money shared = campaign.facts().budgeting().shared();
        List<String> spending = rows.keySet().stream()
                .filter(id -> !Objects.requireNonNull(on.get(id)).isEmpty())
                .toList();
        if (shared != null && !spending.isEmpty()) {
            List<Money> parts = shared.split(spending.size());
            for (int i = 0; i < spending.size(); i++) {
                rows.put(spending.get(i), parts.get(i));
            }
        }
        return rows;
    }
}
