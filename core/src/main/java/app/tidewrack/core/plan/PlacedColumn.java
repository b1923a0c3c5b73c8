package app.tidewrack.core.plan;

import java.util.Map;

/**
 * A column with its place in the sheet.
 *
 * @param position 0 for the first
 * @param offRows rows whose cells in this column are off, and why; see {@link Campaign#off()}
 */
public record PlacedColumn(int position, Column column, Map<String, String> offRows) {}
