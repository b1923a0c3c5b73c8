import { useQuery } from "@tanstack/react-query";
import { App, Button, DatePicker, Form, type FormInstance, Input, Segmented, Select } from "antd";
import dayjs, { type Dayjs } from "dayjs";
import customParseFormat from "dayjs/plugin/customParseFormat";
import { type ReactNode, type Ref, type RefObject, useRef, useState } from "react";
import { type Problem, type Schemas, send } from "../../api/client";
import { audiencesQuery } from "../../api/audiences";
import { offerQuery } from "../../api/clients";
import { creativesQuery } from "../../api/creatives";
import { SideDialog } from "../../look/Dialog";
import { count, plural, typedMoney } from "../../look/format";
import { Temperature, temperatures } from "../../look/Temperature";
import { PickFrom } from "../dialogs/PickFrom";
import { peopleOn, type Picking, shownAs, usePicking } from "../dialogs/usePicking";
import { BASIS_WORDS, type Campaign, needsSiteTag } from "../model";
import "./campaign.css";

type Facts = Schemas["FactsBody"];

dayjs.extend(customParseFormat);

/** How a day is shown, then how else it may be typed. */
const DAY_FORMATS = ["D MMM YYYY", "YYYY-MM-DD", "D/M/YYYY"];

/** A day as the API takes it, chosen or typed. */
function Day({
  value,
  onChange,
  focus,
  ...rest
}: {
  value?: string;
  onChange?: (day: string) => void;
  focus: boolean;
}) {
  return (
    <DatePicker
      {...rest}
      autoFocus={focus}
      format={DAY_FORMATS}
      allowClear={false}
      style={{ width: "100%" }}
      value={value ? dayjs(value) : null}
      onChange={(day: Dayjs | null) => day && onChange?.(day.format("YYYY-MM-DD"))}
    />
  );
}

/** The field of the form that a refusal speaks of. */
const FIELDS: Record<string, keyof Facts> = {
  name: "name",
  objective: "objective",
  start: "start",
  lastDay: "lastDay",
  money: "money",
  subject: "subject",
};

function factsOf(c: Campaign): Facts {
  const { name, objective, temperature, purpose, start, lastDay } = c;
  return {
    name,
    objective,
    temperature,
    purpose,
    start,
    lastDay,
    basis: c.basis,
    shared: c.sharedMinor != null,
    subject: c.subject ?? null,
    money: typedMoney(c.sharedMinor ?? c.moneyPerRowMinor, c.currency),
  };
}

function plusDays(iso: string, days: number): string {
  return new Date(Date.parse(iso) + days * 86_400_000).toISOString().slice(0, 10);
}

/** The same again, from a day on, for as many days. */
function again(c: Campaign, from: string): Omit<Facts, "name"> {
  const days = Math.round((Date.parse(c.lastDay) - Date.parse(c.start)) / 86_400_000);
  return { ...factsOf(c), start: from, lastDay: plusDays(from, days) };
}

interface Asked {
  clientId: string;
  accounts: Schemas["AccountView"][];
  /** The account at hand. */
  account: Schemas["AccountView"];
  onClose: () => void;
}

/** Changes what a campaign is. */
export function CampaignForm(
  props: Asked & {
    campaign: Campaign;
    field: string | undefined;
    send: (edit: Schemas["CampaignChange"]) => Promise<void>;
  },
) {
  const { campaign } = props;
  const fields = useRef<FormInstance<Facts>>(null);
  const [typed] = useState(() => ({ current: {} }));
  return (
    <SideDialog
      open
      title="Change the campaign"
      size={420}
      onClose={props.onClose}
      footer={
        <Button type="primary" onClick={() => fields.current?.submit()}>
          Keep
        </Button>
      }
    >
      <OnAccount
        {...props}
        {...{ typed, fields }}
        begun={() => factsOf(campaign)}
        send={(facts) => props.send({ kind: "campaignChange", campaignId: campaign.id, facts })}
      />
    </SideDialog>
  );
}

/**
 * A new campaign on any account of the client, with what is already known of its sheet: names typed take all rows and columns that they
 * find. What is not said is as in the last one of the account.
 */
export function NewCampaign(
  props: Asked & {
    title: string;
    /** What its name names. */
    named: string;
    ok: string;
    /** What it is called until another name is typed. */
    suggested: string;
    /** Campaigns it may be like, the one at hand first. */
    before: Campaign[];
    send: (edit: Schemas["NewCampaign"]) => Promise<void>;
  },
) {
  const typed = useRef<Partial<Facts>>({});
  const fields = useRef<FormInstance<Facts>>(null);
  const [accountId, setAccountId] = useState(props.account.id);
  const account = props.accounts.find((a) => a.id === accountId) ?? props.account;
  const audiences = useQuery(audiencesQuery(props.clientId));
  const creatives = useQuery(creativesQuery(props.clientId));
  const rows = usePicking(peopleOn(account.id, audiences.data ?? []));
  const columns = usePicking(shownAs((creatives.data ?? []).map((c) => c.creative)));
  const like = props.before.find((c) => c.accountId === account.id);
  const accounts = props.accounts.map((a) => ({ value: a.id, label: `${a.name}, ${a.networkName}` }));
  const submit = () => fields.current?.submit();
  return (
    <SideDialog
      open
      title={props.title}
      size={900}
      onClose={props.onClose}
      footer={
        <div className="campaign-begins">
          <Button type="primary" onClick={submit}>
            {props.ok}
          </Button>
          <span className="note" role="status">
            {begins(rows.taken.length, columns.taken.length)}
          </span>
        </div>
      }
    >
      {accounts.length > 1 && (
        <label className="campaign-account">
          Account
          <Select aria-label="Account" options={accounts} value={account.id} onChange={setAccountId} />
        </label>
      )}
      <OnAccount
        key={account.id}
        {...props}
        {...{ account, typed, fields, like }}
        campaign={undefined}
        field={undefined}
        begun={undefined}
        sheet={
          <>
            <Onto
              {...{ picking: rows, submit }}
              label="People to talk to"
              note="Each audience becomes a row"
            />
            <Onto
              {...{ picking: columns, submit }}
              label="What they see"
              note="Each creative becomes a column"
            />
          </>
        }
        onEnter={submit}
        send={(facts) =>
          props.send({
            kind: "newCampaign",
            accountId: account.id,
            facts,
            audienceIds: rows.taken,
            creativeIds: columns.taken,
          })
        }
      />
    </SideDialog>
  );
}

/** What the sheet begins with. */
function begins(rows: number, columns: number): string {
  if (rows === 0 && columns === 0) return "The sheet begins empty; rows and columns can come later.";
  const ads = rows * columns;
  return `${plural(rows, "row")} × ${plural(columns, "creative")}, ${plural(ads, "ad")}`;
}

function Onto(props: { picking: Picking; label: string; note: string; submit: () => void }) {
  const { picking, label, note } = props;
  const all = picking.chosen.length === 0 && picking.taken.length > 0;
  return (
    <div className="campaign-onto">
      <p>
        {label}{" "}
        <span className="note">
          {all ? `All ${count(picking.taken.length)} found; tick some to take only these` : note}
        </span>
      </p>
      <PickFrom {...{ picking, label }} height={132} onEnter={props.submit} />
    </div>
  );
}

interface OnAccountProps {
  clientId: string;
  account: Schemas["AccountView"];
  campaign: Campaign | undefined;
  field: string | undefined;
  typed: RefObject<Partial<Facts>>;
  fields: Ref<FormInstance<Facts>>;
  /** What an open form starts from; undefined for what a new campaign usually is. */
  begun: (() => Facts) | undefined;
  like?: Campaign | undefined;
  named?: string;
  suggested?: string;
  sheet?: ReactNode;
  onEnter?: () => void;
  send: (facts: Facts) => Promise<void>;
  onClose: () => void;
}

/** The form once what the account's network offers is known, and which day it is there. */
function OnAccount(props: OnAccountProps) {
  const { account } = props;
  const offer = useQuery(offerQuery(props.clientId, account.id));
  const today = useQuery({
    queryKey: ["account-day", account.zone],
    queryFn: () => accountDay(account.zone),
  });
  const failed = offer.error ?? today.error;
  if (failed) return <p className="fault">{failed.message}</p>;
  if (!offer.data || !today.data) return null;
  const { rulebook } = offer.data;
  return <Fields {...props} rulebook={rulebook} today={today.data} />;
}

/** What was typed for another account, as far as this one takes it; sums are in its own currency. */
function taken(
  typed: Partial<Facts>,
  initial: Facts,
  offer: Pick<Schemas["Rulebook"], "objectives" | "spending" | "subjects">,
): Facts {
  const { objective, subject, start, lastDay } = { ...initial, ...typed };
  const late = start < initial.start;
  return {
    ...initial,
    ...typed,
    objective: offer.objectives.some((o) => o.code === objective) ? objective : initial.objective,
    subject: offer.subjects.some((s) => s.code === subject) ? subject : null,
    start: late ? initial.start : start,
    lastDay: late && lastDay < initial.lastDay ? initial.lastDay : lastDay,
    basis: offer.spending.lifetime ? (typed.basis ?? initial.basis) : initial.basis,
    shared: offer.spending.levels.includes("CAMPAIGN") && (typed.shared ?? initial.shared),
    money: initial.money,
  };
}

/** The fields of the form on one account; nothing is kept until the server has taken it. */
function Fields(props: OnAccountProps & { rulebook: Schemas["Rulebook"]; today: string }) {
  const { account, campaign, field, like, rulebook, today } = props;
  const { objectives, spending, subjects } = rulebook;
  const { message } = App.useApp();
  const [form] = Form.useForm<Facts>();
  const [initial] = useState<Facts>(() => {
    if (props.begun) return props.begun();
    const lowest = rulebook.money.find((m) => m.currency === account.currency)?.lowestDailyMinor;
    const usual: Omit<Facts, "name"> = like
      ? again(like, today)
      : {
          objective: objectives[0]?.code ?? "",
          temperature: "COLD",
          purpose: "TESTING",
          start: today,
          lastDay: plusDays(today, 13),
          basis: "DAILY",
          shared: false,
          subject: null,
          money: typedMoney(Math.max(lowest ?? 0, 1000), account.currency),
        };
    return taken(props.typed.current, { ...usual, name: props.suggested ?? "" }, rulebook);
  });
  const finish = async (facts: Facts) => {
    try {
      await props.send(facts);
      props.onClose();
    } catch (e) {
      const problem = e as Problem;
      const name = FIELDS[problem.field ?? ""];
      if (name) form.setFields([{ name, errors: [problem.message] }]);
      else message.error(problem.message);
    }
  };
  const charged = (code: string) => objectives.find((o) => o.code === code)?.goals[0]?.charged[0];
  const objective = Form.useWatch("objective", form) ?? initial.objective;
  const name = (
    <Form.Item name="name" label={props.named ?? "Name"}>
      <Input
        autoFocus={!field || field === "name"}
        maxLength={80}
        placeholder="Kits, find buyers"
        {...(props.onEnter ? { onPressEnter: props.onEnter } : {})}
      />
    </Form.Item>
  );
  const way = <MoneyWay {...{ form, account, spending, campaign }} />;
  const sum = (
    <MoneySum
      told={!props.sheet}
      {...{ form, account }}
      focus={field === "money"}
      {...(props.onEnter ? { onEnter: props.onEnter } : {})}
    />
  );
  const rest = (
    <>
      <Form.Item
        name="objective"
        label="Objective"
        extra={`Charged by ${charged(objective)?.toLowerCase() ?? "–"}`}
      >
        <Select
          autoFocus={field === "objective"}
          options={objectives.map((o) => ({
            value: o.code,
            label: needsSiteTag(o) && !account.siteTag ? `${o.words} (needs a site tag)` : o.words,
          }))}
        />
      </Form.Item>
      <Form.Item name="temperature" label="Temperature" extra="How well the people know the client">
        <Segmented options={temperatures.map((t) => ({ value: t, label: <Temperature of={t} /> }))} />
      </Form.Item>
      <Form.Item
        name="purpose"
        label="Purpose"
        extra="A test splits money evenly; scaling spends on what works"
      >
        <Segmented
          options={[
            { value: "TESTING", label: "Testing" },
            { value: "SCALING", label: "Scaling" },
          ]}
        />
      </Form.Item>
      <div style={{ display: "grid", gridTemplateColumns: "1fr 1fr", gap: 12 }}>
        <Form.Item name="start" label="First day">
          <Day focus={field === "start"} />
        </Form.Item>
        <Form.Item name="lastDay" label="Last day">
          <Day focus={field === "lastDay"} />
        </Form.Item>
      </div>
      {(subjects.length > 0 || initial.subject) && (
        <Form.Item
          name="subject"
          label="Regulated subject"
          extra="Ads on these must say so; whom they may reach is limited"
        >
          <Select
            allowClear
            autoFocus={field === "subject"}
            placeholder="None"
            options={subjects.map((s) => ({ value: s.code, label: s.words }))}
          />
        </Form.Item>
      )}
    </>
  );
  return (
    <Form
      ref={props.fields}
      form={form}
      layout="vertical"
      requiredMark={false}
      initialValues={initial}
      onValuesChange={(changed) => (props.typed.current = { ...props.typed.current, ...changed })}
      onFinish={(f) => void finish({ ...initial, ...f, subject: f.subject ?? null })}
    >
      <p className="note" style={{ marginTop: 0 }}>
        On {account.networkName}, account {account.name}; days are days in {account.zone}.
        {like && ` What is not typed is as in “${like.name}”.`}
      </p>
      {props.sheet ? (
        <div className="campaign-whole">
          <div>
            <div className="campaign-named">
              {name}
              {sum}
            </div>
            {props.sheet}
          </div>
          <div>
            {rest}
            {way}
          </div>
        </div>
      ) : (
        <>
          {name}
          {rest}
          {way}
          {sum}
        </>
      )}
    </Form>
  );
}

interface MoneyOf {
  form: FormInstance<Facts>;
  account: Schemas["AccountView"];
}

/** How money is given; another way of it is filled in so that the same is spent. */
function MoneyWay(props: MoneyOf & { spending: Schemas["SpendingRule"]; campaign: Campaign | undefined }) {
  const { form, account, spending, campaign } = props;
  const { basis, shared, days } = useMoneyOf(form);
  const refill = (to: { basis: Facts["basis"]; shared: boolean }) => {
    if (!campaign) return;
    const sum = to.basis === "LIFETIME" ? campaign.flightMinor : campaign.dailyMinor;
    const each = converted(campaign.moneyPerRowMinor, campaign.basis, to.basis, days);
    form.setFieldValue("money", typedMoney(to.shared ? sum : each, account.currency));
  };
  return (
    <div className="campaign-money">
      {(spending.lifetime || basis === "LIFETIME") && (
        <Form.Item name="basis" label="Money is given">
          <Segmented
            options={[
              { value: "DAILY", label: BASIS_WORDS.DAILY },
              { value: "LIFETIME", label: BASIS_WORDS.LIFETIME },
            ]}
            onChange={(to) => refill({ basis: to as Facts["basis"], shared })}
          />
        </Form.Item>
      )}
      {(spending.levels.includes("CAMPAIGN") || shared) && (
        <Form.Item name="shared" label="to">
          <Segmented
            options={[
              { value: false, label: "each row" },
              { value: true, label: "all rows together" },
            ]}
            onChange={(to) => refill({ basis, shared: to as boolean })}
          />
        </Form.Item>
      )}
    </div>
  );
}

function useMoneyOf(form: FormInstance<Facts>) {
  const start = Form.useWatch("start", form);
  const lastDay = Form.useWatch("lastDay", form);
  return {
    basis: Form.useWatch("basis", { form, preserve: true }) ?? "DAILY",
    shared: Form.useWatch("shared", { form, preserve: true }) ?? false,
    days: start && lastDay ? dayjs(lastDay).diff(dayjs(start), "day") + 1 : 1,
  };
}

/** How much, of what. */
function MoneySum({
  form,
  account,
  focus,
  told,
  onEnter,
}: MoneyOf & {
  focus: boolean;
  /** Whether what it means is said below it. */
  told: boolean;
  onEnter?: () => void;
}) {
  const { basis, shared, days } = useMoneyOf(form);
  const when = basis === "LIFETIME" ? `for the ${plural(days, "day")}` : BASIS_WORDS.DAILY;
  return (
    <Form.Item
      name="money"
      label={`${shared ? "All rows together" : "Each new row"}, ${when}, ${account.currency}`}
      extra={
        told &&
        (shared
          ? `${account.networkName} gives it to the rows as it finds best`
          : "A new row starts with this; each can be changed on the sheet")
      }
    >
      <Input
        autoFocus={focus}
        style={{ width: told ? 140 : "100%" }}
        {...(onEnter ? { onPressEnter: onEnter } : {})}
      />
    </Form.Item>
  );
}

/** A row's money given another way, so that the same is spent over the flight. */
function converted(minor: number, from: Facts["basis"], to: Facts["basis"], days: number): number {
  if (from === to) return minor;
  return to === "LIFETIME" ? minor * days : Math.round(minor / days);
}

/** The account's day by the practice clock, as 2027-03-09. */
async function accountDay(zone: string): Promise<string> {
  const clock = await send("get", "/api/clock");
  return new Intl.DateTimeFormat("en-CA", { timeZone: zone }).format(new Date(clock.now));
}
