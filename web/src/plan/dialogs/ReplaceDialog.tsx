import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Button, Input } from "antd";
import { useState } from "react";
import { Dialog } from "../../look/Dialog";
import { ask, at, CAMPAIGN, type CampaignPath, type Schemas } from "../../api/client";
import { plural } from "../../look/format";

/** Labels that find and replace would change. */
const relabelQuery = (path: CampaignPath, body: Schemas["RelabelBody"]) =>
  ask.queryOptions("post", `${CAMPAIGN}/relabel-preview`, at(path, body), {
    enabled: body.find !== "" && body.rowIds.length > 0,
  });

/** Find and replace in the labels of rows, with every label before and after. */
export function ReplaceDialog(props: {
  path: CampaignPath;
  rowIds: string[];
  onReplace: (labels: Record<string, string>) => void;
  onClose: () => void;
}) {
  const [find, setFind] = useState("");
  const [replacement, setReplacement] = useState("");
  const preview = useQuery({
    ...relabelQuery(props.path, { find, with: replacement, rowIds: props.rowIds }),
    placeholderData: keepPreviousData,
  });
  const changed = find === "" ? [] : (preview.data ?? []);
  const good = changed.filter((c) => c.trouble === "");
  return (
    <Dialog
      open
      width={620}
      title={`Find and replace in the labels of ${plural(props.rowIds.length, "row")}`}
      onCancel={props.onClose}
      footer={
        <Button
          type="primary"
          disabled={good.length === 0 || preview.isPlaceholderData}
          onClick={() => {
            props.onReplace(Object.fromEntries(good.map((c) => [c.rowId, c.after])));
            props.onClose();
          }}
        >
          {good.length > 0 ? `Rename ${plural(good.length, "row")}` : "Rename"}
        </Button>
      }
    >
      <div className="replace-fields">
        <label>
          <span className="note">Find</span>
          <Input
            autoFocus
            aria-label="Find"
            maxLength={80}
            value={find}
            onChange={(e) => setFind(e.target.value)}
          />
        </label>
        <label>
          <span className="note">Replace with</span>
          <Input
            aria-label="Replace with"
            maxLength={80}
            value={replacement}
            onChange={(e) => setReplacement(e.target.value)}
          />
        </label>
      </div>
      {preview.error && <p className="fault">{preview.error.message}</p>}
      {find !== "" && preview.data?.length === 0 && <p className="note">No label has “{find}”.</p>}
      <div className="to-be">
        {changed.map((c) => (
          <div key={c.rowId} className={c.trouble ? "bad" : ""}>
            <span className="wide">{c.before}</span>
            <span className="wide">
              → <b>{c.after}</b>
              {c.trouble && <div>{c.trouble}</div>}
            </span>
          </div>
        ))}
      </div>
    </Dialog>
  );
}
