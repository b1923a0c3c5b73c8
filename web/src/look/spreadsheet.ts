/** A cell of a spreadsheet: a text that would start a formula is written so that it does not, and line ends are quoted. */
function cell(text: string): string {
  const safe = /^[=+\-@\t\r]/.test(text) ? `'${text}` : text;
  return /["\t\n\r]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
}

/** Lines of cells as spreadsheets take them from the clipboard. */
export function asTabbed(lines: string[][]): string {
  return lines.map((line) => line.map(cell).join("\t")).join("\n");
}
