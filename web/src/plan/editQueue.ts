import { Problem, type Schemas } from "../api/client";

export type Edit = Schemas["EditBody"];
export interface WaitingEdit {
  editId: string;
  edit: Edit;
}

export interface QueueHooks {
  /** Sends one edit; the answer is the plan after it. */
  send: (waiting: WaitingEdit) => Promise<void>;
  /** The plan changed meanwhile, or an edit was not taken: look at it anew. */
  reload: () => void;
  /** Tells of an edit that was given up, and why; `told` when a form already says so. */
  refused: (edit: Edit, problem: Problem, told: boolean) => void;
  /** Told after every step: edits not yet kept, and whether there is a connection. */
  state: (waiting: number, connected: boolean) => void;
  store: Pick<Storage, "getItem" | "setItem" | "removeItem">;
  later: (run: () => void, ms: number) => void;
  newId: () => string;
}

const AGAIN_MS = 2000;

/**
 * Edits in the order they were made, sent one at a time. Each carries an id of its own, so one whose answer was lost can
 * be sent again without being made twice. While there is no connection they wait here and in the browser's store, and go
 * out when it is back; only a refusal of the server takes one out unsent.
 */
export class EditQueue {
  private waiting: WaitingEdit[];
  private sending = false;
  private stopped = false;
  private underWay: Promise<void> = Promise.resolve();
  private readonly asking = new Map<string, { kept: () => void; refused: (problem: Problem) => void }>();

  constructor(
    private readonly key: string,
    private readonly hooks: QueueHooks,
  ) {
    this.waiting = JSON.parse(hooks.store.getItem(key) ?? "[]") as WaitingEdit[];
  }

  get edits(): readonly WaitingEdit[] {
    return this.waiting;
  }

  make(edit: Edit): void {
    this.push(edit);
  }

  /** Like {@link make}, for a form that stays open until the edit is kept: a refusal goes to it alone. */
  ask(edit: Edit): Promise<void> {
    return new Promise((kept, refused) => this.asking.set(this.push(edit), { kept, refused }));
  }

  private push(edit: Edit): string {
    const editId = this.hooks.newId();
    this.waiting.push({ editId, edit });
    this.keep();
    this.underWay = this.underWay.then(() => this.pump());
    return editId;
  }

  /** Settles when what could be sent has been sent. */
  idle(): Promise<void> {
    return this.underWay;
  }

  /** Takes the newest edit back before it is sent; false when none waits or it is under way. */
  takeBack(): boolean {
    if (this.waiting.length <= (this.sending ? 1 : 0)) return false;
    this.waiting.pop();
    this.keep();
    this.hooks.state(this.waiting.length, false);
    return true;
  }

  private async pump(): Promise<void> {
    while (!this.sending && !this.stopped) {
      const next = this.waiting[0];
      if (!next) return;
      this.sending = true;
      this.hooks.state(this.waiting.length, true);
      const again = await this.sendOne(next);
      this.sending = false;
      if (again) {
        this.hooks.state(this.waiting.length, false);
        this.hooks.later(() => void this.pump(), AGAIN_MS);
        return;
      }
      this.waiting.shift();
      this.keep();
      this.hooks.state(this.waiting.length, true);
    }
  }

  /** @return whether the edit stays and is to be sent again later */
  private async sendOne(next: WaitingEdit): Promise<boolean> {
    try {
      await this.hooks.send(next);
      this.asking.get(next.editId)?.kept();
    } catch (e) {
      const problem = e instanceof Problem ? e : new Problem(0, String(e));
      if (problem.passing || problem.status === 401) return true;
      const asking = this.asking.get(next.editId);
      if (asking) asking.refused(problem);
      this.hooks.refused(next.edit, problem, asking !== undefined);
      this.hooks.reload();
    }
    this.asking.delete(next.editId);
    return false;
  }

  /** Sends what waits, also from before the page was loaded. */
  start(): void {
    this.stopped = false;
    void this.pump();
  }

  stop(): void {
    this.stopped = true;
  }

  private keep(): void {
    if (this.waiting.length === 0) this.hooks.store.removeItem(this.key);
    else this.hooks.store.setItem(this.key, JSON.stringify(this.waiting));
  }
}
