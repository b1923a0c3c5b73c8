import "./tests.css";
import { useQuery } from "@tanstack/react-query";
import { App, Button, DatePicker, Form, type FormItemProps, Input, InputNumber, Select } from "antd";
import { Dialog } from "../look/Dialog";
import dayjs, { type Dayjs } from "dayjs";
import { Children, type ReactNode } from "react";
import { useNavigate } from "react-router";
import { type CampaignPath, type Schemas } from "../api/client";
import { clockQuery } from "../api/clients";
import { offerOfResults } from "../api/results";
import { count, decimals, plural, units } from "../look/format";
import { MoneyInput } from "../look/MoneyInput";
import { titled } from "../results";
import { percent } from "./model";
import { reckonedQuery, setUpTest } from "./queries";
import { askedOf, usualQuestion, type Question } from "./question";
import { dayFormats } from "../look/typedDays";

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
  const [form] = Form.useForm<Question>();
  const begun = usualQuestion(campaign, today);
  const question = { ...begun, ...(Form.useWatch([], form) as Partial<Question> | undefined) };
  const { metric } = question;
  const asked = askedOf(
    question,
    rows.map((r) => r.id),
  );
  const reckoned = useQuery(reckonedQuery(path, asked));
  const told = reckoned.data;
  const deciding = offer.data?.metrics.filter((m) => m.rests && !m.own) ?? [];
  const shown = deciding.find((m) => m.code === metric);
  const single = rows.length === 1 || told?.shape === "NOTHING" ? rows[0] : undefined;
  const several = single && single.cells.filter((c) => c != null).length > 1;
  const variables = told?.variables.map((v) => v.name).join(" and ") ?? "";
  const begin = () =>
    setUpTest(path, {
      name: (form.getFieldValue("name") as string) || `Which ${variables}?`,
      hypothesis: question.hypothesis,
      asked,
    }).then(
      (test) => void navigate(`/c/${clientId}/results/tests/${test.id}`),
      (e: Error) => void message.error(e.message),
    );
  return (
    <Dialog
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
      <Form
        form={form}
        component={false}
        initialValues={begun}
        onValuesChange={(changed: Partial<Question>) => {
          if (changed.metric) form.setFieldValue("base", null);
        }}
      >
        <div className="test-form">
          <Asking label="The question" name="name">
            <Input
              autoFocus
              aria-label="Name of the test"
              maxLength={80}
              placeholder={variables ? `Which ${variables}?` : "Which one?"}
            />
          </Asking>
          <Asking label="Decided by" name="metric">
            <Select
              aria-label="Deciding number"
              style={{ width: "100%" }}
              options={deciding.map((m) => ({ value: m.code, label: titled(m.words) }))}
            />
          </Asking>
          <Asking label="What you expect, and why" name="hypothesis" whole>
            <Input.TextArea aria-label="Hypothesis" rows={2} maxLength={1000} />
          </Asking>
          <Asking label={`Expected ${shown?.words} · ${told?.baseFrom}`} name="base">
            <Expected
              share={shown?.written === "SHARE"}
              currency={campaign.currency}
              usual={told?.base ?? null}
            />
          </Asking>
          <Asking label="Smallest difference worth finding, found how surely" name="leastPercent">
            <InputNumber aria-label="Least difference" suffix="%" min={1} max={500} style={{ width: 100 }} />
            <Form.Item name="powerPercent" noStyle>
              <Select
                aria-label="Power"
                style={{ width: 150, marginLeft: 4 }}
                options={[70, 80, 90, 95].map((p) => ({ value: p, label: `${p / 10} times in 10` }))}
              />
            </Form.Item>
          </Asking>
          <Asking label="Days" name="days" {...AS_DAYS}>
            <DatePicker.RangePicker aria-label="Days of the test" allowClear={false} format={dayFormats()} />
          </Asking>
          <Asking label="Looks, at even parts of what it needs" name="looks">
            <InputNumber aria-label="Looks" min={1} max={20} style={{ width: 100 }} />
          </Asking>
        </div>
      </Form>
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
            <b>
              {told.base == null ? "–" : told.days == null ? "never" : plural(Math.ceil(told.days), "day")}
            </b>
            of {plural(told.flight, "day")} there are
          </span>
          <span>
            <b>{told.base == null ? "–" : told.visible == null ? "nothing" : percent(told.visible)}</b>
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
    </Dialog>
  );
}

/** Days are kept as they are sent, and shown by the calendar's own. */
const AS_DAYS = {
  getValueProps: (days: [string, string]) => ({ value: days.map((d) => dayjs(d)) }),
  normalize: (range: [Dayjs, Dayjs]) => range.map((d) => d.format("YYYY-MM-DD")),
};

/** One thing that is asked; the first of its inputs is kept under the name. */
function Asking(
  props: Pick<FormItemProps, "name" | "getValueProps" | "normalize"> & {
    label: string;
    whole?: boolean;
    children: ReactNode;
  },
) {
  const { label, whole, children, ...item } = props;
  const [input, ...beside] = Children.toArray(children);
  return (
    <label className={whole ? "whole" : ""}>
      <span className="note">{label}</span>
      <Form.Item {...item} noStyle>
        {input}
      </Form.Item>
      {beside}
    </label>
  );
}

/** The deciding number as it is expected: a share in percent, else money; empty for what is usual. */
function Expected(props: {
  share: boolean;
  currency: string;
  usual: number | null;
  value?: number | null;
  onChange?: (value: number | null) => void;
}) {
  const { usual, value = null } = props;
  if (!props.share) {
    return (
      <MoneyInput
        label="Expected number"
        minor={value}
        currency={props.currency}
        width={140}
        empty={usual === null ? "" : units(usual, props.currency).toFixed(decimals(props.currency))}
        onChange={(minor) => props.onChange?.(minor)}
      />
    );
  }
  return (
    <InputNumber<number>
      aria-label="Expected number"
      suffix="%"
      controls={false}
      min={0.001}
      max={99}
      style={{ width: 140 }}
      placeholder={usual === null ? "" : (usual * 100).toFixed(2)}
      value={value === null ? null : value * 100}
      onChange={(v) => props.onChange?.(v === null ? null : v / 100)}
    />
  );
}
