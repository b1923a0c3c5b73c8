import { Input } from "antd";
import { useState } from "react";

/** Editing in place: Enter, Tab or leaving keeps, Escape leaves it as it was. */
export function InlineInput({
  label,
  initial,
  onDone,
  onNext,
}: {
  label: string;
  initial: string;
  /** The new text, or undefined when nothing is to change. */
  onDone: (text: string | undefined) => void;
  /** To what Tab edits next. */
  onNext?: (() => void) | undefined;
}) {
  const [text, setText] = useState(initial);
  const finish = () => onDone(text.trim() === initial ? undefined : text);
  return (
    <Input
      aria-label={label}
      size="small"
      autoFocus
      value={text}
      onFocus={(e) => e.target.select()}
      onChange={(e) => setText(e.target.value)}
      onClick={(e) => e.stopPropagation()}
      onPointerDown={(e) => e.stopPropagation()}
      onBlur={finish}
      onPressEnter={(e) => e.currentTarget.blur()}
      onKeyDown={(e) => {
        if (e.key === "Escape") onDone(undefined);
        if (e.key !== "Tab" || e.shiftKey || !onNext) return;
        e.preventDefault();
        e.currentTarget.blur();
        onNext();
      }}
    />
  );
}
