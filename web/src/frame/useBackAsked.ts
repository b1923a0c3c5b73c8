import { App } from "antd";
import { useEffect } from "react";
import { useBlocker } from "react-router";
import { anyFilled, askToLeave } from "../look/filled";

/** The browser's way back asks before it leaves a dialog in which something was entered. */
export function useBackAsked(): void {
  const { modal } = App.useApp();
  const blocker = useBlocker(({ historyAction }) => historyAction === "POP" && anyFilled());
  useEffect(() => {
    if (blocker.state === "blocked") askToLeave(modal, blocker.proceed, blocker.reset);
  }, [blocker, modal]);
}
