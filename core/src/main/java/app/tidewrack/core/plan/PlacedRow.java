package app.tidewrack.core.plan;

import java.util.Map;

/**
 * A row with its place in the sheet.
 *
 * @param position 0 for the first
 * @param offColumns columns whose cells in this row are off, and why; see {@link Campaign#off()}
 */
public record PlacedRow(int position, Row row, Map<String, String> offColumns) {}
