/** How often it is looked whether there is nothing else to do. */
const LOOKS_EVERY_MS = 250;

/**
 * Reads one after the other while there is nothing else to do, so that whatever is asked for meanwhile does not wait for all of them.
 * One that cannot be read is left for when it is asked for.
 */
export async function inTurn(reads: (() => Promise<unknown>)[], busy: () => boolean): Promise<void> {
  for (const read of reads) {
    do await new Promise((look) => setTimeout(look, LOOKS_EVERY_MS));
    while (busy());
    await read().catch(() => undefined);
  }
}
