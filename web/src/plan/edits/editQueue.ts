import { Problem, type Schemas } from "../../api/client";
import { Saver, type SaverHooks } from "../../frame/saver";

const CONFLICT = 409;

export type Edit = Schemas["EditBody"];
export interface WaitingEdit {
  editId: string;
  edit: Edit;
}

export interface QueueHooks extends Pick<SaverHooks<WaitingEdit>, "state" | "later"> {
  /** @param over whether it is made even where somebody else changed the same meanwhile */
  send: (next: WaitingEdit, over: boolean) => Promise<void>;
  /** Somebody else changed the same meanwhile; gives whether the edit is made all the same. It waits until a person says so. */
  collides: (edit: Edit, problem: Problem) => Promise<boolean>;
  /** The plan changed meanwhile, or an edit was not taken: look at it anew. */
  reload: () => void;
  /** Tells of an edit that was given up, and why; `told` when a form already says so. */
  refused: (edit: Edit, problem: Problem, told: boolean) => void;
  store: Pick<Storage, "getItem" | "setItem" | "removeItem">;
  newId: () => string;
}

/**
 * Edits of a plan on their way. Each carries an id of its own, so one whose answer was lost can be sent again without being made
 * twice; those that wait are in the browser's store as well.
 */
export class EditQueue {
  private readonly saver: Saver<WaitingEdit>;
  private readonly asking = new Map<string, { kept: () => void; refused: (problem: Problem) => void }>();

  constructor(
    key: string,
    private readonly hooks: QueueHooks,
  ) {
    const { store } = hooks;
    this.saver = new Saver(
      {
        send: async (next) => {
          await this.settled(next);
          this.asking.get(next.editId)?.kept();
          this.asking.delete(next.editId);
        },
        refused: (next, problem) => {
          const asking = this.asking.get(next.editId);
          asking?.refused(problem);
          this.asking.delete(next.editId);
          hooks.refused(next.edit, problem, asking !== undefined || problem.status === CONFLICT);
          hooks.reload();
        },
        state: hooks.state,
        later: hooks.later,
        remember: (edits) =>
          edits.length === 0 ? store.removeItem(key) : store.setItem(key, JSON.stringify(edits)),
      },
      { first: JSON.parse(store.getItem(key) ?? "[]") as WaitingEdit[] },
    );
  }

  /** Sends one, and where it collides with another person's as it is then decided. */
  private async settled(next: WaitingEdit): Promise<void> {
    try {
      await this.hooks.send(next, false);
    } catch (e) {
      const collided = e instanceof Problem && e.status === CONFLICT;
      if (!collided || !(await this.hooks.collides(next.edit, e))) throw e;
      await this.hooks.send(next, true);
    }
  }

  get edits(): readonly WaitingEdit[] {
    return this.saver.unsaved;
  }

  make(edit: Edit): void {
    this.saver.add({ editId: this.hooks.newId(), edit });
  }

  /** Like {@link make}, for a form that stays open until the edit is kept: a refusal goes to it alone. */
  ask(edit: Edit): Promise<void> {
    return new Promise((kept, refused) => {
      const editId = this.hooks.newId();
      this.asking.set(editId, { kept, refused });
      this.saver.add({ editId, edit });
    });
  }

  /** Settles when what could be sent has been sent. */
  idle(): Promise<void> {
    return this.saver.idle();
  }

  /** Takes the newest edit back before it is sent; false when none waits, it is under way, or is of another sheet. */
  takeBack(campaignId: string): boolean {
    const newest = this.saver.unsaved.at(-1)?.edit;
    return newest !== undefined && "campaignId" in newest && newest.campaignId === campaignId
      ? this.saver.takeBack()
      : false;
  }

  /** Sends what waits, also from before the page was loaded. */
  start(): void {
    this.saver.start();
  }

  stop(): void {
    this.saver.stop();
  }
}
