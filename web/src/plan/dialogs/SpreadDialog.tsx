import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Button, Input, Segmented } from "antd";
import { useState } from "react";
import { Dialog } from "../../look/Dialog";
import { ask, at, CAMPAIGN, type CampaignPath, type Schemas } from "../../api/client";
import { money, plural, typedMoney, word } from "../../look/format";
import { BASIS_WORDS, type Campaign } from "../model";
import { Lock } from "../sheet/Lock";
import { BringsMore, RowBrings } from "./Brings";

/** What each row would get of a sum spread over them. */
const spreadQuery = (path: CampaignPath, body: Schemas["SpreadBody"]) =>
  ask.queryOptions("post", `${CAMPAIGN}/spread-preview`, at(path, body), { retry: false });

type How = Schemas["SpreadBody"]["how"];

/** One sum spread over the selected rows; locked rows, and those that are not selected, keep theirs. */
export function SpreadDialog(props: {
  path: CampaignPath;
  campaign: Campaign;
  rows: Campaign["rows"];
  onEdit: (edit: Schemas["EditBody"]) => void;
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
  const to = preview.data?.rows ?? [];
  const brings = preview.data?.brings;
  const most = Math.max(1, ...to.map((m) => m.afterMinor));
  /** What was shown is what is done, since what rows bring may be told anew any moment. */
  const edit = (): Schemas["EditBody"] =>
    how === "BRINGS_MOST"
      ? {
          kind: "rowsMoney",
          campaignId: campaign.id,
          rows: to.map((m) => ({ rowId: m.rowId, minor: m.afterMinor })),
        }
      : { kind: "rowSpread", campaignId: campaign.id, rowIds: rows.map((r) => r.id), money: total, how };
  return (
    <Dialog
      open
      width={660}
      title={`Spread money over ${plural(rows.length, "row")}`}
      onCancel={props.onClose}
      footer={
        <Button
          type="primary"
          disabled={!good}
          onClick={() => {
            props.onEdit(edit());
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
            { value: "AS_NOW", label: "as now" },
            { value: "BRINGS_MOST", label: "where it brings most" },
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
      {good && brings && <BringsMore brings={brings} currency={campaign.currency} />}
      <div className="to-be">
        {good &&
          to.map((m) => (
            <div key={m.rowId}>
              <span className="wide">
                {m.label} {locked.has(m.rowId) && <Lock />}
              </span>
              {brings ? (
                <RowBrings brings={brings} toBe={m} />
              ) : (
                <i className="spread-bar" style={{ width: `${(m.afterMinor / most) * 90}px` }} />
              )}
              <span className="amount">
                {cash(m.beforeMinor)} → <b>{cash(m.afterMinor)}</b>
              </span>
            </div>
          ))}
      </div>
    </Dialog>
  );
}
