package app.tidewrack.core.plan;

import java.util.Set;

/**
 * A column with its place in the sheet.
 *
 * @param position 0 for the first
 * @param offRows rows whose cells in this column are off
 */
public record PlacedColumn(int position, Column column, Set<String> offRows) {}
