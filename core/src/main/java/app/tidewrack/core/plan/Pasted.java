package app.tidewrack.core.plan;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.text.Counted;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Cells of a spreadsheet read for a sheet. With a first line that names its columns ({@code Row}, {@code Audience},
 * {@code Money}, {@code Money a day} or {@code Money for the flight} as the campaign has it, or the name of a creative) they are taken by name; without one, one column is money, two are row and
 * money, three are row, audience and money. Money alone goes to the rows from the one at hand downwards. A line that names a row
 * changes it, any other line that names an audience becomes a new row. What is good goes in; what is bad is listed.
 *
 * @param money new money a day by row id
 * @param rows new rows
 * @param cells cells of rows, old and new, to switch on or off
 */
public record Pasted(Map<String, Money> money, List<Row> rows, Map<CellRef, Boolean> cells, List<Bad> bad) {
    /** The most lines taken at once. */
    public static final int MOST_LINES = 2_000;

    /** A cell that could not be taken, with its line counted from 1. */
    public record Bad(int line, String value, String says) {}

    /**
     * What names in the cells are looked up in.
     *
     * @param startRowId the row at hand, from which money alone goes downwards; null for the first
     * @param audienceId of an audience's name
     * @param creativeName of a creative's id
     * @param ids gives a new id at every call
     */
    public record Ground(
            Campaign campaign,
            @Nullable String startRowId,
            Function<String, Optional<String>> audienceId,
            Function<String, String> creativeName,
            Supplier<String> ids) {}

    private enum Kind {
        ROW,
        AUDIENCE,
        MONEY,
        CELL,
        UNKNOWN
    }

    /** @param columnId of a creative's column; empty for other kinds */
    private record Header(Kind kind, String columnId) {}

    /**
     * @param lines cells by line and column
     * @throws Refusal (field {@code text}) when there are none, or more than {@link #MOST_LINES} lines
     */
    public static Pasted read(List<List<String>> lines, Ground ground) {
        if (lines.isEmpty() || lines.size() > MOST_LINES) {
            throw new Refusal(
                    "text",
                    "There are %,d lines; 1 to %,d are pasted at once.".formatted(lines.size(), MOST_LINES),
                    lines.isEmpty() ? "Copy some cells first." : "Paste them in parts.");
        }
        return new Reader(ground).read(lines);
    }

    /** Everything good as one edit; empty when nothing is. */
    public Optional<Together> edit(Campaign campaign) {
        List<PlanEdit> edits = new ArrayList<>();
        if (!money.isEmpty()) {
            edits.add(new SetRowMoney(campaign.id(), money));
        }
        if (!rows.isEmpty()) {
            List<PlacedRow> placed = new ArrayList<>();
            rows.forEach(r -> placed.add(new PlacedRow(campaign.rows().size() + placed.size(), r, Map.of())));
            edits.add(new AddRows(campaign.id(), placed));
        }
        for (boolean on : new boolean[] {true, false}) {
            List<CellRef> refs = cells.entrySet().stream()
                    .filter(e -> e.getValue() == on)
                    .map(Map.Entry::getKey)
                    .toList();
            if (!refs.isEmpty()) {
                edits.add(new SwitchCells(campaign.id(), refs, on, ""));
            }
        }
        return edits.isEmpty() ? Optional.empty() : Optional.of(new Together(words(), edits));
    }

    private String words() {
        List<String> parts = new ArrayList<>();
        if (!money.isEmpty()) {
            parts.add(Counted.of(money.size(), "budget"));
        }
        if (!rows.isEmpty()) {
            parts.add(Counted.of(rows.size(), "row"));
        }
        if (!cells.isEmpty()) {
            parts.add(Counted.of(cells.size(), "ad"));
        }
        return "paste " + String.join(", ", parts);
    }

    private static final class Reader {
        private final Ground ground;
        private final Campaign campaign;
        private final Map<String, Row> byLabel;
        private final Labels labels;
        private final Map<String, Money> money = new LinkedHashMap<>();
        private final List<Row> rows = new ArrayList<>();
        private final Map<CellRef, Boolean> cells = new LinkedHashMap<>();
        private final List<Bad> bad = new ArrayList<>();

        Reader(Ground ground) {
            this.ground = ground;
            campaign = ground.campaign();
            byLabel = campaign.rows().stream().collect(Collectors.toMap(Row::label, r -> r, (a, b) -> a, HashMap::new));
            labels = new Labels(byLabel.keySet());
        }

        Pasted read(List<List<String>> lines) {
            List<Header> named = lines.get(0).stream().map(this::header).toList();
            boolean first = named.stream().anyMatch(h -> h.kind() != Kind.UNKNOWN);
            int width = lines.stream().mapToInt(List::size).max().orElse(0);
            List<Header> headers = first ? named : byWidth(width);
            int next = start();
            for (int i = first ? 1 : 0; i < lines.size(); i++) {
                List<String> line = lines.get(i);
                if (line.stream().allMatch(String::isBlank)) {
                    next++;
                    continue;
                }
                for (int c = headers.size(); c < line.size(); c++) {
                    if (!line.get(c).isBlank()) {
                        bad.add(new Bad(
                                i + 1,
                                line.get(c),
                                "There are %d columns too many.".formatted(line.size() - headers.size())));
                        break;
                    }
                }
                take(i + 1, headers, line, next++);
            }
            return new Pasted(Map.copyOf(money), List.copyOf(rows), Map.copyOf(cells), List.copyOf(bad));
        }

        private int start() {
            String id = ground.startRowId();
            return id == null ? 0 : campaign.rows().indexOf(campaign.row(id));
        }

        private Header header(String cell) {
            String name = cell.strip().toLowerCase(Locale.ROOT);
            boolean lifetime = campaign.facts().budgeting().forFlight();
            Kind kind = switch (name) {
                case "row" -> Kind.ROW;
                case "audience" -> Kind.AUDIENCE;
                case "money" -> Kind.MONEY;
                case "money a day" -> lifetime ? Kind.UNKNOWN : Kind.MONEY;
                case "money for the flight" -> lifetime ? Kind.MONEY : Kind.UNKNOWN;
                default -> Kind.UNKNOWN;
            };
            return kind != Kind.UNKNOWN
                    ? new Header(kind, "")
                    : campaign.columns().stream()
                            .filter(c ->
                                    ground.creativeName().apply(c.creativeId()).equalsIgnoreCase(cell.strip()))
                            .findFirst()
                            .map(c -> new Header(Kind.CELL, c.id()))
                            .orElse(new Header(Kind.UNKNOWN, ""));
        }

        private static List<Header> byWidth(int width) {
            Header amount = new Header(Kind.MONEY, "");
            Header row = new Header(Kind.ROW, "");
            return switch (width) {
                case 1 -> List.of(amount);
                case 2 -> List.of(row, amount);
                default -> List.of(row, new Header(Kind.AUDIENCE, ""), amount);
            };
        }

        private void take(int number, List<Header> headers, List<String> line, int next) {
            String label = cell(headers, line, Kind.ROW);
            String audience = cell(headers, line, Kind.AUDIENCE);
            String amount = cell(headers, line, Kind.MONEY);
            boolean named = !label.isEmpty() || !audience.isEmpty();
            Row row = named
                    ? byLabel.get(label)
                    : next < campaign.rows().size() ? campaign.rows().get(next) : null;
            if (row == null && !named) {
                bad.add(new Bad(
                        number,
                        amount,
                        "The sheet has no row for it; it has %d."
                                .formatted(campaign.rows().size())));
                return;
            }
            Money paid = amount.isEmpty() ? null : amount(number, amount);
            if (row != null) {
                if (paid != null && !paid.equals(row.money())) {
                    pay(number, row, paid, amount);
                }
                switches(number, headers, line, row.id(), campaign.onColumns(row.id()));
                return;
            }
            newRow(
                    number,
                    headers,
                    line,
                    label.isEmpty() ? audience : label,
                    audience.isEmpty() ? label : audience,
                    paid);
        }

        private void pay(int number, Row row, Money paid, String amount) {
            try {
                campaign.requireMoneyOfRows();
                row.requireUnlocked();
                money.put(row.id(), paid);
            } catch (Refusal refused) {
                bad.add(new Bad(number, amount, refused.getMessage()));
            }
        }

        private void newRow(
                int number,
                List<Header> headers,
                List<String> line,
                String label,
                String audience,
                @Nullable Money paid) {
            Optional<String> audienceId = ground.audienceId().apply(audience);
            if (audienceId.isEmpty()) {
                bad.add(new Bad(
                        number, audience, "Neither a row of this sheet nor an audience of this account is called so."));
                return;
            }
            if (campaign.rows().size() + rows.size() >= Campaign.MOST_ROWS) {
                bad.add(new Bad(number, label, "The sheet is full; it holds %,d rows.".formatted(Campaign.MOST_ROWS)));
                return;
            }
            try {
                Row row = new Row(
                        ground.ids().get(),
                        audienceId.get(),
                        labels.free(CampaignFacts.checkedName(label)),
                        paid == null ? campaign.facts().moneyPerRow() : paid);
                rows.add(row);
                byLabel.put(row.label(), row);
                switches(number, headers, line, row.id(), campaign.columns());
            } catch (Refusal refused) {
                bad.add(new Bad(number, label, refused.getMessage()));
            }
        }

        private @Nullable Money amount(int number, String text) {
            try {
                return Money.parse(text, campaign.facts().moneyPerRow().currency());
            } catch (Refusal refused) {
                bad.add(new Bad(number, text, refused.getMessage()));
                return null;
            }
        }

        private void switches(int number, List<Header> headers, List<String> line, String rowId, List<Column> on) {
            for (int c = 0; c < Math.min(headers.size(), line.size()); c++) {
                String columnId = headers.get(c).columnId();
                String value = line.get(c).strip().toLowerCase(Locale.ROOT);
                if (headers.get(c).kind() != Kind.CELL || value.isEmpty()) {
                    continue;
                }
                boolean is = on.stream().anyMatch(k -> k.id().equals(columnId));
                if (!value.equals("on") && !value.equals("off")) {
                    bad.add(new Bad(number, line.get(c), "An ad is on or off."));
                } else if (is != value.equals("on")) {
                    cells.put(new CellRef(rowId, columnId), !is);
                }
            }
        }

        private static String cell(List<Header> headers, List<String> line, Kind kind) {
            for (int c = 0; c < Math.min(headers.size(), line.size()); c++) {
                if (headers.get(c).kind() == kind) {
                    return line.get(c).strip();
                }
            }
            return "";
        }
    }
}
