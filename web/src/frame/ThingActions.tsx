import { Button } from "antd";

/** What can be done with any thing of a list, at its head. */
export function ThingActions(props: { onDuplicate: () => void; onRemove: () => void }) {
  return (
    <>
      <Button onClick={props.onDuplicate}>Duplicate</Button>
      <Button danger onClick={props.onRemove}>
        Remove
      </Button>
    </>
  );
}
