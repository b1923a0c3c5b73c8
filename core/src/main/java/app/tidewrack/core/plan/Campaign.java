package app.tidewrack.core.plan;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.refusal.Refusal;
import java.util.BitSet;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.UnaryOperator;

/**
 * One sheet. Every crossing of a row and a column is an ad unless it is in {@code off}.
 *
 * @param off cells that are no ads, and why: the reason they are excluded for, or nothing when merely switched off
 */
public record Campaign(
        String id,
        String accountId,
        CampaignFacts facts,
        List<Row> rows,
        List<Column> columns,
        Map<CellRef, String> off) {
    /** The most rows and columns of one sheet. */
    public static final int MOST_ROWS = 1_000;

    public static final int MOST_COLUMNS = 100;

    public Campaign {
        rows = List.copyOf(rows);
        columns = List.copyOf(columns);
        off = Map.copyOf(off);
        if (rows.size() > MOST_ROWS || columns.size() > MOST_COLUMNS) {
            throw new Refusal(
                    "rows",
                    "The sheet would have %,d rows and %,d columns; it holds %,d by %d."
                            .formatted(rows.size(), columns.size(), MOST_ROWS, MOST_COLUMNS),
                    "Make a second campaign.");
        }
    }

    public static Campaign empty(String id, String accountId, CampaignFacts facts) {
        return new Campaign(id, accountId, facts, List.of(), List.of(), Map.of());
    }

    public boolean isOn(String rowId, String columnId) {
        return !off.containsKey(new CellRef(rowId, columnId));
    }

    /** Ads of one row: the columns whose cells are on. */
    public List<Column> onColumns(String rowId) {
        return columns.stream().filter(c -> isOn(rowId, c.id())).toList();
    }

    /** Which columns of a row are on, by their place in the sheet. */
    public BitSet on(String rowId) {
        BitSet on = new BitSet(columns.size());
        for (int c = 0; c < columns.size(); c++) {
            on.set(c, isOn(rowId, columns.get(c).id()));
        }
        return on;
    }

    /** Whether a row has an ad at all. */
    public boolean hasAds(String rowId) {
        return columns.stream().anyMatch(c -> isOn(rowId, c.id()));
    }

    public int ads() {
        return rows.size() * columns.size() - off.size();
    }

    /** @throws Refusal (field {@code rowId}) when there is no such row */
    public Row row(String rowId) {
        return rows.stream()
                .filter(r -> r.id().equals(rowId))
                .findFirst()
                .orElseThrow(() -> gone("rowId", "row", rowId));
    }

    /** @throws Refusal (field {@code money}) when the campaign shares its money, so that rows have none of their own */
    public void requireMoneyOfRows() {
        Money shared = facts.budgeting().shared();
        if (shared != null) {
            throw new Refusal(
                    "money",
                    "%s shares %s among its rows; they have no money of their own.".formatted(facts.name(), shared),
                    "Change the campaign's sum, or give each row its own.");
        }
    }

    /**
     * Several rows in the order of their ids, looked up at once.
     *
     * @throws Refusal (field {@code rowId}) when there is no such row
     */
    public List<Row> rows(Collection<String> ids) {
        Map<String, Row> byId = new HashMap<>();
        rows.forEach(r -> byId.put(r.id(), r));
        return ids.stream()
                .map(id -> byId.containsKey(id) ? byId.get(id) : row(id))
                .toList();
    }

    /** @throws Refusal (field {@code columnId}) when there is no such column */
    public Column column(String columnId) {
        return columns.stream()
                .filter(c -> c.id().equals(columnId))
                .findFirst()
                .orElseThrow(() -> gone("columnId", "column", columnId));
    }

    private static Refusal gone(String field, String what, String id) {
        return new Refusal(
                field, "This sheet has no %s %s.".formatted(what, id), "Look at the sheet again; it may have changed.");
    }

    public Campaign withFacts(CampaignFacts changed) {
        return new Campaign(id, accountId, changed, rows, columns, off);
    }

    public Campaign withRows(List<Row> changed) {
        return new Campaign(id, accountId, facts, changed, columns, off);
    }

    public Campaign withColumns(List<Column> changed) {
        return new Campaign(id, accountId, facts, rows, changed, off);
    }

    public Campaign withOff(Map<CellRef, String> changed) {
        return new Campaign(id, accountId, facts, rows, columns, changed);
    }

    /** The same sheet with each row replaced by what {@code change} makes of it. */
    public Campaign mapRows(UnaryOperator<Row> change) {
        return withRows(rows.stream().map(change).toList());
    }
}
