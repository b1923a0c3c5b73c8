import { useQuery } from "@tanstack/react-query";
import { Button, Modal } from "antd";
import { ask, at, CAMPAIGN, type CampaignPath, type Schemas } from "../../api/client";
import { money, plural } from "../../look/format";

/** What pasted cells would do. */
const pasteQuery = (path: CampaignPath, body: Schemas["PasteBody"]) =>
  ask.queryOptions("post", `${CAMPAIGN}/paste-preview`, at(path, body), { retry: false });

/** What cells from a spreadsheet would do to the sheet, and which cannot be taken; the good ones go in. */
export function PasteDialog(props: {
  path: CampaignPath;
  startRowId: string | null;
  text: string;
  onPaste: () => void;
  onClose: () => void;
}) {
  const { startRowId, text } = props;
  const preview = useQuery(pasteQuery(props.path, { startRowId, text }));
  const found = preview.data;
  const good = found ? found.money.length + found.rows.length + found.switched : 0;
  const cash = (minor: number) => money(minor, found?.currency ?? "GBP");
  return (
    <Modal
      open
      width={620}
      title="Paste from a spreadsheet"
      onCancel={props.onClose}
      footer={
        <Button
          type="primary"
          autoFocus
          disabled={good === 0}
          onClick={() => {
            props.onPaste();
            props.onClose();
          }}
        >
          {found && found.bad.length > 0 && good > 0 ? `Paste the ${good} good ones` : "Paste"}
        </Button>
      }
    >
      {preview.error && <p className="fault">{preview.error.message}</p>}
      {found && good === 0 && found.bad.length === 0 && <p>Everything pasted is as the sheet has it.</p>}
      {found && (
        <div className="to-be">
          {found.bad.length > 0 && <h3>{plural(found.bad.length, "cell")} cannot be taken</h3>}
          {found.bad.map((b, i) => (
            <div key={i} className="bad">
              <span>line {b.line}</span>
              <span className="mono">{b.value || "(empty)"}</span>
              <span>{b.says}</span>
            </div>
          ))}
          {found.money.length > 0 && <h3>{plural(found.money.length, "budget")}</h3>}
          {found.money.map((m) => (
            <div key={m.rowId}>
              <span className="wide">{m.label}</span>
              <span>
                {cash(m.beforeMinor)} → <b>{cash(m.afterMinor)}</b>
              </span>
            </div>
          ))}
          {found.rows.length > 0 && <h3>{plural(found.rows.length, "new row")}</h3>}
          {found.rows.map((r) => (
            <div key={r.label}>
              <span className="wide">{r.label}</span>
              <b>{cash(r.moneyMinor)}</b>
            </div>
          ))}
          {found.switched > 0 && <h3>{plural(found.switched, "ad")} switched on or off</h3>}
        </div>
      )}
    </Modal>
  );
}
