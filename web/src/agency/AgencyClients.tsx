import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button, Checkbox, Form, Input, InputNumber, Progress, Select, Upload } from "antd";
import { useState, type ReactNode } from "react";
import { Link, useNavigate } from "react-router";
import { Several } from "../look/Several";
import { Dialog } from "../look/Dialog";
import type { Schemas } from "../api/client";
import { clientsQuery } from "../api/clients";
import { agencyClientsQuery, agencyQuery } from "../api/session";
import { Columns } from "../frame/Columns";
import { useChange } from "../frame/useChange";
import { plural } from "../look/format";
import { currencyOptions } from "../look/worldwide";
import { TakeAway, TakenAway } from "./Removal";
import {
  changeClient,
  loadTraining,
  putLogo,
  removeTraining,
  takeOn,
  trainingQuery,
  type AgencyClient,
} from "./queries";
import { Waiting } from "../frame/Waiting";

const LOOK_AGAIN_MS = 1_000;

/** All clients of the agency: taken on and changed, and made-up ones to practise with. */
export function AgencyClients({ things }: { things: ReactNode }) {
  const clients = useQuery(agencyClientsQuery);
  const own = useQuery(clientsQuery);
  const [chosen, setChosen] = useState<AgencyClient | "new">();
  const [leaving, setLeaving] = useState<AgencyClient>();
  const navigate = useNavigate();
  if (!clients.data) return <Waiting on={[clients]} />;
  const here = clients.data.filter((c) => !c.removedAt);
  const mine = new Set(own.data?.map((c) => c.id));
  const buys = new Set(own.data?.filter((c) => c.role === "BUYER").map((c) => c.id));
  return (
    <Columns
      things={things}
      title="Clients"
      note={inWords(here)}
      actions={
        <Button type="primary" onClick={() => setChosen("new")}>
          Take a client on…
        </Button>
      }
    >
      {here.length === 0 ? (
        <div className="first-step">
          <h2>No client yet</h2>
          <p>
            A client is whom you advertise for: with its accounts on the networks, its audiences, creatives
            and plans. Take the first one on, or load made-up ones below to see how all of it works.
          </p>
          <Button type="primary" onClick={() => setChosen("new")}>
            Take the first client on…
          </Button>
        </div>
      ) : (
        <table className="lines">
          <thead>
            <tr>
              <th>Client</th>
              <th>Sites</th>
              <th>Currencies</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {here.map((c) => (
              <tr key={c.id}>
                <td>
                  {mine.has(c.id) ? <Link to={`/c/${c.id}`}>{c.name}</Link> : <b>{c.name}</b>}{" "}
                  {c.training && <span className="training-chip">training</span>}
                  <div className="note">{c.about}</div>
                </td>
                <td>
                  {c.domains.map((d) => (
                    <div key={d}>{d}</div>
                  ))}
                </td>
                <td>{c.currencies.join(", ")}</td>
                <td className="number">
                  <button className="link" onClick={() => setChosen(c)}>
                    Change
                  </button>{" "}
                  <button className="link" onClick={() => setLeaving(c)}>
                    Take away…
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <TakenAway clients={clients.data.filter((c) => c.removedAt)} />
      <Training />
      {leaving && <TakeAway client={leaving} forGood={false} onClose={() => setLeaving(undefined)} />}
      {chosen && (
        <ClientDialog
          client={chosen === "new" ? undefined : chosen}
          buys={chosen === "new" || buys.has(chosen.id)}
          onClose={() => setChosen(undefined)}
          onTakenOn={(id) => void navigate(`/c/${id}`)}
        />
      )}
    </Columns>
  );
}

function inWords(clients: AgencyClient[]): string {
  const training = clients.filter((c) => c.training).length;
  const own = plural(clients.length - training, "client");
  return training > 0 ? `${own}, and ${training} to practise with` : own;
}

function ClientDialog(props: {
  client: AgencyClient | undefined;
  /** Whether the one who keeps it may change things of the client. */
  buys: boolean;
  onClose: () => void;
  onTakenOn: (id: string) => void;
}) {
  const [form] = Form.useForm<Schemas["ClientBody"]>();
  const agency = useQuery(agencyQuery);
  const queries = useQueryClient();
  const carryOut = useChange();
  const [busy, setBusy] = useState(false);
  const [logo, setLogo] = useState<File>();
  const { client } = props;
  const keep = async (body: Schemas["ClientBody"]) => {
    setBusy(true);
    await carryOut(client ? changeClient(client.id, body) : takeOn(body), async (now) => {
      if (logo) await carryOut(putLogo(now.id, logo));
      await queries.invalidateQueries({ queryKey: agencyClientsQuery.queryKey });
      await queries.invalidateQueries({ queryKey: clientsQuery.queryKey });
      props.onClose();
      if (!client) props.onTakenOn(now.id);
    });
    setBusy(false);
  };
  if (!agency.data) return null;
  return (
    <Dialog
      open
      title={client ? client.name : "Take a client on"}
      okText={client ? "Keep" : "Take on"}
      confirmLoading={busy}
      onCancel={props.onClose}
      onOk={form.submit}
      mask={{ closable: false }}
    >
      <Form
        form={form}
        layout="vertical"
        requiredMark={false}
        initialValues={
          client ?? {
            name: "",
            about: "",
            domains: [],
            currencies: [agency.data.currency],
            signOffDemanded: false,
            leadsKeptDays: null,
          }
        }
        onFinish={(body) => void keep(body)}
      >
        <Form.Item name="name" label="Name" rules={[{ required: true, message: "Name the client." }]}>
          <Input autoFocus maxLength={80} />
        </Form.Item>
        <Form.Item name="about" label="Trade" extra="What it sells, and to whom.">
          <Input maxLength={200} />
        </Form.Item>
        {props.buys && (
          <Form.Item label="Logo" extra="A picture; it is also the mark on films and pictures.">
            <Upload
              accept="image/png,image/jpeg"
              maxCount={1}
              beforeUpload={(file) => {
                setLogo(file);
                return false;
              }}
              onRemove={() => setLogo(undefined)}
            >
              <Button>{logo ? "Another…" : "Choose…"}</Button>
            </Upload>
          </Form.Item>
        )}
        <Form.Item name="domains" label="Sites" extra="Domains that its ads lead to, such as shop.example.">
          <Select mode="tags" open={false} suffix={null} tokenSeparators={[",", " "]} />
        </Form.Item>
        <Form.Item name="currencies" label="Currencies" extra="Of its accounts, the usual one first.">
          <Several options={currencyOptions()} />
        </Form.Item>
        <Form.Item
          name="leadsKeptDays"
          label="Leads are kept for"
          extra="Then what people sent is erased here, on networks and at the receiver. Empty keeps it."
        >
          <InputNumber min={1} max={3650} precision={0} suffix="days" style={{ width: 140 }} />
        </Form.Item>
        <Form.Item name="signOffDemanded" valuePropName="checked">
          <Checkbox>It asks for a sign-off: nothing is launched that no approver said yes to</Checkbox>
        </Form.Item>
      </Form>
    </Dialog>
  );
}

/** Made-up clients: loaded, and taken away again without a trace. */
function Training() {
  const queries = useQueryClient();
  const { modal } = App.useApp();
  const carryOut = useChange();
  const training = useQuery({
    ...trainingQuery,
    refetchInterval: (q) =>
      q.state.data && ["LOADING", "REMOVING"].includes(q.state.data.state) ? LOOK_AGAIN_MS : false,
  });
  const [before, setBefore] = useState<string>();
  const state = training.data?.state;
  if (state !== before) {
    setBefore(state);
    // What was loaded or taken away stands in both lists.
    if (before) void queries.invalidateQueries({ queryKey: agencyClientsQuery.queryKey });
    if (before) void queries.invalidateQueries({ queryKey: clientsQuery.queryKey });
  }
  if (!training.data) return null;
  const { done, of, problem } = training.data;
  const told = (now: Schemas["Training"]) => queries.setQueryData(trainingQuery.queryKey, now);
  const remove = () =>
    modal.confirm({
      title: "Take the training clients away?",
      content:
        "They go with all that anybody made for them here, and what runs of them on the practice networks ends. This cannot be undone.",
      okText: "Take them away",
      okButtonProps: { danger: true },
      onOk: () => carryOut(removeTraining(), told),
    });
  const here = state === "LOADED" || state === "FAILED";
  return (
    <section className="training">
      <h2>Training clients</h2>
      <p className="note">
        Three made-up clients with audiences, creatives, plans and weeks of results, to try everything on.
        They stand beside your own and touch nothing of them; while they load, the practice clock moves on by
        two weeks.
      </p>
      {problem && <p className="fault">{problem}</p>}
      {(state === "LOADING" || state === "REMOVING") && (
        <div className="training-bar">
          <Progress
            percent={of === 0 ? 0 : Math.round((100 * done) / of)}
            aria-label={
              state === "LOADING" ? "Loading the training clients" : "Taking the training clients away"
            }
          />
          <span className="note">
            {state === "LOADING" ? `${done} of ${of} steps told` : "Taking them away"}
          </span>
        </div>
      )}
      {state === "NONE" && (
        <Button onClick={() => void carryOut(loadTraining(), told)}>Load the training clients</Button>
      )}
      {here && (
        <Button danger onClick={remove}>
          Take the training clients away…
        </Button>
      )}
    </section>
  );
}
