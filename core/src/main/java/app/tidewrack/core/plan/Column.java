package app.tidewrack.core.plan;

/** A column of the sheet: one creative. */
public record Column(String id, String creativeId) {}
