import "./advice.css";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { App, Button, Checkbox, InputNumber, Select } from "antd";
import { useState, type ReactNode } from "react";
import { type Schemas, askAgain } from "../api/client";
import { type Move, type Playbook, keepPlaybook, playbookQuery, triedQuery } from "../api/playbook";
import { offerOfResults } from "../api/results";
import { Columns } from "../frame/Columns";
import { day, money, plural } from "../look/format";
import { MoneyInput } from "../look/MoneyInput";
import { figure, titled } from "../results";
import { MOVE_WORDS, rulesOf } from "./model";
import { Waiting } from "../frame/Waiting";

type Target = Playbook["judged"][number];

const TEMPERATURES = [
  { value: "COLD", words: "Cold" },
  { value: "WARM", words: "Warm" },
  { value: "RETARGETING", words: "Retargeting" },
] as const;

/** The buyer's own rules of decision, and what they would have advised in the past. */
export function PlaybookRules(props: {
  clientId: string;
  things: ReactNode;
  accounts: Schemas["AccountView"][];
}) {
  const { clientId } = props;
  const kept = useQuery(playbookQuery(clientId));
  if (!kept.data) return <Waiting on={[kept]} />;
  return <Fields key={JSON.stringify(kept.data)} {...props} kept={kept.data} />;
}

function Fields(props: {
  clientId: string;
  things: ReactNode;
  accounts: Schemas["AccountView"][];
  kept: Playbook;
}) {
  const { clientId, kept } = props;
  const queries = useQueryClient();
  const { message } = App.useApp();
  const [draft, setDraft] = useState(kept);
  const [tried, setTried] = useState<Playbook>();
  const changed = JSON.stringify(draft) !== JSON.stringify(kept);
  const set = (more: Partial<Playbook>) => setDraft({ ...draft, ...more });
  const keep = () =>
    keepPlaybook(clientId, draft).then(
      (now) => {
        queries.setQueryData(playbookQuery(clientId).queryKey, now);
        void askAgain(queries, "/api/clients/{clientId}/advice");
        message.info("Kept. Advice goes by it from now on.");
      },
      (e: Error) => void message.error(e.message),
    );
  const number = (
    label: string,
    value: number,
    least: number,
    most: number,
    suffix: string,
    onChange: (v: number) => void,
    step = 1,
  ) => (
    <InputNumber<number>
      aria-label={label}
      size="small"
      style={{ width: 128 }}
      {...{ value, step, suffix }}
      min={least}
      max={most}
      onChange={(v) => onChange(v ?? least)}
    />
  );
  const fields: Partial<Record<Move, ReactNode>> = {
    LEAVE_ALONE: number("Days left alone", draft.leaveDays, 3, 14, "days", (leaveDays) => set({ leaveDays })),
    STOP_WITHOUT_RESULTS: number("Spend without result", draft.emptySpend, 1, 20, "× cost", (emptySpend) =>
      set({ emptySpend }),
    ),
    STOP: number("Spend before a stop", draft.stopSpend, 1, 20, "× cost", (stopSpend) => set({ stopSpend })),
    REFRESH: number(
      "Views a person",
      draft.tiredFrequency,
      1,
      20,
      "views",
      (tiredFrequency) => set({ tiredFrequency }),
      0.5,
    ),
    RAISE: number("Step of a raise", draft.raisePercent, 1, 20, "%", (raisePercent) => set({ raisePercent })),
    SIDEWAYS: number("Copies sideways", draft.copies, 1, 10, "copies", (copies) => set({ copies })),
  };
  return (
    <Columns
      things={props.things}
      title="Playbook"
      note={
        changed
          ? "Changed here, not kept yet; advice goes by what was kept before"
          : "What is advised, when, and by how much"
      }
      actions={
        <>
          <Button onClick={() => setTried(draft)}>Try it on the past</Button>
          {changed && <Button onClick={() => setDraft(kept)}>Drop the changes</Button>}
          <Button type="primary" disabled={!changed} onClick={() => void keep()}>
            Keep it
          </Button>
        </>
      }
    >
      <div className="playbook-fields">
        {rulesOf(draft).map(({ move, says }) => (
          <Rule
            key={move}
            {...{ move, says }}
            on={draft.moves.includes(move)}
            field={fields[move]}
            onSwitch={(on) =>
              set({ moves: on ? [...draft.moves, move] : draft.moves.filter((m) => m !== move) })
            }
          />
        ))}
        <span />
        <span>How sure a row must be good or bad</span>
        <span>
          {number("Certainty", Math.round(draft.certainty * 100), 80, 99, "%", (v) =>
            set({ certainty: v / 100 }),
          )}
        </span>
      </div>
      <Judged {...{ clientId, draft }} accounts={props.accounts} onChange={(judged) => set({ judged })} />
      {tried && <Tried clientId={clientId} playbook={tried} />}
    </Columns>
  );
}

function Rule(props: {
  move: Move;
  says: string;
  on: boolean;
  field: ReactNode;
  onSwitch: (on: boolean) => void;
}) {
  return (
    <>
      <Checkbox
        aria-label={titled(MOVE_WORDS[props.move])}
        checked={props.on}
        onChange={(e) => props.onSwitch(e.target.checked)}
      />
      <span>
        <b>{titled(MOVE_WORDS[props.move])}.</b> <span className="note">{props.says}</span>
      </span>
      <span>{props.field}</span>
    </>
  );
}

/** By what number each temperature is judged: cold ones never by the same as retargeting. */
function Judged(props: {
  clientId: string;
  draft: Playbook;
  accounts: Schemas["AccountView"][];
  onChange: (judged: Target[]) => void;
}) {
  const offer = useQuery(offerOfResults(props.clientId));
  const metrics = offer.data?.metrics.filter((m) => m.rests && !m.own) ?? [];
  const currency = props.accounts[0]?.currency ?? "EUR";
  const { judged } = props.draft;
  return (
    <>
      <h3 style={{ marginTop: 20 }}>Judged by</h3>
      <p className="note">
        Cold and retargeting rows are never judged by the same number. Without a target of its own a campaign
        goes by its brief’s cost of a result, and without a brief its rows are judged by one another.
      </p>
      <div className="playbook-fields" style={{ gridTemplateColumns: "110px 220px 160px" }}>
        {TEMPERATURES.map(({ value: temperature, words }) => {
          const own = judged.find((t) => t.temperature === temperature);
          const code = own?.metric ?? offer.data?.judged[temperature]?.[0] ?? "cost_per_result";
          const metric = metrics.find((m) => m.code === code);
          const others = judged.filter((t) => t.temperature !== temperature);
          const put = (target: Target) => props.onChange([...others, target]);
          return [
            <span key={`${temperature}w`}>{words}</span>,
            <Select
              key={`${temperature}m`}
              size="small"
              aria-label={`Number for ${words.toLowerCase()}`}
              value={code}
              options={metrics.map((m) => ({ value: m.code, label: titled(m.words) }))}
              onChange={(m) => put({ temperature, metric: m, value: null, currency: "" })}
            />,
            metric?.written === "SHARE" ? (
              <InputNumber<number>
                key={`${temperature}t`}
                size="small"
                aria-label={`Target for ${words.toLowerCase()}`}
                suffix="%"
                controls={false}
                placeholder="target"
                value={own?.value == null ? null : own.value * 100}
                onChange={(v) =>
                  put({ temperature, metric: code, value: v === null ? null : v / 100, currency: "" })
                }
              />
            ) : (
              <MoneyInput
                key={`${temperature}t`}
                label={`Target for ${words.toLowerCase()}`}
                minor={own?.value ?? null}
                currency={currency}
                width={150}
                empty="target"
                onChange={(v) => put({ temperature, metric: code, value: v, currency })}
              />
            ),
          ];
        })}
      </div>
    </>
  );
}

const STOPS = new Set<Move>(["STOP", "STOP_WITHOUT_RESULTS"]);

/** What it would have advised day by day, knowing only what was known then, and what the rows went on to bring. */
function Tried({ clientId, playbook }: { clientId: string; playbook: Playbook }) {
  const tried = useQuery(triedQuery(clientId, playbook));
  if (tried.error) return <p className="fault">{tried.error.message}</p>;
  if (!tried.data) return <p className="note">Trying it on every day since the campaigns began…</p>;
  const { from, to, given } = tried.data;
  if (!from || !to) return <p className="note">No campaign runs that it could be tried on.</p>;
  const DAY = 86_400_000;
  const whole = Math.max(DAY, Date.parse(to) - Date.parse(from));
  const at = (d: string) => `${(100 * (Date.parse(d) - Date.parse(from))) / whole}%`;
  const rows = [...new Map(given.map((g) => [g.rowId, g])).values()];
  return (
    <section className="days-tried" data-testid="tried">
      <h3>
        Tried on {day(from)} to {day(to)}: {plural(given.length, "piece of advice", "pieces of advice")}
      </h3>
      <div className="days-tried-field">
        {rows.map((r) => (
          <div key={r.rowId} className="row">
            <span title={`${r.row} of ${r.campaign}`}>{r.row}</span>
            <span className="days">
              {given
                .filter((g) => g.rowId === r.rowId)
                .map((g) => (
                  <i
                    key={g.move}
                    role="img"
                    className={`mark ${STOPS.has(g.move) ? "stops" : ""}`}
                    style={{ left: at(g.day) }}
                    aria-label={`${day(g.day)}: ${MOVE_WORDS[g.move]}`}
                    title={`${day(g.day)}: ${MOVE_WORDS[g.move]}`}
                  />
                ))}
            </span>
          </div>
        ))}
      </div>
      <table className="lines">
        <thead>
          <tr>
            <th>Day</th>
            <th>Row</th>
            <th>Would have said</th>
            <th className="number">Until then</th>
            <th className="number">From then on</th>
            <th className="number">Spent after</th>
          </tr>
        </thead>
        <tbody>
          {given.map((g, i) => (
            <tr key={i}>
              <td>{day(g.day)}</td>
              <td className="wrap">
                {g.row} <span className="note">of {g.campaign}</span>
              </td>
              <td className="wrap" title={g.says}>
                {MOVE_WORDS[g.move]}
              </td>
              <td className="number">{figure(g.metric, g.beforeValue, g.currency)}</td>
              <td className="number">{figure(g.metric, g.afterValue, g.currency)}</td>
              <td className="number">{money(g.afterSpendMinor, g.currency)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="note">
        Each day knew only what was known then. What came after came without it: nobody acted on this advice.
      </p>
    </section>
  );
}
