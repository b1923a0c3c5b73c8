package app.tidewrack.server.web;

/** Cells of tables that people open in spreadsheets. */
public final class TextCell {
    private static final String STARTS_A_FORMULA = "=+-@\t\r";

    private TextCell() {}

    /** A cell that would start a formula is kept a text by an apostrophe before it. */
    public static String safe(String cell) {
        return !cell.isEmpty() && STARTS_A_FORMULA.indexOf(cell.charAt(0)) >= 0 ? "'" + cell : cell;
    }
}
