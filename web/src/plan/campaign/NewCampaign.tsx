import { useQuery } from "@tanstack/react-query";
import { Button, type FormInstance, Select } from "antd";
import { useRef, useState } from "react";
import type { Schemas } from "../../api/client";
import { audiencesQuery } from "../../api/audiences";
import { creativesQuery } from "../../api/creatives";
import { recentFirst } from "../../frame/recent";
import { SideDialog } from "../../look/Dialog";
import { count, plural } from "../../look/format";
import { PickFrom } from "../dialogs/PickFrom";
import { peopleOn, type Picking, shownAs, usePicking } from "../dialogs/usePicking";
import type { Campaign } from "../model";
import { OverRows, useOver } from "../templates/Over";
import { type Template, templatesQuery } from "../templates/queries";
import type { Facts } from "./facts";
import { OnAccount } from "./Fields";

/** Audiences and creatives that a campaign is begun with. */
export interface Onto {
  audienceIds: string[];
  creativeIds: string[];
}

const NOTHING: Onto = { audienceIds: [], creativeIds: [] };

/**
 * A new campaign on any account of the client, with what is already known of its sheet: names typed take all rows and columns that they
 * find. What is not said is as in the last one of the account.
 */
export function NewCampaign(props: {
  clientId: string;
  accounts: Schemas["AccountView"][];
  /** The account at hand. */
  account: Schemas["AccountView"];
  onClose: () => void;
  title: string;
  /** What its name names. */
  named: string;
  ok: string;
  /** What it is called until another name is typed. */
  suggested: string;
  /** Campaigns it may be like, the one at hand first. */
  before: Campaign[];
  /** What its sheet begins with. */
  onto?: Onto | undefined;
  /** The template it is begun by. */
  template?: Template | undefined;
  send: (edit: Schemas["NewCampaign"]) => Promise<void>;
}) {
  const { onto = NOTHING } = props;
  const typed = useRef<Partial<Facts>>({});
  const fields = useRef<FormInstance<Facts>>(null);
  const [accountId, setAccountId] = useState(props.account.id);
  const account = props.accounts.find((a) => a.id === accountId) ?? props.account;
  const audiences = useQuery(audiencesQuery(props.clientId));
  const creatives = useQuery(creativesQuery(props.clientId));
  const rows = usePicking(
    recentFirst(props.clientId, peopleOn(account.id, audiences.data ?? [])),
    onto.audienceIds,
  );
  const shown = (creatives.data ?? []).map((c) => c.creative);
  const columns = usePicking(recentFirst(props.clientId, shownAs(shown)), onto.creativeIds);
  const formats = shown.filter((c) => columns.taken.includes(c.id)).map((c) => c.format);
  const templates = useQuery(templatesQuery(props.clientId));
  const fitting = (templates.data ?? []).filter((t) => t.network === account.network);
  const [templateId, setTemplateId] = useState(props.template?.id ?? "");
  const template = fitting.find((t) => t.id === templateId);
  const last = props.before.find((c) => c.accountId === account.id);
  const like = template ?? last;
  const taken = { audienceIds: rows.taken, creativeIds: columns.taken };
  const over = useOver(props.clientId, template, { accountId: account.id, ...taken });
  const told = template ? over.data : undefined;
  const accounts = props.accounts.map((a) => ({ value: a.id, label: `${a.name}, ${a.networkName}` }));
  const submit = () => fields.current?.submit();
  const talking = (
    <Taking
      key="rows"
      {...{ picking: rows, submit }}
      label="People to talk to"
      note={template ? "Each audience takes rows of the template" : "Each audience becomes a row"}
    />
  );
  const seeing = (
    <Taking
      key="columns"
      {...{ picking: columns, submit }}
      label="What they see"
      note="Each creative becomes a column"
    />
  );
  return (
    <SideDialog
      open
      title={props.title}
      size={900}
      onClose={props.onClose}
      footer={
        <div className="campaign-begins">
          <Button type="primary" onClick={submit}>
            {props.ok}
          </Button>
          <span className="note" role="status">
            {told
              ? begins(told.rows.length, told.columns, told.ads)
              : begins(rows.taken.length, columns.taken.length, rows.taken.length * columns.taken.length)}
          </span>
        </div>
      }
    >
      <div className="campaign-from">
        {accounts.length > 1 && (
          <label className="campaign-account">
            Account
            <Select aria-label="Account" options={accounts} value={account.id} onChange={setAccountId} />
          </label>
        )}
        {fitting.length > 0 && (
          <label className="campaign-account">
            Like
            <Select
              aria-label="Like"
              options={[
                { value: "", label: last ? `Last time: ${last.name}` : "Nothing yet" },
                ...fitting.map((t) => ({
                  value: t.id,
                  label: `Template: ${t.name}${t.client ? `, of ${t.client}` : ""}`,
                })),
              ]}
              value={template?.id ?? ""}
              onChange={setTemplateId}
            />
          </label>
        )}
      </div>
      <OnAccount
        key={`${account.id} ${template?.id ?? ""}`}
        {...props}
        {...{ account, typed, fields, like, formats }}
        sheet={
          <>
            {/* What is still to be said comes first. */}
            {onto.audienceIds.length > 0 ? [seeing, talking] : [talking, seeing]}
            {template && <OverRows {...{ template }} over={told} currency={account.currency} />}
          </>
        }
        // Begun with something it is called as that is: the money is what is typed next.
        field={onto.audienceIds.length + onto.creativeIds.length > 0 ? "money" : undefined}
        onEnter={submit}
        send={(facts) =>
          props.send({
            kind: "newCampaign",
            accountId: account.id,
            facts,
            ...taken,
            ...(template ? { templateId: template.id } : {}),
          })
        }
      />
    </SideDialog>
  );
}

/** What the sheet begins with. */
function begins(rows: number, columns: number, ads: number): string {
  if (rows === 0 && columns === 0) return "The sheet begins empty; rows and columns can come later.";
  return `${plural(rows, "row")} × ${plural(columns, "creative")}, ${plural(ads, "ad")}`;
}

function Taking(props: { picking: Picking; label: string; note: string; submit: () => void }) {
  const { picking, label, note } = props;
  const all = picking.chosen.length === 0 && picking.taken.length > 0;
  return (
    <div className="campaign-onto">
      <p>
        {label}{" "}
        <span className="note">
          {all ? `All ${count(picking.taken.length)} found; tick some to take only these` : note}
        </span>
      </p>
      <PickFrom {...{ picking, label }} most={4} onEnter={props.submit} />
    </div>
  );
}
