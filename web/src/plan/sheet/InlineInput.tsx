import { Input } from "antd";
import { useState } from "react";

/** Editing in place: Enter or leaving keeps, Escape leaves it as it was. */
export function InlineInput({
  label,
  initial,
  onDone,
}: {
  label: string;
  initial: string;
  /** The new text, or undefined when nothing is to change. */
  onDone: (text: string | undefined) => void;
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
      }}
    />
  );
}
