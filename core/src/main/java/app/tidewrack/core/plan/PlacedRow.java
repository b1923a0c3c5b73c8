package app.tidewrack.core.plan;

import java.util.Set;

/**
 * A row with its place in the sheet.
 *
 * @param position 0 for the first
 * @param offColumns columns whose cells in this row are off
 */
public record PlacedRow(int position, Row row, Set<String> offColumns) {}
