import { Problem } from "../api/client";

const AGAIN_MS = 2000;

/** What a server fails at so many times in a row it will never take. */
const MOST_FAILURES = 10;

export interface SaverHooks<T> {
  /** Keeps one; a refusal is a {@link Problem}. */
  send: (item: T) => Promise<void>;
  /** Tells of one that was given up, and why. */
  refused: (item: T, problem: Problem) => void;
  /** Told at every step: how many are not kept, and whether the server answers. */
  state: (unsaved: number, connected: boolean) => void;
  later: (run: () => void, ms: number) => unknown;
  /** Remembers what is not kept yet, so that it outlives the page. */
  remember?: (items: readonly T[]) => void;
}

export interface SaverWays<T> {
  /** How long it waits for another before it sends. */
  pauseMs?: number;
  /** Only the newest counts: one that has not gone out gives way to the next. */
  newest?: boolean;
  /** Not kept when the page was left. */
  first?: T[];
}

/**
 * What is changed on its way to the server, in the order it was changed, one at a time. Without a connection it waits and goes out
 * when there is one again; only a refusal takes one out unsent. Every saver of the interface is one of these, so that what the top
 * line says of them can be held to be true.
 */
export class Saver<T> {
  private items: T[];
  private sending = false;
  private stopped = false;
  /** The server did not answer; it is left alone until it is asked again. */
  private resting = false;
  private turn = 0;
  private failures = 0;
  private underWay: Promise<void> = Promise.resolve();

  constructor(
    private readonly hooks: SaverHooks<T>,
    private readonly ways: SaverWays<T> = {},
  ) {
    this.items = ways.first ?? [];
  }

  /** What is not kept yet. */
  get unsaved(): readonly T[] {
    return this.items;
  }

  add(item: T): void {
    if (this.ways.newest) this.items.splice(this.sending ? 1 : 0);
    this.items.push(item);
    this.told(!this.resting);
    if (this.ways.pauseMs) this.wait(this.ways.pauseMs);
    else this.flush();
  }

  /** Sends what waits, without a pause. */
  flush(): void {
    this.underWay = this.underWay.then(() => this.pump());
  }

  /** Settles when what could be sent has been sent. */
  idle(): Promise<void> {
    return this.underWay;
  }

  /** Takes the newest back before it is sent; false when none waits or it is under way. */
  takeBack(): boolean {
    if (this.items.length <= (this.sending ? 1 : 0)) return false;
    this.items.pop();
    this.told(this.sending);
    return true;
  }

  start(): void {
    this.stopped = false;
    this.resting = false;
    this.flush();
  }

  /** Sends what it can, and tries no more: what then waits is left where it is remembered. */
  stop(): void {
    this.stopped = true;
  }

  private wait(ms: number): void {
    const turn = ++this.turn;
    this.hooks.later(() => {
      if (turn !== this.turn) return;
      this.resting = false;
      this.flush();
    }, ms);
  }

  private async pump(): Promise<void> {
    while (!this.sending && !this.resting) {
      const next = this.items[0];
      if (next === undefined) return;
      this.turn++;
      this.sending = true;
      this.told(true);
      const again = await this.send(next);
      this.sending = false;
      const overtaken = again && this.ways.newest && this.items.length > 1;
      if (!again || overtaken) this.items.shift();
      this.told(!again);
      if (again) {
        this.resting = true;
        if (!this.stopped) this.wait(AGAIN_MS);
      }
    }
  }

  /** @return whether it stays and is to be sent again later */
  private async send(item: T): Promise<boolean> {
    try {
      await this.hooks.send(item);
    } catch (e) {
      const problem = e instanceof Problem ? e : new Problem(0, String(e));
      const waits = problem.passing || problem.status === 401 || problem.status === 429;
      if (waits || (problem.status >= 500 && ++this.failures < MOST_FAILURES)) return true;
      this.hooks.refused(item, problem);
    }
    this.failures = 0;
    return false;
  }

  private told(connected: boolean): void {
    this.hooks.remember?.(this.items);
    this.hooks.state(this.items.length, connected);
  }
}
