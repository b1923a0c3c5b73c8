import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Button, Input, Select } from "antd";
import { useState, type ReactNode } from "react";
import { sourcesQuery } from "../../api/audiences";
import type { Schemas } from "../../api/client";
import { offerQuery } from "../../api/clients";
import { Columns } from "../../frame/Columns";
import { useChange } from "../../frame/useChange";
import { count, people } from "../../look/format";
import { networkColour } from "../../look/theme";
import { type Draft, percent } from "../model";
import { Lookalikes } from "./Lookalikes";
import { audienceOf, largest, listParts, ruleWords } from "./model";
import { renameSource, sourceQuery, traitsQuery, type Source } from "./queries";

/** One source: who is in it, on which accounts, what sets them apart, and who is like them. */
export function OneSource(props: {
  clientId: string;
  accounts: Schemas["AccountView"][];
  things: ReactNode;
  source: Source;
  country: string;
  onMake: (drafts: Draft[], accountId: string) => void;
  onRemove: () => void;
}) {
  const { clientId, accounts } = props;
  const queries = useQueryClient();
  const carryOut = useChange();
  const fresh = useQuery(sourceQuery(clientId, props.source.id));
  const source = fresh.data ?? props.source;
  const known = accounts.filter((a) => source.on.some((o) => o.accountId === a.id));
  const [chosen, setChosen] = useState<string>();
  const account = known.find((a) => a.id === chosen) ?? known[0];
  const offer = useQuery({ ...offerQuery(clientId, account?.id ?? ""), enabled: !!account });
  const [country, setCountry] = useState(props.country);
  const traits = useQuery({
    ...traitsQuery(clientId, source.id, account?.id ?? "", country),
    enabled: !!account && source.state === "READY",
    retry: false,
  });
  const rename = (name: string) => {
    if (!name || name === source.name) return;
    void carryOut(renameSource(clientId, source.id, name), async () => {
      await queries.invalidateQueries(sourcesQuery(clientId));
      await queries.invalidateQueries(sourceQuery(clientId, source.id));
    });
  };
  const countries = offer.data?.rulebook.audience.countries ?? [];
  return (
    <Columns
      things={props.things}
      title={source.name}
      note={ruleWords(source)}
      actions={
        <>
          {account && (
            <Button type="primary" onClick={() => props.onMake([audienceOf(source)], account.id)}>
              Make an audience of them
            </Button>
          )}
          <Button danger onClick={props.onRemove}>
            Remove
          </Button>
        </>
      }
      facts={
        <>
          <h2>On the networks</h2>
          {accounts.map((a) => (
            <OnAccount key={a.id} account={a} source={source} />
          ))}
          <h3 style={{ margin: "12px 0 4px" }}>Used by</h3>
          {source.usedBy.length === 0 ? (
            <p className="note">No audience yet.</p>
          ) : (
            source.usedBy.map((name) => <div key={name}>{name}</div>)
          )}
        </>
      }
    >
      <div className="source">
        <Input
          key={source.name}
          aria-label="Name of the source"
          defaultValue={source.name}
          maxLength={80}
          style={{ maxWidth: 420, fontWeight: 600 }}
          onBlur={(e) => rename(e.target.value.trim())}
          onPressEnter={(e) => e.currentTarget.blur()}
        />
        {source.kind === "LIST" && <ListCounts source={source} />}
        <div className="say">
          As
          <Select
            aria-label="Account"
            style={{ width: 190 }}
            value={account?.id ?? null}
            options={known.map((a) => ({ value: a.id, label: a.name }))}
            onChange={(id) => setChosen(id ?? undefined)}
          />
          sees them in
          <Select
            aria-label="Country"
            style={{ width: 190 }}
            value={country}
            options={countries.map((c) => ({ value: c.code, label: c.words }))}
            onChange={setCountry}
          />
        </div>
        {traits.error && <p className="note">{traits.error.message}</p>}
        {traits.data && account && offer.data && (
          <>
            <Lookalikes
              {...{ clientId, source, country }}
              account={account}
              rule={offer.data.rulebook.audience.lookalike}
              seed={traits.data.people}
              onMake={(drafts) => props.onMake(drafts, account.id)}
            />
            <TraitBars traits={traits.data} />
          </>
        )}
      </div>
    </Columns>
  );
}

function OnAccount({ account, source }: { account: Schemas["AccountView"]; source: Source }) {
  const there = source.on.find((o) => o.accountId === account.id);
  const most = largest(source)?.people ?? 1;
  return (
    <div className="account-line">
      <span className="chip" style={{ "--chip": networkColour(account.network) } as React.CSSProperties}>
        {account.network}
      </span>
      {there ? (
        <div>
          <b>{people(there.size)}</b>
          {there.matchRate != null && <span className="note"> {percent(there.matchRate)} % matched</span>}
          <div className="range">
            <i
              style={{
                left: 0,
                width: `${(there.size.people / Math.max(1, most)) * 100}%`,
                background: networkColour(account.network),
              }}
            />
          </div>
        </div>
      ) : (
        <span className="note">
          {source.kind === "LIST" ? "not sent" : "made there when an audience asks for it"}
        </span>
      )}
    </div>
  );
}

/** What came of a list's rows, as one bar. */
function ListCounts({ source }: { source: Source }) {
  const parts = listParts(source);
  return (
    <div>
      <div className="list-bar">
        {parts.map((p, i) => (
          <i
            key={p.words}
            className={p.good ? "good" : ""}
            style={{ flexGrow: p.rows, opacity: p.good ? 1 : 1 - i * 0.18 }}
            title={`${count(p.rows)} ${p.words}`}
          />
        ))}
      </div>
      <div className="note">
        {count(source.rows)} rows: {parts.map((p) => `${count(p.rows)} ${p.words}`).join(", ")}
      </div>
    </div>
  );
}

/** The first few by weight; a branch and a topic of the same name count once. */
function strongest(traits: Schemas["TraitView"][], most: number): Schemas["TraitView"][] {
  return [...new Map([...traits].reverse().map((t) => [t.words, t])).values()].reverse().slice(0, most);
}

/** Traits by lift, to both sides of what is usual. */
function TraitBars({ traits }: { traits: Schemas["TraitsView"] }) {
  const shown = [...strongest(traits.most, 10), ...strongest(traits.least, 5)].sort(
    (a, b) => b.lift - a.lift,
  );
  const furthest = Math.max(...shown.map((t) => Math.abs(Math.log(Math.max(0.02, t.lift)))));
  return (
    <div>
      <h3 style={{ marginBottom: 6 }}>What sets them apart</h3>
      {shown.map((t) => {
        const log = Math.log(Math.max(0.02, t.lift)) / furthest;
        return (
          <div className="trait" key={t.kind + t.words}>
            <span>{t.words}</span>
            <span className="side">
              <i
                className={log < 0 ? "less" : ""}
                style={{ left: `${50 + Math.min(0, log) * 50}%`, width: `${Math.abs(log) * 50}%` }}
              />
            </span>
            <b className="number">{t.lift.toFixed(2)} ×</b>
            <span className="note number">{percent(t.share)} % of them</span>
          </div>
        );
      })}
      <p className="note">
        How many times as common among {count(traits.people)} of them as in the whole country.
      </p>
    </div>
  );
}
