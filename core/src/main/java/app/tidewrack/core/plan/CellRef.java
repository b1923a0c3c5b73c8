package app.tidewrack.core.plan;

/** Where a row and a column cross. */
public record CellRef(String rowId, String columnId) {}
