/** A link as it is read: the page, and what it carries there, in plain letters. */
export function partsOf(link: string): { page: string; parameters: [string, string][] } {
  const [before = "", fragment] = link.split("#", 2);
  const mark = before.indexOf("?");
  const query = mark < 0 ? "" : before.slice(mark + 1);
  return {
    page: (mark < 0 ? before : before.slice(0, mark)) + (fragment === undefined ? "" : `#${fragment}`),
    parameters: query
      .split("&")
      .filter(Boolean)
      .map((pair) => {
        const equals = pair.indexOf("=");
        return equals < 0 ? [plain(pair), ""] : [plain(pair.slice(0, equals)), plain(pair.slice(equals + 1))];
      }),
  };
}

/** What is no encoding stays as it is. */
function plain(encoded: string): string {
  try {
    return decodeURIComponent(encoded);
  } catch {
    return encoded;
  }
}
