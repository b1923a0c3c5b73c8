import { useQueries, useQuery } from "@tanstack/react-query";
import { Button, DatePicker, Select } from "antd";
import dayjs from "dayjs";
import { useState, type ReactNode } from "react";
import { agencyClientsQuery } from "../api/session";
import { Columns } from "../frame/Columns";
import { ownMoment } from "../look/format";
import { colleaguesQuery, deedsQuery, soughtParams, trailPage, type Sought } from "./queries";
import { dayFormats } from "../look/typedDays";

const NOTHING: Sought = { person: null, client: null, deed: null, from: null, to: null };

/** Who did what, the newest first. */
export function Trail({ things }: { things: ReactNode }) {
  const [sought, setSought] = useState<Sought>(NOTHING);
  const [before, setBefore] = useState<(number | null)[]>([null]);
  const people = useQuery(colleaguesQuery);
  const clients = useQuery(agencyClientsQuery);
  const deeds = useQuery(deedsQuery);
  const pages = useQueries({ queries: before.map((b) => trailPage(sought, b)) });
  const lines = pages.flatMap((p) => p.data?.lines ?? []);
  const next = pages[pages.length - 1]?.data?.before ?? null;
  const seek = (part: Partial<Sought>) => {
    setSought({ ...sought, ...part });
    setBefore([null]);
  };
  const file = `/api/agency/trail/lines.csv?${new URLSearchParams(soughtParams(sought)).toString()}`;
  const list = (
    label: string,
    value: string | null,
    options: { value: string; label: string }[],
    part: keyof Sought,
  ) => (
    <Select
      aria-label={label}
      placeholder={label}
      allowClear
      style={{ width: 170 }}
      popupMatchSelectWidth={false}
      value={value}
      options={options}
      onChange={(v: string | undefined) => seek({ [part]: v ?? null })}
    />
  );
  return (
    <Columns
      things={things}
      title="Who did what"
      note="Kept for two years; nobody can change it, nor take a line out"
      actions={<Button href={file}>Take as CSV</Button>}
    >
      <div className="trail-look">
        {list(
          "Person",
          sought.person,
          (people.data?.people ?? []).map((p) => ({ value: p.id, label: p.name })),
          "person",
        )}
        {list(
          "Client",
          sought.client,
          (clients.data ?? []).map((c) => ({ value: c.id, label: c.name })),
          "client",
        )}
        {list(
          "Deed",
          sought.deed,
          (deeds.data ?? []).map((d) => ({ value: d, label: d })),
          "deed",
        )}
        <DatePicker.RangePicker
          aria-label="Days"
          allowEmpty={[true, true]}
          placeholder={["From", "To"]}
          format={dayFormats()}
          value={[sought.from ? dayjs(sought.from) : null, sought.to ? dayjs(sought.to) : null]}
          onChange={(range) =>
            seek({
              from: range?.[0]?.format("YYYY-MM-DD") ?? null,
              to: range?.[1]?.format("YYYY-MM-DD") ?? null,
            })
          }
        />
      </div>
      <table className="lines trail-lines">
        <thead>
          <tr>
            <th>When</th>
            <th>Who</th>
            <th>Did</th>
            <th>Client</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((l) => (
            <tr key={l.id}>
              <td className="mono">{ownMoment(l.at)}</td>
              <td>
                {l.person ?? <span className="note">nobody known</span>}
                {l.byProgram && <span className="note">, by a program</span>}
              </td>
              <td className={l.refused ? "bad" : undefined}>
                {l.refused ? `was refused: ${l.words}` : l.words} <span className="note">{l.thing}</span>
              </td>
              <td>{l.client ?? (l.clientId && <span className="note">one that is gone</span>)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {lines.length === 0 && pages.every((p) => p.data) && <p className="note">Nothing of that kind.</p>}
      {next !== null && <Button onClick={() => setBefore([...before, next])}>Older lines</Button>}
    </Columns>
  );
}
