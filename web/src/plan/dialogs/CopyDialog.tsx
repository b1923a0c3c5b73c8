import { Button, InputNumber, Radio } from "antd";
import { useState } from "react";
import { Dialog } from "../../look/Dialog";
import { plural, word } from "../../look/format";
import type { Edit } from "../edits/editQueue";
import type { Campaign } from "../model";

/** Copies of the selected rows: several below each, or in another campaign of the account. */
export function CopyDialog(props: {
  campaign: Campaign;
  others: Campaign[];
  rowIds: string[];
  onCopy: (edit: Edit) => void;
  onClose: () => void;
}) {
  const { campaign, others, rowIds } = props;
  const [times, setTimes] = useState(2);
  const [target, setTarget] = useState(campaign.id);
  const here = target === campaign.id;
  const copy = () => {
    props.onCopy(
      here
        ? { kind: "rowCopy", campaignId: campaign.id, rowIds, times }
        : { kind: "rowsInto", campaignId: campaign.id, rowIds, toCampaignId: target },
    );
    props.onClose();
  };
  return (
    <Dialog
      open
      title={`Copy ${plural(rowIds.length, "row")}`}
      onCancel={props.onClose}
      footer={
        <Button type="primary" onClick={copy}>
          {here
            ? `Add ${plural(times * rowIds.length, "row")}`
            : `Copy ${plural(rowIds.length, "row")} there`}
        </Button>
      }
    >
      <Radio.Group
        aria-label="Where to"
        className="copy-to"
        value={target}
        onChange={(e) => setTarget(e.target.value as string)}
      >
        <Radio value={campaign.id}>Below each, at the same money</Radio>
        {others.map((c) => (
          <Radio key={c.id} value={c.id}>
            Into {c.name}{" "}
            <span className="note">
              {plural(c.rows.length, "row")}, {plural(c.columns.length, "creative")}
            </span>
          </Radio>
        ))}
      </Radio.Group>
      {here ? (
        <label className="copy-times">
          <InputNumber
            aria-label="Copies of each"
            min={1}
            max={100}
            value={times}
            onChange={(n) => setTimes(n ?? 1)}
          />{" "}
          {word(times, "copy", "copies")} of each
        </label>
      ) : (
        <p className="note">
          The rows come last there. Creatives that it lacks come as columns, off for the rows it has; ads that
          are off here are off there.
        </p>
      )}
      {others.length === 0 && (
        <p className="note">This plan has no other campaign on the same account to copy into.</p>
      )}
    </Dialog>
  );
}
