package app.tidewrack.server.plan.preview;

/** Money of a row before and after an edit, in minor units. */
public record MoneyToBe(String rowId, String label, long beforeMinor, long afterMinor) {}
