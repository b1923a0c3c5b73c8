import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button, Input, Modal } from "antd";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { clientsQuery } from "../api/clients";
import { agencyClientsQuery, useHouse } from "../api/session";
import { useChange } from "../frame/useChange";
import { count, day, ownMoment, plural } from "../look/format";
import {
  bringBack,
  eraseClient,
  erasuresQuery,
  meansQuery,
  removeClient,
  type AgencyClient,
} from "./queries";

const DAY_MS = 24 * 3600 * 1000;

/** What there is of a client, kind by kind. */
function parts(m: Schemas["Means"]): string[] {
  const kinds: [number, string][] = [
    [m.plans, "plan"],
    [m.audiences, "audience"],
    [m.creatives, "creative"],
    [m.media, "file"],
    [m.leads, "lead"],
  ];
  return kinds.filter(([how]) => how > 0).map(([how, word]) => plural(how, word));
}

function useAgain() {
  const queries = useQueryClient();
  return async () => {
    await queries.invalidateQueries({ queryKey: agencyClientsQuery.queryKey });
    await queries.invalidateQueries({ queryKey: clientsQuery.queryKey });
    await queries.invalidateQueries({ queryKey: erasuresQuery.queryKey });
  };
}

/** Says what taking a client away means, before it is done; with its name typed it is erased at once. */
export function TakeAway(props: { client: AgencyClient; forGood: boolean; onClose: () => void }) {
  const { client, forGood, onClose } = props;
  const means = useQuery(meansQuery(client.id));
  const again = useAgain();
  const carryOut = useChange();
  const house = useHouse();
  const { message } = App.useApp();
  const [typed, setTyped] = useState("");
  const [busy, setBusy] = useState(false);
  const act = async () => {
    setBusy(true);
    const done = forGood
      ? await carryOut(eraseClient(client.id, typed), again)
      : await carryOut(removeClient(client.id), again);
    setBusy(false);
    if (!done) return;
    message.success(
      forGood ? "Erased. What went is listed below." : "Taken away. It can be brought back below.",
    );
    onClose();
  };
  const m = means.data;
  return (
    <Modal
      open
      title={forGood ? `Erase ${client.name} for good` : `Take ${client.name} away`}
      okText={forGood ? "Erase it" : "Take it away"}
      okButtonProps={{ danger: true, disabled: !m || (forGood && typed.trim() !== client.name) }}
      confirmLoading={busy}
      onCancel={onClose}
      onOk={() => void act()}
    >
      {m && (
        <>
          <p>
            {m.runningAds > 0 &&
              `${plural(m.runningAds, "running ad")} ${m.runningAds === 1 ? "is" : "are"} paused first. `}
            {plural(m.people, "person", "people")} no longer {m.people === 1 ? "sees" : "see"} it
            {parts(m).length > 0 && `, nor its ${parts(m).join(", ")}`}.
          </p>
          {m.byHand > 0 && (
            <p>
              <b>{plural(m.byHand, "campaign")}</b> {m.byHand === 1 ? "was" : "were"} entered by hand on a
              network without a connector: only a person there can {forGood ? "end" : "pause"}{" "}
              {m.byHand === 1 ? "it" : "them"}.
            </p>
          )}
          {forGood ? (
            <>
              <p>
                All of it is deleted now, and its campaigns are removed on their networks. Nobody can bring it
                back. The trail keeps who did what, with no more of the client than a number.
              </p>
              <label>
                Type its name to go on
                <Input value={typed} onChange={(e) => setTyped(e.target.value)} placeholder={client.name} />
              </label>
            </>
          ) : (
            <p>For {house?.bringBackDays} days it can be brought back; then it is erased.</p>
          )}
        </>
      )}
    </Modal>
  );
}

/** Clients that are out of sight and can be brought back, and certificates of those that were erased. */
export function TakenAway({ clients }: { clients: AgencyClient[] }) {
  const erasures = useQuery(erasuresQuery);
  const again = useAgain();
  const carryOut = useChange();
  const house = useHouse();
  const [erasing, setErasing] = useState<AgencyClient>();
  return (
    <>
      {clients.length > 0 && (
        <section className="taken-away">
          <h2>Taken away</h2>
          <table className="lines">
            <tbody>
              {clients.map((c) => (
                <tr key={c.id}>
                  <td>
                    <b>{c.name}</b>
                    <div className="note">{c.about}</div>
                  </td>
                  <td className="note">
                    {house &&
                      `erased on ${day(
                        new Date(new Date(c.removedAt!).getTime() + house.bringBackDays * DAY_MS)
                          .toISOString()
                          .slice(0, 10),
                      )}`}
                  </td>
                  <td className="number">
                    <Button size="small" onClick={() => void carryOut(bringBack(c.id), again)}>
                      Bring back
                    </Button>{" "}
                    <Button size="small" danger onClick={() => setErasing(c)}>
                      Erase now…
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
      {(erasures.data?.length ?? 0) > 0 && (
        <section className="taken-away">
          <h2>Erased</h2>
          <table className="lines">
            <thead>
              <tr>
                <th>Certificate</th>
                <th>When</th>
                <th>By</th>
                <th className="number">Rows that went</th>
              </tr>
            </thead>
            <tbody>
              {erasures.data?.map((e) => (
                <tr key={e.id}>
                  <td className="mono">
                    <a href={`/api/agency/erasures/${e.id}/paper`} download>
                      {e.id}
                    </a>{" "}
                    <span className="note">of client {e.clientId}</span>
                  </td>
                  <td>{ownMoment(e.at)}</td>
                  <td>{e.person ?? `its ${house?.bringBackDays} days were over`}</td>
                  <td
                    className="number"
                    title={Object.entries(e.counts)
                      .map(([table, rows]) => `${table} ${count(rows)}`)
                      .join("\n")}
                  >
                    {count(Object.values(e.counts).reduce((sum, rows) => sum + rows, 0))}
                    {e.byHand > 0 && (
                      <div className="note">{plural(e.byHand, "campaign")} left to people to end</div>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
      {erasing && <TakeAway client={erasing} forGood onClose={() => setErasing(undefined)} />}
    </>
  );
}
