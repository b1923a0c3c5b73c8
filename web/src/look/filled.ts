import type { App } from "antd";

type Modal = ReturnType<typeof App.useApp>["modal"];

/** Dialogs in which something was entered that is not kept. */
const filled = new Set<object>();

export const fill = (dialog: object): void => void filled.add(dialog);
export const settle = (dialog: object): void => void filled.delete(dialog);
export const isFilled = (dialog: object): boolean => filled.has(dialog);
export const anyFilled = (): boolean => filled.size > 0;

/** Asks whether what was entered is left; the focus goes back to where it was. */
export function askToLeave(modal: Modal, leave: () => void, stay?: () => void): void {
  const at = document.activeElement as HTMLElement | null;
  modal.confirm({
    title: "Leave what was entered here?",
    content: "It is not kept.",
    okText: "Leave it",
    cancelText: "Go on",
    centered: true,
    onOk: leave,
    ...(stay && { onCancel: stay }),
    afterClose: () => at?.isConnected && at.focus(),
  });
}
