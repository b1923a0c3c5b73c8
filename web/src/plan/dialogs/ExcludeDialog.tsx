import { Button, Input } from "antd";
import { useState } from "react";
import { Dialog } from "../../look/Dialog";
import { plural } from "../../look/format";

const LONGEST = 160;

/** Takes ads out of a crossing for a reason, which the sheet then shows; switching a block leaves them out. */
export function ExcludeDialog(props: { ads: number; onExclude: (why: string) => void; onClose: () => void }) {
  const [why, setWhy] = useState("");
  const exclude = () => {
    props.onExclude(why);
    props.onClose();
  };
  return (
    <Dialog
      open
      title={`Exclude ${plural(props.ads, "ad")}`}
      onCancel={props.onClose}
      footer={
        <Button type="primary" disabled={why.trim() === ""} onClick={exclude}>
          Exclude
        </Button>
      }
    >
      <label>
        <span className="note">Why these people do not see this</span>
        <Input
          autoFocus
          aria-label="Why"
          maxLength={LONGEST}
          placeholder="Buyers have the kit already"
          value={why}
          onChange={(e) => setWhy(e.target.value)}
        />
      </label>
    </Dialog>
  );
}
