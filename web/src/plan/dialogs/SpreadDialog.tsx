import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Button, Input, Modal, Segmented } from "antd";
import { useState } from "react";
import { ask, at, CAMPAIGN, type CampaignPath, type Schemas } from "../../api/client";
import { money, plural, typedMoney, word } from "../../look/format";
import { BASIS_WORDS, type Campaign } from "../model";
import { Lock } from "../sheet/Lock";

/** What each row would get of a sum spread over them. */
const spreadQuery = (path: CampaignPath, body: Schemas["SpreadBody"]) =>
  ask.queryOptions("post", `${CAMPAIGN}/spread-preview`, at(path, body), { retry: false });

type How = Schemas["SpreadBody"]["how"];

/** One sum spread over the selected rows; locked rows, and those that are not selected, keep theirs. */
export function SpreadDialog(props: {
  path: CampaignPath;
  campaign: Campaign;
  rows: Campaign["rows"];
  onSpread: (total: string, how: How) => void;
  onClose: () => void;
}) {
  const { campaign, rows } = props;
  const now = rows.reduce((sum, r) => sum + r.moneyMinor, 0);
  const locked = new Set(rows.filter((r) => r.locked).map((r) => r.id));
  const words = BASIS_WORDS[campaign.basis];
  const [total, setTotal] = useState(typedMoney(now, campaign.currency));
  const [how, setHow] = useState<How>("EQUAL");
  const preview = useQuery({
    ...spreadQuery(props.path, { rowIds: rows.map((r) => r.id), money: total, how }),
    placeholderData: keepPreviousData,
  });
  const cash = (minor: number) => money(minor, campaign.currency);
  const good = !preview.error && !preview.isPlaceholderData;
  const most = Math.max(1, ...(preview.data ?? []).map((m) => m.afterMinor));
  return (
    <Modal
      open
      width={620}
      title={`Spread money over ${plural(rows.length, "row")}`}
      onCancel={props.onClose}
      footer={
        <Button
          type="primary"
          disabled={!good}
          onClick={() => {
            props.onSpread(total, how);
            props.onClose();
          }}
        >
          Spread it
        </Button>
      }
    >
      <div className="spread-fields">
        <label>
          <span className="note">
            All of them, {words} ({campaign.currency})
          </span>
          <Input
            autoFocus
            aria-label="Money of all"
            value={total}
            onFocus={(e) => e.target.select()}
            onChange={(e) => setTotal(e.target.value)}
          />
        </label>
        <Segmented<How>
          aria-label="By what"
          value={how}
          onChange={setHow}
          options={[
            { value: "EQUAL", label: "equally" },
            { value: "BY_PEOPLE", label: "by people" },
            { value: "AS_NOW", label: "as it is shared now" },
          ]}
        />
      </div>
      {rows.length < campaign.rows.length && (
        <p className="note">
          The other {plural(campaign.rows.length - rows.length, "row")} keep their money.
        </p>
      )}
      {locked.size > 0 && (
        <p className="note">
          {plural(locked.size, "locked row")} {word(locked.size, "keeps its", "keep their")} money; the others
          share the rest.
        </p>
      )}
      {preview.error && <p className="fault">{preview.error.message}</p>}
      <div className="to-be">
        {good &&
          preview.data?.map((m) => (
            <div key={m.rowId}>
              <span className="wide">
                {m.label} {locked.has(m.rowId) && <Lock />}
              </span>
              <i className="spread-bar" style={{ width: `${(m.afterMinor / most) * 90}px` }} />
              <span className="amount">
                {cash(m.beforeMinor)} → <b>{cash(m.afterMinor)}</b>
              </span>
            </div>
          ))}
      </div>
    </Modal>
  );
}
