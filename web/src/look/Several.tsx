import { Select, type SelectProps } from "antd";
import { useState } from "react";

/**
 * A list of which several are taken: it closes after Enter, so that it covers nothing that is gone to next; whoever types on, or presses
 * it, has it open again.
 */
export function Several<V>(props: SelectProps<V>) {
  const [open, setOpen] = useState(props.defaultOpen ?? false);
  return (
    <Select<V>
      mode="multiple"
      {...props}
      open={props.open ?? open}
      onOpenChange={setOpen}
      onInputKeyDown={(e) => {
        // What Enter takes is taken before.
        if (e.key === "Enter") queueMicrotask(() => setOpen(false));
      }}
    />
  );
}
