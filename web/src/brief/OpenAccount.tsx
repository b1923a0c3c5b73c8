import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Input, Select } from "antd";
import { useState } from "react";
import { Dialog } from "../look/Dialog";
import { Problem, type Schemas } from "../api/client";
import { agencyQuery } from "../api/session";
import { zoneOptions } from "../look/worldwide";
import { openAccount } from "./queries";

/** Opens an account on a network; its currency and zone stay as they are chosen here. */
export function OpenAccount(props: {
  clientId: string;
  client: Schemas["ClientView"];
  networks: Schemas["NetworkView"][];
  open: boolean;
  onClose: () => void;
  onOpened: (id: string) => void;
}) {
  const { clientId, client, networks } = props;
  const { accounts } = client;
  const agency = useQuery(agencyQuery);
  const queries = useQueryClient();
  const first = accounts[0];
  const [code, setCode] = useState<string>();
  const [currency, setCurrency] = useState<string>();
  const [zone, setZone] = useState<string>();
  const [name, setName] = useState("");
  const [problem, setProblem] = useState<Problem>();
  const network =
    networks.find((n) => n.code === code) ??
    networks.find((n) => !accounts.some((a) => a.network === n.code)) ??
    networks[0];
  if (!network) return null;
  const usual = [first?.currency, ...client.currencies, ...network.currencies].find(
    (c) => c && network.currencies.includes(c),
  );
  const chosen = {
    currency: currency ?? usual ?? "",
    zone: zone ?? first?.zone ?? agency.data?.zone ?? "Europe/London",
  };
  const send = () => {
    openAccount(clientId, {
      network: network.code,
      ...chosen,
      account: {
        name: name || `${network.name} ${chosen.currency}`,
        site: first?.site ?? client.domains[0] ?? null,
        profiles: first?.profiles.map((p) => p.name) ?? [client.name],
        spendingLimitMinor: null,
      },
    })
      .then(async (opened) => {
        // Formats, networks, findings: nearly all of a client goes by its accounts.
        await queries.invalidateQueries();
        setName("");
        setProblem(undefined);
        props.onClose();
        props.onOpened(opened.id);
      })
      .catch((e: unknown) => setProblem(e instanceof Problem ? e : new Problem(0, String(e))));
  };
  return (
    <Dialog title="Open an account" open={props.open} okText="Open" onOk={send} onCancel={props.onClose}>
      <dl className="facts-list wide">
        <div>
          <dt>Network</dt>
          <dd>
            <Select
              aria-label="Network"
              style={{ width: "100%" }}
              value={network.code}
              options={networks.map((n) => ({ value: n.code, label: `${n.name}, ${n.kind}` }))}
              onChange={(value) => {
                setCode(value);
                setCurrency(undefined);
              }}
            />
          </dd>
        </div>
        <div>
          <dt>Currency</dt>
          <dd>
            <Select
              aria-label="Currency"
              style={{ width: 120 }}
              value={chosen.currency}
              options={network.currencies.map((value) => ({ value }))}
              onChange={setCurrency}
            />
          </dd>
        </div>
        <div>
          <dt>Time zone</dt>
          <dd>
            <Select
              aria-label="Time zone"
              style={{ width: "100%" }}
              value={chosen.zone}
              options={zoneOptions()}
              onChange={setZone}
            />
          </dd>
        </div>
        <div>
          <dt>Name</dt>
          <dd>
            <Input
              aria-label="Name"
              placeholder={`${network.name} ${chosen.currency}`}
              value={name}
              maxLength={80}
              onChange={(e) => setName(e.target.value)}
            />
          </dd>
        </div>
      </dl>
      {network.byHand && (
        <p className="note">
          For any network that Tidewrack is not connected to. Its rules are general ones; what you plan is
          handed over as a table to enter there, and sizes, reviews, results and leads stay there. Call the
          account by the network’s name.
        </p>
      )}
      {problem && <div className="wrong">{problem.message}</div>}
    </Dialog>
  );
}
