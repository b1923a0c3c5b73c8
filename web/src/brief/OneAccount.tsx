import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Input, Select } from "antd";
import { useCallback, useMemo, type ReactNode } from "react";
import type { Schemas } from "../api/client";
import { deskQuery } from "../api/clients";
import { Columns } from "../frame/Columns";
import { useKeptDraft } from "../frame/useKeptDraft";
import { count, day } from "../look/format";
import { MoneyInput } from "../look/MoneyInput";
import { changeAccount, toldQuery } from "./queries";

type Account = Schemas["AccountView"];
type Draft = Schemas["AccountBody"];

/** One account: what can be changed of it, and what its site tag reports. */
export function OneAccount(props: { clientId: string; account: Account; things: ReactNode }) {
  const { clientId, account } = props;
  const queries = useQueryClient();
  const told = useQuery({ ...toldQuery(clientId, account.id), enabled: !account.byHand });
  const save = useCallback(
    async (draft: Draft) => {
      await changeAccount(clientId, account.id, draft);
      await queries.invalidateQueries(deskQuery(clientId));
      await queries.invalidateQueries(toldQuery(clientId, account.id));
    },
    [clientId, account.id, queries],
  );
  const initial = useMemo<Draft>(
    () => ({
      name: account.name,
      site: account.site ?? null,
      profiles: account.profiles.map((p) => p.name),
      spendingLimitMinor: account.spendingLimitMinor ?? null,
    }),
    [account],
  );
  const { draft, change, problem } = useKeptDraft(account.id, initial, save);
  const set = (part: Partial<Draft>) => change({ ...draft, ...part });
  const wrong = (field: string) => (problem?.field === field ? "error" : "");
  return (
    <Columns
      things={props.things}
      title={account.name}
      note={
        <>
          On <b>{account.networkName}</b> · {account.currency} · days of {account.zone}
        </>
      }
      facts={
        account.byHand ? (
          <p className="note">
            A network without a connector: nothing is asked of it or sent to it. Plans are handed over as a
            table to enter there.
          </p>
        ) : (
          <Told told={told.data} error={told.error} />
        )
      }
    >
      <div className="brief">
        {problem && <div className="wrong">{problem.message}</div>}
        <dl className="facts-list wide">
          <div>
            <dt>Name</dt>
            <dd>
              <Input
                aria-label="Name of the account"
                value={draft.name}
                status={wrong("name")}
                maxLength={80}
                onChange={(e) => set({ name: e.target.value })}
              />
            </dd>
          </div>
          <div>
            <dt>Currency and zone</dt>
            <dd>
              {account.currency}, {account.zone}
              <div className="note">
                Fixed when the account was opened; days, money and hours are counted in them.
              </div>
            </dd>
          </div>
          <div>
            <dt>Spending limit a day</dt>
            <dd>
              <MoneyInput
                label="Spending limit a day"
                currency={account.currency}
                minor={draft.spendingLimitMinor ?? null}
                width={160}
                empty="none"
                onChange={(minor) => set({ spendingLimitMinor: minor })}
              />
            </dd>
          </div>
          <div>
            <dt>Profiles</dt>
            <dd>
              <Select
                aria-label="Profiles"
                mode="tags"
                open={false}
                suffix={null}
                placeholder="Whom ads are from; Enter adds one"
                style={{ width: "100%" }}
                status={wrong("profiles")}
                value={draft.profiles}
                onChange={(profiles: string[]) => set({ profiles })}
              />
            </dd>
          </div>
          <div>
            <dt>Site with the tag</dt>
            <dd>
              <Input
                aria-label="Site with the tag"
                className="mono"
                value={draft.site ?? ""}
                placeholder="shop.example"
                status={wrong("site")}
                maxLength={253}
                onChange={(e) => set({ site: e.target.value || null })}
              />
              <div className="note">
                Without a site tag, visits and sales are not seen and cannot be optimised for; seek link
                clicks instead.
              </div>
            </dd>
          </div>
        </dl>
      </div>
    </Columns>
  );
}

function Told({ told, error }: { told: Schemas["AccountTold"] | undefined; error: Error | null }) {
  if (error) return <p className="note">{error.message}</p>;
  if (!told) return <p className="note">Asking the network…</p>;
  const most = Math.max(1, ...(told.siteTag?.events ?? []).map((e) => e.lastDayPeople));
  return (
    <>
      <h2>Site tag</h2>
      {!told.siteTag && (
        <div className="finding hint" style={{ marginTop: 8 }}>
          <b>No site tag reports to this account.</b>
          Give the site’s domain, and put the tag on it.
        </div>
      )}
      {told.siteTag && (
        <>
          <p className="note mono">{told.siteTag.site}</p>
          <table className="events">
            <thead>
              <tr>
                <th>Event</th>
                <th>Last seen</th>
                <th className="number">People that day</th>
              </tr>
            </thead>
            <tbody>
              {told.siteTag.events.map((e) => (
                <tr key={e.event}>
                  <td>{e.event}</td>
                  <td>{e.lastSeen ? day(e.lastSeen) : "never"}</td>
                  <td className="number">
                    {count(e.lastDayPeople)}
                    <div className="share" style={{ width: `${(e.lastDayPeople / most) * 100}%` }} />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
      {told.agreedSenders.length > 0 && (
        <>
          <h3 style={{ margin: "12px 0 4px" }}>Agreed to send messages</h3>
          {told.agreedSenders.map((s) => (
            <div key={s}>{s}</div>
          ))}
        </>
      )}
    </>
  );
}
