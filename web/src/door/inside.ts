/**
 * The address on this site that a link means, or the first page. The link is read as the browser reads it: a reversed slash, a tab or
 * dots can make what looks like a path another site.
 */
export function inside(link: string | null, origin: string): string {
  try {
    const url = new URL(link ?? "/", origin);
    if (url.origin === origin) return url.href;
  } catch {
    // What is no address leads to the first page.
  }
  return `${origin}/`;
}
