import { useCallback, useEffect, useId, useState } from "react";
import type { Problem } from "../api/client";
import { useKept } from "./kept";
import { Saver } from "./saver";

const PAUSE_MS = 450;

interface Changed<T> {
  draft: T;
  save: (draft: T) => Promise<void>;
}

/**
 * A thing that is edited in place and kept by itself a moment after the last change. While there is no connection the
 * draft stays here and is sent until it is taken; a refusal leaves it on the screen with the reason.
 *
 * @param key tells one thing from another; a new key starts from its `initial`
 * @param save keeps a draft
 */
export function useKeptDraft<T>(key: string, initial: T, save: (draft: T) => Promise<void>) {
  const [state, setState] = useState({ key, draft: initial });
  const [problem, setProblem] = useState<Problem>();
  const who = useId();
  const [saver] = useState(() => {
    const { tell, kept, refuse } = useKept.getState();
    return new Saver<Changed<T>>(
      {
        send: async (changed) => {
          await changed.save(changed.draft);
          setProblem(undefined);
          kept();
        },
        refused: (_, why) => {
          setProblem(why);
          refuse(why.message);
        },
        state: (unsaved, connected) => tell(`draft${who}`, unsaved, connected),
        later: (run, ms) => window.setTimeout(run, ms),
      },
      { pauseMs: PAUSE_MS, newest: true },
    );
  });
  if (state.key !== key) setState({ key, draft: initial });

  const change = useCallback(
    (draft: T) => {
      setState({ key, draft });
      saver.add({ draft, save });
    },
    [key, save, saver],
  );

  // What is typed and not yet sent goes out when the thing is left.
  useEffect(() => () => saver.flush(), [key, saver]);

  return { draft: state.key === key ? state.draft : initial, change, problem };
}
