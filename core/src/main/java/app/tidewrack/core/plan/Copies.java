package app.tidewrack.core.plan;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.text.Counted;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Copies of rows: same audience, money and cells, with labels no other row has. */
public final class Copies {
    private Copies() {}

    /**
     * Copies under the row they are of.
     *
     * @param times copies of each, 1 or more
     * @param ids gives a new id at every call
     */
    public static AddRows below(Campaign campaign, List<String> rowIds, int times, Supplier<String> ids) {
        rowIds.forEach(campaign::row);
        Labels labels = labels(campaign);
        List<PlacedRow> copies = new ArrayList<>();
        int position = 0;
        for (Row row : campaign.rows()) {
            position++;
            for (int i = 0; i < times && rowIds.contains(row.id()); i++) {
                Row copy = row.copy(ids.get(), labels.numbered(row.label()));
                copies.add(new PlacedRow(position++, copy, RemoveRows.offColumns(campaign, row.id())));
            }
        }
        return new AddRows(campaign.id(), copies);
    }

    /** As {@link #below}, told as what it is. */
    public static Together duplicates(Campaign campaign, List<String> rowIds, int times, Supplier<String> ids) {
        String what =
                rowIds.size() == 1 ? "row " + campaign.row(rowIds.get(0)).label() : Counted.of(rowIds.size(), "row");
        String often = times == 1 ? "" : " %d times".formatted(times);
        return new Together("duplicate " + what + often, List.of(below(campaign, rowIds, times, ids)));
    }

    /**
     * Copies in another campaign of the same account: rows at its end, and a column for every creative that it lacks. A cell is
     * off where it was off, and where only the other campaign has the creative.
     *
     * @param ids gives a new id at every call
     * @throws Refusal (field {@code toCampaignId}) when the other campaign is on another account, which has audiences of its own
     */
    public static Together into(Campaign from, List<String> rowIds, Campaign to, Supplier<String> ids) {
        if (!from.accountId().equals(to.accountId())) {
            throw new Refusal(
                    "toCampaignId",
                    "%s is on another account, which has audiences of its own."
                            .formatted(to.facts().name()),
                    "Choose a campaign of this account.");
        }
        List<Column> missing = from.columns().stream()
                .filter(c -> to.columns().stream().noneMatch(k -> k.creativeId().equals(c.creativeId())))
                .map(c -> new Column(ids.get(), c.creativeId()))
                .toList();
        Map<String, String> why = to.rows().stream().collect(Collectors.toMap(Row::id, r -> ""));
        List<PlanEdit> edits = new ArrayList<>();
        if (!missing.isEmpty()) {
            List<PlacedColumn> placed = new ArrayList<>();
            missing.forEach(c -> placed.add(new PlacedColumn(to.columns().size() + placed.size(), c, why)));
            edits.add(new AddColumns(to.id(), placed));
        }
        List<Column> columns = new ArrayList<>(to.columns());
        columns.addAll(missing);
        Labels labels = labels(to);
        List<PlacedRow> rows = new ArrayList<>();
        for (String rowId : rowIds) {
            Row row = from.row(rowId);
            Map<String, String> off = off(from, rowId, columns);
            rows.add(new PlacedRow(to.rows().size() + rows.size(), row.copy(ids.get(), labels.free(row.label())), off));
        }
        edits.add(new AddRows(to.id(), rows));
        String what = rows.size() == 1 ? "row " + rows.get(0).row().label() : Counted.of(rows.size(), "row");
        return new Together("copy %s to %s".formatted(what, to.facts().name()), edits);
    }

    /** Why a row's ads are off in columns of another campaign: as they are in its own, and where it has no such column. */
    private static Map<String, String> off(Campaign from, String rowId, List<Column> columns) {
        Map<String, Column> source = from.columns().stream().collect(Collectors.toMap(Column::creativeId, c -> c));
        Map<String, String> off = new HashMap<>();
        for (Column column : columns) {
            Column there = source.get(column.creativeId());
            if (there == null) {
                off.put(column.id(), "");
            } else if (!from.isOn(rowId, there.id())) {
                off.put(column.id(), from.off().get(new CellRef(rowId, there.id())));
            }
        }
        return off;
    }

    /**
     * Each creative of a row in a row of its own, with equal parts of its money, so that a test can hold creatives apart. The row
     * itself keeps the first.
     *
     * @param name of a creative's id
     * @throws Refusal (field {@code rowId}) when it has fewer than two ads
     */
    public static Together perCreative(
            Campaign campaign, String rowId, UnaryOperator<String> name, Supplier<String> ids) {
        Row row = campaign.row(rowId);
        List<Column> on = campaign.onColumns(rowId);
        if (on.size() < 2) {
            throw new Refusal(
                    "rowId",
                    "Row %s has %s; creatives are held apart from two on."
                            .formatted(row.label(), on.size() == 1 ? "1 ad" : "no ad"),
                    "Switch more of its ads on.");
        }
        boolean own = !campaign.facts().budgeting().forCampaign();
        List<Money> money = row.money().split(on.size());
        Labels labels = labels(campaign);
        List<PlacedRow> copies = new ArrayList<>();
        int position = campaign.rows().indexOf(row);
        for (int i = 1; i < on.size(); i++) {
            Column kept = on.get(i);
            Map<String, String> off = new HashMap<>(RemoveRows.offColumns(campaign, rowId));
            on.stream().filter(c -> !c.equals(kept)).forEach(c -> off.put(c.id(), ""));
            Row copy = row.copy(ids.get(), labels.free(row.label(), "· " + name.apply(kept.creativeId())));
            copies.add(new PlacedRow(position + i, own ? copy.paid(money.get(i)) : copy, off));
        }
        List<PlanEdit> edits = new ArrayList<>();
        if (own) {
            edits.add(new SetRowMoney(campaign.id(), Map.of(rowId, money.get(0))));
        }
        edits.add(new SwitchCells(
                campaign.id(),
                on.stream().skip(1).map(c -> new CellRef(rowId, c.id())).toList(),
                false,
                ""));
        edits.add(new RenameRows(
                campaign.id(),
                Map.of(
                        rowId,
                        labels.free(row.label(), "· " + name.apply(on.get(0).creativeId())))));
        edits.add(new AddRows(campaign.id(), copies));
        return new Together("each creative of %s in a row of its own".formatted(row.label()), edits);
    }

    /**
     * Creatives as new columns, each shown in a new row of its own and in no other, so that each has its own money and people.
     *
     * @param audienceId of all new rows
     * @param label that they begin with; the creative's name follows
     * @param money of each row
     * @param name of a creative's id
     */
    public static Together inRowsOfTheirOwn(
            Campaign campaign,
            List<String> creativeIds,
            String audienceId,
            String label,
            Money money,
            UnaryOperator<String> name,
            Supplier<String> ids) {
        List<PlacedColumn> columns = new ArrayList<>();
        Map<String, String> offInOldRows = new HashMap<>();
        campaign.rows().forEach(r -> offInOldRows.put(r.id(), ""));
        for (String creativeId : creativeIds) {
            columns.add(new PlacedColumn(
                    campaign.columns().size() + columns.size(), new Column(ids.get(), creativeId), offInOldRows));
        }
        Labels labels = labels(campaign);
        List<PlacedRow> rows = new ArrayList<>();
        for (PlacedColumn own : columns) {
            Map<String, String> off = new HashMap<>();
            Stream.concat(campaign.columns().stream(), columns.stream().map(PlacedColumn::column))
                    .filter(c -> !c.equals(own.column()))
                    .forEach(c -> off.put(c.id(), ""));
            Row row = new Row(
                    ids.get(),
                    audienceId,
                    labels.free(label, "· " + name.apply(own.column().creativeId())),
                    money);
            rows.add(new PlacedRow(campaign.rows().size() + rows.size(), row, off));
        }
        return new Together(
                Counted.of(creativeIds.size(), "creative") + " in rows of their own",
                List.of(new AddColumns(campaign.id(), columns), new AddRows(campaign.id(), rows)));
    }

    private static Labels labels(Campaign campaign) {
        return new Labels(campaign.rows().stream().map(Row::label).collect(Collectors.toSet()));
    }
}
