import { App, Drawer, type DrawerProps, Modal, type ModalProps } from "antd";
import { type KeyboardEvent, type ReactNode, type SyntheticEvent, useEffect, useState } from "react";
import { askToLeave, fill, isFilled, settle } from "./filled";

/** What is chosen from a list that opens, which no input tells of. Inputs marked data-looks only look for something. */
const CHOICE = "[role=option], .ant-select-item-option, .ant-picker-cell";

interface Settles {
  /** What was entered so far is kept whenever this changes, where a dialog stays open for more. */
  settled?: unknown;
}

/** A dialog that asks before it leaves what was typed or chosen in it, whether by Escape, beside it, or with its page. */
export function Dialog({ onCancel, children, settled, ...more }: ModalProps & Settles) {
  const guard = useGuard(more.open, settled);
  return (
    <Modal
      {...more}
      afterOpenChange={(open) => open && begin()}
      {...(onCancel ? { onCancel: (e) => guard.leave(() => onCancel(e)) } : {})}
    >
      <Watched {...{ guard }}>{children}</Watched>
    </Modal>
  );
}

/** The same at the side of the screen. */
export function SideDialog({ onClose, children, settled, ...more }: DrawerProps & Settles) {
  const guard = useGuard(more.open, settled);
  return (
    <Drawer {...more} {...(onClose ? { onClose: (e) => guard.leave(() => onClose(e)) } : {})}>
      <Watched {...{ guard }}>{children}</Watched>
    </Drawer>
  );
}

/** It begins in the field that is marked data-first, or its first, what is proposed there selected, and not on the cross that leaves it. */
function begin() {
  const dialog = [...document.querySelectorAll<HTMLElement>("[role=dialog]")].at(-1);
  if (dialog?.querySelector("input:focus, textarea:focus")) return;
  const first =
    dialog?.querySelector<HTMLInputElement>("[data-first]") ??
    dialog?.querySelector<HTMLInputElement | HTMLTextAreaElement>(
      ".ant-modal-body :is(input, textarea):not([type=radio], [type=checkbox])",
    );
  first?.focus();
  first?.select();
}

/** Not for a list that opens, a day that is chosen, or what only looks for something. */
const OWN_ENTER = "[role=combobox], .ant-picker, [data-looks]";

/** Enter at the end of a line that is typed, or on a box, does what the dialog is for, as a form does (HTML, implicit submission). */
function enter(e: KeyboardEvent) {
  const line = e.target;
  if (e.key !== "Enter" || e.defaultPrevented || !(line instanceof HTMLInputElement)) return;
  if (line.closest(OWN_ENTER)) return;
  const does = line
    .closest("[role=dialog]")
    ?.querySelector<HTMLElement>(".ant-modal-footer .ant-btn-primary:not(:disabled)");
  if (!does) return;
  e.preventDefault();
  does.click();
}

type Guard = ReturnType<typeof useGuard>;

function useGuard(open: boolean | undefined, settled: unknown) {
  const { modal } = App.useApp();
  const [dialog] = useState(() => ({}));
  useEffect(() => {
    settle(dialog);
    return () => settle(dialog);
  }, [dialog, open, settled]);
  useEffect(() => {
    const warn = (e: BeforeUnloadEvent) => isFilled(dialog) && e.preventDefault();
    window.addEventListener("beforeunload", warn);
    return () => window.removeEventListener("beforeunload", warn);
  }, [dialog]);
  return {
    touch: () => fill(dialog),
    leave: (close: () => void) => {
      if (isFilled(dialog)) askToLeave(modal, close);
      else close();
    },
  };
}

function Watched({ guard, children }: { guard: Guard; children: ReactNode }) {
  const typed = (e: SyntheticEvent) => {
    if (!(e.target as HTMLElement).closest("[data-looks]")) guard.touch();
  };
  const chosen = (e: SyntheticEvent) => {
    if ((e.target as HTMLElement).closest(CHOICE)) guard.touch();
  };
  return (
    <div
      style={{ display: "contents" }}
      onInputCapture={typed}
      onChangeCapture={typed}
      onClickCapture={chosen}
      onKeyDown={enter}
    >
      {children}
    </div>
  );
}
