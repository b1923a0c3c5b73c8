import { useQuery } from "@tanstack/react-query";
import { App, Button, DatePicker, Form, type FormInstance, Input, Segmented, Select } from "antd";
import dayjs, { type Dayjs } from "dayjs";
import customParseFormat from "dayjs/plugin/customParseFormat";
import { type Ref, type RefObject, useRef, useState } from "react";
import { type Problem, type Schemas, send } from "../../api/client";
import { offerQuery } from "../../api/clients";
import { SideDialog } from "../../look/Dialog";
import { plural, typedMoney } from "../../look/format";
import { Temperature, temperatures } from "../../look/Temperature";
import { BASIS_WORDS, type Campaign, needsSiteTag } from "../model";

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

/** What a campaign is: for a new one, on any account of the client, or to change one. */
export function CampaignForm(props: {
  clientId: string;
  accounts: Schemas["AccountView"][];
  /** The account at hand. */
  account: Schemas["AccountView"];
  campaign: Campaign | undefined;
  /** What a new campaign is called until another name is typed. */
  suggested: string;
  field: string | undefined;
  onClose: () => void;
  send: (edit: Schemas["EditBody"]) => Promise<void>;
}) {
  const typed = useRef<Partial<Facts>>({});
  const fields = useRef<FormInstance<Facts>>(null);
  const [accountId, setAccountId] = useState(props.account.id);
  const account = props.accounts.find((a) => a.id === accountId) ?? props.account;
  const offer = useQuery(offerQuery(props.clientId, account.id));
  const today = useQuery({
    queryKey: ["account-day", account.zone],
    queryFn: () => accountDay(account.zone),
  });
  const lowest = offer.data?.rulebook.money.find((m) => m.currency === account.currency)?.lowestDailyMinor;
  const accounts = props.accounts.map((a) => ({ value: a.id, label: `${a.name}, ${a.networkName}` }));
  return (
    <SideDialog
      open
      title={props.campaign ? "Change the campaign" : "New campaign"}
      size={420}
      onClose={props.onClose}
      footer={
        <Button type="primary" onClick={() => fields.current?.submit()}>
          {props.campaign ? "Keep" : "Add campaign"}
        </Button>
      }
    >
      {accounts.length > 1 && (
        <label className="campaign-account">
          Account
          <Select aria-label="Account" options={accounts} value={account.id} onChange={setAccountId} />
        </label>
      )}
      {(offer.error ?? today.error) && <p className="fault">{(offer.error ?? today.error)?.message}</p>}
      {offer.data && today.data && (
        <Fields
          key={account.id}
          {...props}
          typed={typed}
          fields={fields}
          account={account}
          objectives={offer.data.rulebook.objectives}
          spending={offer.data.rulebook.spending}
          subjects={offer.data.rulebook.subjects}
          today={today.data}
          money={typedMoney(Math.max(lowest ?? 0, 1000), account.currency)}
        />
      )}
    </SideDialog>
  );
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
function Fields({
  typed,
  fields,
  account,
  objectives,
  spending,
  subjects,
  today,
  money,
  campaign,
  suggested,
  field,
  onClose,
  send,
}: {
  /** What was typed so far, for whichever account. */
  typed: RefObject<Partial<Facts>>;
  /** Its button stands outside it; Enter in a field, which ends a date that is typed, keeps nothing. */
  fields: Ref<FormInstance<Facts>>;
  account: Schemas["AccountView"];
  objectives: Schemas["ObjectiveRule"][];
  spending: Schemas["SpendingRule"];
  subjects: Schemas["SubjectRule"][];
  today: string;
  /** What a row of a new campaign starts with, as it is typed. */
  money: string;
  campaign: Campaign | undefined;
  suggested: string;
  field: string | undefined;
  onClose: () => void;
  send: (edit: Schemas["EditBody"]) => Promise<void>;
}) {
  const { message } = App.useApp();
  const [form] = Form.useForm<Facts>();
  const [initial] = useState<Facts>(() => {
    if (campaign) return factsOf(campaign);
    const usual: Facts = {
      name: suggested,
      objective: objectives[0]?.code ?? "",
      temperature: "COLD",
      purpose: "TESTING",
      start: today,
      lastDay: plusDays(today, 13),
      basis: "DAILY",
      shared: false,
      subject: null,
      money,
    };
    return taken(typed.current, usual, { objectives, spending, subjects });
  });
  const finish = async (facts: Facts) => {
    try {
      await send(
        campaign
          ? { kind: "campaignChange", campaignId: campaign.id, facts }
          : { kind: "newCampaign", accountId: account.id, facts },
      );
      onClose();
    } catch (e) {
      const problem = e as Problem;
      const name = FIELDS[problem.field ?? ""];
      if (name) form.setFields([{ name, errors: [problem.message] }]);
      else message.error(problem.message);
    }
  };
  const charged = (code: string) => objectives.find((o) => o.code === code)?.goals[0]?.charged[0];
  const objective = Form.useWatch("objective", form) ?? initial.objective;
  return (
    <Form
      ref={fields}
      form={form}
      layout="vertical"
      requiredMark={false}
      initialValues={initial}
      onValuesChange={(changed) => (typed.current = { ...typed.current, ...changed })}
      onFinish={(f) => void finish({ ...initial, ...f, subject: f.subject ?? null })}
    >
      <p className="note" style={{ marginTop: 0 }}>
        On {account.networkName}, account {account.name}; days are days in {account.zone}.
      </p>
      <Form.Item name="name" label="Name">
        <Input autoFocus={!field || field === "name"} maxLength={80} placeholder="Kits, find buyers" />
      </Form.Item>
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
      <Money {...{ form, account, spending, campaign }} focus={field === "money"} />
    </Form>
  );
}

/** How money is given, and how much; another way of it is filled in so that the same is spent. */
function Money({
  form,
  account,
  spending,
  campaign,
  focus,
}: {
  form: FormInstance<Facts>;
  account: Schemas["AccountView"];
  spending: Schemas["SpendingRule"];
  campaign: Campaign | undefined;
  focus: boolean;
}) {
  const basis = Form.useWatch("basis", form) ?? "DAILY";
  const shared = Form.useWatch("shared", form) ?? false;
  const start = Form.useWatch("start", form);
  const lastDay = Form.useWatch("lastDay", form);
  const days = start && lastDay ? dayjs(lastDay).diff(dayjs(start), "day") + 1 : 1;
  const refill = (to: { basis: Facts["basis"]; shared: boolean }) => {
    if (!campaign) return;
    const sum = to.basis === "LIFETIME" ? campaign.flightMinor : campaign.dailyMinor;
    const each = converted(campaign.moneyPerRowMinor, campaign.basis, to.basis, days);
    form.setFieldValue("money", typedMoney(to.shared ? sum : each, account.currency));
  };
  const when = basis === "LIFETIME" ? `for the ${plural(days, "day")}` : BASIS_WORDS.DAILY;
  return (
    <>
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
      <Form.Item
        name="money"
        label={`${shared ? "All rows together" : "Each new row"}, ${when}, ${account.currency}`}
        extra={
          shared
            ? `${account.networkName} gives it to the rows as it finds best`
            : "A new row starts with this; each can be changed on the sheet"
        }
      >
        <Input autoFocus={focus} style={{ width: 140 }} />
      </Form.Item>
    </>
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
