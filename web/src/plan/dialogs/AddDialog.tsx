import { Button } from "antd";
import { Link } from "react-router";
import { Dialog } from "../../look/Dialog";
import { plural } from "../../look/format";
import { PickFrom } from "./PickFrom";
import { type Choice, usePicking } from "./usePicking";

/** Chooses audiences for rows, or creatives for columns. */
export function AddDialog({
  title,
  one,
  choices,
  elsewhere,
  onAdd,
  onClose,
}: {
  title: string;
  one: string;
  choices: Choice[];
  elsewhere: { words: string; path: string };
  onAdd: (ids: string[]) => void;
  onClose: () => void;
}) {
  const picking = usePicking(choices);
  const { taken } = picking;
  const add = () => {
    if (taken.length > 0) onAdd(taken);
    onClose();
  };
  return (
    <Dialog
      open
      title={title}
      onCancel={onClose}
      footer={
        <Button type="primary" onClick={add}>
          {taken.length > 0 ? `Add ${plural(taken.length, one)}` : "Close"}
        </Button>
      }
    >
      {choices.length > 0 ? (
        <PickFrom
          autoFocus
          looks
          label="Find by name"
          most={200}
          height={380}
          {...{ picking }}
          onEnter={() => taken.length > 0 && add()}
        />
      ) : (
        <p className="note">There is none left to add.</p>
      )}
      <p style={{ marginBottom: 0 }}>
        <Link to={elsewhere.path}>{elsewhere.words}</Link>
      </p>
    </Dialog>
  );
}
