import { useQueryClient } from "@tanstack/react-query";
import { App, type ModalFuncProps } from "antd";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { Problem, type Schemas, askAgain, at, send } from "../../api/client";
import { CHANGES, planKey } from "../../api/plans";
import { RESULT_PATHS } from "../../api/results";
import { useKept } from "../../frame/kept";
import type { Campaign } from "../model";
import { EditQueue, type Edit, type WaitingEdit } from "./editQueue";
import { whole } from "./whole";

type View = Schemas["PlanView"];

const ELSEWHERE_MS = 250;

export interface Edits {
  make: (edit: Edit) => void;
  /** Settles when the edit is kept or refused. */
  ask: (edit: Edit) => Promise<void>;
  /** Takes back or makes again on the sheet of a campaign; answers how that is then, undefined where nothing was done. */
  step: (which: "undo" | "redo", campaignId: string) => Promise<Campaign | undefined>;
  /** Made here and not yet kept. */
  waiting: readonly WaitingEdit[];
}

/** What an edit did, in the words that taking it back has for it. */
function didOn(now: View | undefined, edit: Edit): string | undefined {
  const campaign = "campaignId" in edit ? now?.campaigns.find((c) => c.id === edit.campaignId) : undefined;
  return campaign?.undo ?? undefined;
}

/** Asks until somebody answers. */
function asked(modal: ReturnType<typeof App.useApp>["modal"], question: ModalFuncProps): Promise<boolean> {
  return new Promise((answer) => {
    modal.confirm({
      ...question,
      centered: true,
      // Whoever is typing must not answer by a key meant for the sheet.
      focusable: { autoFocusButton: null },
      mask: { closable: false },
      keyboard: false,
      onOk: () => answer(true),
      onCancel: () => answer(false),
    });
  });
}

/** The door through which a plan is edited in the browser; what comes back is put on the screen as it is. */
export function useEdits(clientId: string, planId: string): Edits {
  const queries = useQueryClient();
  const { message, modal } = App.useApp();
  const [waiting, setWaiting] = useState<readonly WaitingEdit[]>([]);
  const elsewhere = useRef<number>(undefined);
  const key = useMemo(() => planKey(clientId, planId), [clientId, planId]);

  const show = useCallback(
    (answer: View, held: View | undefined) => {
      queries.setQueryData(key, whole(held, answer));
      // What stands elsewhere is asked for once the sheet is drawn, and once for several edits in a row.
      window.clearTimeout(elsewhere.current);
      elsewhere.current = window.setTimeout(() => {
        void askAgain(queries, "/api/clients", "/api/clients/{clientId}", CHANGES, ...RESULT_PATHS);
      }, ELSEWHERE_MS);
    },
    [queries, key],
  );

  const queue = useMemo(() => {
    const { tell, kept, refuse } = useKept.getState();
    const made: EditQueue = new EditQueue(`tidewrack.waiting.${clientId}.${planId}`, {
      send: async ({ editId, edit }, over) => {
        const view = queries.getQueryData<View>(key);
        const body = { editId, version: view?.version ?? 0, over, held: view?.stamp ?? null, edit };
        const path = { clientId, planId };
        show(await send("put", "/api/clients/{clientId}/plans/{planId}/edits", at(path, body)), view);
        kept(didOn(queries.getQueryData<View>(key), edit));
      },
      collides: async (_, problem) => {
        // What the other made of it is seen behind the question.
        await queries.invalidateQueries({ queryKey: key });
        return asked(modal, {
          title: "Somebody else changed the same",
          content: problem.message,
          okText: "Make my change",
          cancelText: "Leave theirs",
        });
      },
      reload: () => void queries.invalidateQueries({ queryKey: key }),
      refused: (_, problem: Problem, told) => {
        refuse(problem.message);
        if (!told) message.error({ content: problem.message, duration: 8 });
      },
      state: (count, connected) => {
        setWaiting([...made.edits]);
        tell(`plan ${planId}`, count, connected);
      },
      store: window.localStorage,
      later: (run, ms) => window.setTimeout(run, ms),
      newId: () => crypto.randomUUID(),
    });
    return made;
  }, [clientId, planId, queries, key, show, message, modal]);

  useEffect(() => {
    queue.start();
    return () => queue.stop();
  }, [queue]);

  const step = useCallback(
    async (which: "undo" | "redo", campaignId: string) => {
      if (which === "undo" && queue.takeBack(campaignId)) return undefined;
      await queue.idle();
      const { tell, kept, refuse } = useKept.getState();
      const view = queries.getQueryData<View>(key);
      const path = `/api/clients/{clientId}/plans/{planId}/${which}` as const;
      const take = (others: boolean) =>
        send(
          "post",
          path,
          at(
            { clientId, planId },
            { campaignId, version: view?.version ?? 0, others, held: view?.stamp ?? null },
          ),
        );
      tell(`steps of ${planId}`, 1, true);
      try {
        const answer = await take(false).catch(async (e: unknown) => {
          if (!(e instanceof Problem) || e.status !== 409) throw e;
          const others = await asked(modal, {
            title:
              which === "undo" ? "Take another person’s change back?" : "Make another person’s change again?",
            content: e.message,
            okText: which === "undo" ? "Take it back" : "Make it again",
            cancelText: "Leave it",
          });
          return others ? take(true) : undefined;
        });
        if (answer) show(answer, view);
        else void queries.invalidateQueries({ queryKey: key });
        kept(answer && (which === "undo" ? "taken back" : "made again"));
        const now = answer && queries.getQueryData<View>(key);
        return now?.campaigns.find((c) => c.id === campaignId);
      } catch (e) {
        refuse((e as Error).message);
        message.error((e as Error).message);
        void queries.invalidateQueries({ queryKey: key });
        return undefined;
      } finally {
        tell(`steps of ${planId}`, 0, true);
      }
    },
    [queue, queries, key, clientId, planId, show, message, modal],
  );

  // Each step is made on the plan that the one before left, however fast the key is pressed.
  const steps = useRef<Promise<Campaign | undefined>>(Promise.resolve(undefined));
  const inTurn = useCallback(
    (which: "undo" | "redo", campaignId: string) =>
      (steps.current = steps.current.then(() => step(which, campaignId))),
    [step],
  );

  return {
    make: useCallback((edit: Edit) => queue.make(edit), [queue]),
    ask: useCallback((edit: Edit) => queue.ask(edit), [queue]),
    step: inTurn,
    waiting,
  };
}
