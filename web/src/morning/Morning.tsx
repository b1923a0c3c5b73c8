import "./morning.css";
import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { Checkbox, Segmented, Select } from "antd";
import { useMemo } from "react";
import { Link, useSearchParams } from "react-router";
import { askAgain } from "../api/client";
import { clientsQuery } from "../api/clients";
import {
  arrangeClients,
  MORNING_PATHS,
  morningQuery,
  type MorningClient,
  type NeedKind,
} from "../api/morning";
import { sessionQuery } from "../api/session";
import { useChange } from "../frame/useChange";
import { plural } from "../look/format";
import { grouped } from "../look/lists";
import { MoneyOfDay } from "./MoneyOfDay";
import { inOwnOrder, movedTo } from "./order";
import { OneClient } from "./OneClient";
import { KIND_WORDS, URGENCIES } from "./words";
import { Waiting } from "../frame/Waiting";

/** While some clients are being reckoned anew, and while nothing is. */
const SOON = 3_000;
const NOW_AND_THEN = 60_000;

/** What needs a person at all their clients, the most urgent first or in an order of their own. */
export function Morning() {
  const [params, setParams] = useSearchParams();
  const asked = {
    mine: params.has("mine"),
    network: params.get("network") ?? undefined,
    kind: (params.get("kind") as NeedKind | null) ?? undefined,
    hidden: params.has("hidden"),
  };
  const morning = useQuery({
    ...morningQuery(asked),
    placeholderData: keepPreviousData,
    refetchInterval: (q) => (q.state.data?.behind ? SOON : NOW_AND_THEN),
  });
  const known = useQuery(clientsQuery);
  const session = useQuery(sessionQuery);
  const queries = useQueryClient();
  const change = useChange();
  const arrange = (order: string[]) =>
    void change(arrangeClients(order), () => askAgain(queries, ...MORNING_PATHS));
  const clients = useMemo(() => morning.data?.clients ?? [], [morning.data]);
  const arranged = clients.some((c) => c.place != null);
  const own = arranged && params.get("order") !== "urgent";
  const shown = useMemo(() => (own ? inOwnOrder(clients) : clients), [clients, own]);
  const set = (name: string, value: string | undefined) =>
    setParams(
      (before) => {
        const next = new URLSearchParams(before);
        if (value === undefined) next.delete(name);
        else next.set(name, value);
        return next;
      },
      { replace: true },
    );
  if (known.data?.length === 0) return <NoClients keeps={session.data?.administrator ?? false} />;
  if (!morning.data) return <Waiting on={[morning]} />;
  const narrowed = asked.mine || asked.kind !== undefined || asked.network !== undefined;
  const hidden = clients.reduce((sum, c) => sum + c.hidden, 0);
  const ids = shown.map((c) => c.id);
  return (
    <div className="morning">
      <header>
        <h1>{summary(clients, narrowed)}</h1>
        {morning.data.behind > 0 && (
          <span className="note" role="status">
            {plural(morning.data.behind, "client")} being reckoned anew…
          </span>
        )}
      </header>
      <MoneyOfDay of={together(clients)} />
      <div className="morning-choice">
        <Checkbox checked={asked.mine} onChange={(e) => set("mine", e.target.checked ? "" : undefined)}>
          <span title="Of plans that you edited or sent in the last 90 days, and what is asked of you">
            Only mine
          </span>
        </Checkbox>
        <Select
          aria-label="Network"
          value={asked.network}
          placeholder="All networks"
          allowClear
          options={morning.data.networks.map((n) => ({ value: n, label: n }))}
          onChange={(n?: string) => set("network", n)}
        />
        <Select
          aria-label="Kind"
          value={asked.kind}
          placeholder="All kinds"
          allowClear
          popupMatchSelectWidth={false}
          options={Object.entries(KIND_WORDS).map(([value, label]) => ({ value: value as NeedKind, label }))}
          onChange={(k?: NeedKind) => set("kind", k)}
        />
        {(hidden > 0 || asked.hidden) && (
          <Checkbox checked={asked.hidden} onChange={(e) => set("hidden", e.target.checked ? "" : undefined)}>
            Show {plural(hidden, "hidden line")}
          </Checkbox>
        )}
        {clients.length > 1 && (
          <Segmented
            aria-label="Order of clients"
            value={own ? "own" : "urgent"}
            options={[
              { value: "urgent", label: "Most urgent first" },
              { value: "own", label: "My order" },
            ]}
            onChange={(to) => {
              set("order", to === "own" ? undefined : "urgent");
              if (to === "own" && !arranged) arrange(ids);
            }}
          />
        )}
      </div>
      <ul className="morning-clients">
        {shown.map((c, i) => (
          <OneClient
            key={c.id}
            client={c}
            asked={asked}
            onMove={own && !narrowed ? (by) => arrange(movedTo(ids, c.id, by)) : undefined}
            first={i === 0}
            last={i === shown.length - 1}
          />
        ))}
      </ul>
    </div>
  );
}

/** How much needs somebody, in a line. */
function summary(clients: readonly MorningClient[], narrowed: boolean): string {
  const parts = Object.entries(URGENCIES).flatMap(([urgency, { words }]) => {
    const all = clients.reduce((sum, c) => sum + (c.counts[urgency] ?? 0), 0);
    return all > 0 ? [`${all} ${words}`] : [];
  });
  if (parts.length > 0) return `What needs you: ${parts.join(", ")}`;
  return narrowed ? "Nothing of that kind needs you" : "Nothing needs you";
}

/** Of all clients that are shown, by currency. */
function together(clients: readonly MorningClient[]): MorningClient["money"] {
  const byCurrency = grouped(
    clients.flatMap((c) => c.money),
    (m) => m.currency,
  );
  return [...byCurrency.values()].map((all) =>
    all.reduce((sum, m) => {
      const later = m.day > sum.day || (m.day === sum.day && m.passed > sum.passed) ? m : sum;
      return {
        ...later,
        plannedMinor: sum.plannedMinor + m.plannedMinor,
        spentMinor: sum.spentMinor + m.spentMinor,
      };
    }),
  );
}

function NoClients({ keeps }: { keeps: boolean }) {
  return (
    <div className="morning">
      <h1>What needs you</h1>
      <div className="first-step">
        {keeps ? (
          <>
            <h2>No client yet</h2>
            <p>
              Here stands what needs you at each of those you work for, with the money of the day. Take the
              first one on, or load made-up ones to try everything on.
            </p>
            <Link to="/agency/clients">Take a client on</Link>
          </>
        ) : (
          <>
            <h2>No client is yours yet</h2>
            <p>An administrator of the agency says which clients you work for, and as what. Ask one.</p>
          </>
        )}
      </div>
    </div>
  );
}
