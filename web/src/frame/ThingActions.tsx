import { Button } from "antd";
import { Opening } from "../look/Opening";
import { useOffer } from "./doables";

/** Something else that can be done with a thing. */
export interface More {
  key: string;
  words: string;
  run: () => void;
}

/** What can be done with any thing of a list, in one menu at its head; Ctrl K lists it too. */
export function ThingActions(props: { onDuplicate: () => void; onRemove: () => void; more?: More[] }) {
  const usual = [{ key: "twice", words: "Duplicate", run: props.onDuplicate }, ...(props.more ?? [])];
  const remove = { key: "remove", words: "Remove", run: props.onRemove };
  useOffer([...usual, remove].map(({ key, ...what }) => ({ id: key, ...what })));
  const item = ({ key, words, run }: More) => ({ key, label: words, onClick: run });
  return (
    <Opening menu={{ items: [...usual.map(item), { type: "divider" }, { ...item(remove), danger: true }] }}>
      <Button>Do…</Button>
    </Opening>
  );
}
