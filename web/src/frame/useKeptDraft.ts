import { useCallback, useEffect, useRef, useState } from "react";
import { Problem } from "../api/client";
import { useKept } from "./kept";

const PAUSE_MS = 450;
const AGAIN_MS = 2000;

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
  const pending = useRef<{ draft: T; save: (draft: T) => Promise<void> } | undefined>(undefined);
  const timer = useRef<number>(undefined);
  const sending = useRef(false);
  const { begin, kept, refuse, hold } = useKept.getState();
  if (state.key !== key) setState({ key, draft: initial });

  /** From the first key on until all is kept the top line says that it is not yet. */
  const keeping = useRef(false);
  const beginOnce = useCallback(() => {
    if (!keeping.current) begin();
    keeping.current = true;
  }, [begin]);

  const send = useCallback(async () => {
    window.clearTimeout(timer.current);
    timer.current = undefined;
    if (sending.current || !pending.current) return;
    const { draft, save: keep } = pending.current;
    pending.current = undefined;
    sending.current = true;
    let waits = false;
    beginOnce();
    try {
      await keep(draft);
      setProblem(undefined);
      hold("draft", 0);
      keeping.current = false;
      kept();
    } catch (e) {
      const why = e instanceof Problem ? e : new Problem(0, String(e));
      keeping.current = false;
      if (why.passing) {
        pending.current ??= { draft, save: keep };
        hold("draft", 1);
        waits = true;
        window.clearTimeout(timer.current);
        timer.current = window.setTimeout(() => void send(), AGAIN_MS);
      } else {
        setProblem(why);
        refuse(why.message);
      }
    } finally {
      sending.current = false;
      if (pending.current && !waits) {
        if (!timer.current) void send();
        else beginOnce();
      }
    }
  }, [beginOnce, kept, refuse, hold]);

  const change = useCallback(
    (draft: T) => {
      setState({ key, draft });
      pending.current = { draft, save };
      beginOnce();
      window.clearTimeout(timer.current);
      timer.current = window.setTimeout(() => void send(), PAUSE_MS);
    },
    [key, save, send, beginOnce],
  );

  // What is typed and not yet sent goes out when the thing is left.
  useEffect(() => () => void send(), [key, send]);

  return { draft: state.key === key ? state.draft : initial, change, problem };
}
