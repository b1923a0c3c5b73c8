import "./tests.css";
import { useQuery } from "@tanstack/react-query";
import { App, Button, DatePicker, Input, InputNumber, Modal, Select } from "antd";
import dayjs from "dayjs";
import { useState } from "react";
import { useNavigate } from "react-router";
import { type CampaignPath, type Schemas } from "../api/client";
import { clockQuery } from "../api/clients";
import { offerOfResults } from "../api/results";
import { count, plural } from "../look/format";
import { MoneyInput } from "../look/MoneyInput";
import { titled } from "../results";
import { percent } from "./model";
import { reckonedQuery, setUpTest, type TestAsked } from "./queries";

/** A number of which each impression costs alike decides nothing. */
const NOT_DECIDING = "cpm";

/** Asks one question of some rows: what differs is found, what it needs is reckoned before it is set up. */
export function SetUpTest(props: {
  path: CampaignPath;
  campaign: Schemas["CampaignView"];
  rows: Schemas["RowView"][];
  onPerCreative: (rowId: string) => void;
  onClose: () => void;
}) {
  const { path, campaign } = props;
  const { clientId } = path;
  const { message } = App.useApp();
  const navigate = useNavigate();
  const offer = useQuery(offerOfResults(clientId));
  const clock = useQuery(clockQuery);
  // One cell is selected as a rule: then the question is about all rows.
  const rows = props.rows.length > 1 ? props.rows : campaign.rows;
  const today = clock.data?.now.slice(0, 10) ?? campaign.start;
  const tomorrow = dayjs(today).add(1, "day").format("YYYY-MM-DD");
  const [name, setName] = useState("");
  const [hypothesis, setHypothesis] = useState("");
  const [metric, setMetric] = useState(
    campaign.temperature === "RETARGETING" ? "cost_per_conversion" : "click_rate",
  );
  const [base, setBase] = useState<number | null>(null);
  const [least, setLeast] = useState(20);
  const [power, setPower] = useState(80);
  const [looks, setLooks] = useState(4);
  const [days, setDays] = useState<[string, string]>();
  const [starts, ends] = days ?? [tomorrow > campaign.start ? tomorrow : campaign.start, campaign.lastDay];
  const asked: TestAsked = {
    rowIds: rows.map((r) => r.id),
    metric,
    base,
    least: least / 100,
    power: power / 100,
    level: 0.05,
    looks,
    startsOn: starts,
    lastDay: ends,
  };
  const reckoned = useQuery(reckonedQuery(path, asked));
  const told = reckoned.data;
  const deciding = offer.data?.metrics.filter((m) => m.rests && m.code !== NOT_DECIDING && !m.own) ?? [];
  const shown = deciding.find((m) => m.code === metric);
  const single = rows.length === 1 || told?.shape === "NOTHING" ? rows[0] : undefined;
  const several = single && single.cells.filter((c) => c != null).length > 1;
  const variables = told?.variables.map((v) => v.name).join(" and ") ?? "";
  const begin = () =>
    setUpTest(path, { name: name || `Which ${variables}?`, hypothesis, asked }).then(
      (test) => void navigate(`/c/${clientId}/results/tests/${test.id}`),
      (e: Error) => void message.error(e.message),
    );
  return (
    <Modal
      open
      width={720}
      title={`Set up a split test of ${plural(rows.length, "row")}`}
      onCancel={props.onClose}
      footer={
        <Button
          type="primary"
          disabled={!told || told.stops.length > 0 || told.base == null || !!reckoned.error}
          onClick={() => void begin()}
        >
          Set it up
        </Button>
      }
    >
      {told && (
        <div className={`test-found ${told.stops.length > 0 ? "stops" : ""}`} data-testid="test-found">
          {told.stops.length > 0
            ? told.stops.map((s) => <div key={s}>{s}</div>)
            : told.shape === "FACTORIAL"
              ? `A factorial of ${variables}, fully crossed: each can be told by itself, what they do together cannot.`
              : `One variable: ${variables}. All else is alike.`}
          {told.variables.length > 0 && (
            <ul>
              {told.variables.map((v) => (
                <li key={v.name}>
                  {v.name}: {[...new Set(v.values.map((x) => x || "none"))].slice(0, 6).join(" · ")}
                </li>
              ))}
            </ul>
          )}
          {several && (
            <p style={{ margin: "6px 0 0" }}>
              Its creatives share one row, so the network would pick among them.{" "}
              <button
                className="link"
                onClick={() => {
                  props.onPerCreative(single.id);
                  props.onClose();
                }}
              >
                Put each creative in a row of its own
              </button>
            </p>
          )}
        </div>
      )}
      {reckoned.error && <p className="fault">{reckoned.error.message}</p>}
      <div className="test-form">
        <label>
          <span className="note">The question</span>
          <Input
            autoFocus
            aria-label="Name of the test"
            maxLength={80}
            value={name}
            placeholder={variables ? `Which ${variables}?` : "Which one?"}
            onChange={(e) => setName(e.target.value)}
          />
        </label>
        <label>
          <span className="note">Decided by</span>
          <Select
            aria-label="Deciding number"
            showSearch={{ optionFilterProp: "label" }}
            style={{ width: "100%" }}
            value={metric}
            options={deciding.map((m) => ({ value: m.code, label: titled(m.words) }))}
            onChange={(m) => {
              setMetric(m);
              setBase(null);
            }}
          />
        </label>
        <label className="whole">
          <span className="note">What you expect, and why</span>
          <Input.TextArea
            aria-label="Hypothesis"
            rows={2}
            maxLength={1000}
            value={hypothesis}
            onChange={(e) => setHypothesis(e.target.value)}
          />
        </label>
        <label>
          <span className="note">
            Expected {shown?.words} · {told?.baseFrom}
          </span>
          {shown?.written === "SHARE" ? (
            <InputNumber<number>
              aria-label="Expected number"
              suffix="%"
              controls={false}
              min={0.001}
              max={99}
              style={{ width: 140 }}
              placeholder={told?.base == null ? "" : (told.base * 100).toFixed(2)}
              value={base === null ? null : base * 100}
              onChange={(v) => setBase(v === null ? null : v / 100)}
            />
          ) : (
            <MoneyInput
              label="Expected number"
              minor={base}
              currency={campaign.currency}
              width={140}
              empty={told?.base == null ? "" : (told.base / 100).toFixed(2)}
              onChange={setBase}
            />
          )}
        </label>
        <label>
          <span className="note">Smallest difference worth finding, found how surely</span>
          <InputNumber<number>
            aria-label="Least difference"
            suffix="%"
            min={1}
            max={500}
            style={{ width: 100 }}
            value={least}
            onChange={(v) => setLeast(v ?? 20)}
          />{" "}
          <Select
            aria-label="Power"
            style={{ width: 150 }}
            value={power}
            options={[70, 80, 90, 95].map((p) => ({ value: p, label: `${p / 10} times in 10` }))}
            onChange={setPower}
          />
        </label>
        <label>
          <span className="note">Days</span>
          <DatePicker.RangePicker
            aria-label="Days of the test"
            allowClear={false}
            format="D MMM YYYY"
            value={[dayjs(starts), dayjs(ends)]}
            onChange={(range) =>
              range?.[0] &&
              range[1] &&
              setDays([range[0].format("YYYY-MM-DD"), range[1].format("YYYY-MM-DD")])
            }
          />
        </label>
        <label>
          <span className="note">Looks, at even parts of what it needs</span>
          <InputNumber<number>
            aria-label="Looks"
            min={1}
            max={20}
            style={{ width: 100 }}
            value={looks}
            onChange={(v) => setLooks(v ?? 1)}
          />
        </label>
      </div>
      {told && shown && (
        <div className="test-sums" data-testid="test-sums">
          <span>
            <b>{told.perCell == null ? "–" : count(Math.ceil(told.perCell))}</b>
            {shown.restsWords} a cell
          </span>
          <span>
            <b>{told.perDay == null ? "–" : count(Math.round(told.perDay))}</b>a day and cell at this money
          </span>
          <span>
            <b>{told.days == null ? "never" : plural(Math.ceil(told.days), "day")}</b>
            of {plural(told.flight, "day")} there are
          </span>
          <span>
            <b>{told.visible == null ? "nothing" : percent(told.visible)}</b>
            could be seen in these days
          </span>
        </div>
      )}
      {told?.days != null && told.days > told.flight && (
        <p className="note" role="status">
          The money is there for {plural(told.flight, "day")} only. Ask for a greater difference, take fewer
          rows, or give them more money.
        </p>
      )}
    </Modal>
  );
}
