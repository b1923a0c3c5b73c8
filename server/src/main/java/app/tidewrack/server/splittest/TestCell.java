package app.tidewrack.server.splittest;

import java.util.Map;

/**
 * A row in a test.
 *
 * @param values of each variable that differs, by its name
 */
record TestCell(String rowId, String label, Map<String, String> values) {}
