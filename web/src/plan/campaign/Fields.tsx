import { useQuery } from "@tanstack/react-query";
import { App, DatePicker, Form, type FormInstance, Input, Segmented, Select } from "antd";
import dayjs, { type Dayjs } from "dayjs";
import { type ReactNode, type Ref, type RefObject, useEffect, useRef, useState } from "react";
import type { Problem, Schemas } from "../../api/client";
import { offerQuery } from "../../api/clients";
import { typedMoney } from "../../look/format";
import { dayFormats } from "../../look/typedDays";
import { Temperature, temperatures } from "../../look/Temperature";
import { type Campaign, needsSiteTag } from "../model";
import { accountDay, again, factsOf, type Facts, type Like, plusDays, taken } from "./facts";
import { MoneySum, MoneyWay } from "./Money";
import "./campaign.css";

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
      format={dayFormats()}
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

interface OnAccountProps {
  clientId: string;
  account: Schemas["AccountView"];
  /** What is changed; a new one where there is none. */
  campaign?: Campaign;
  field?: string | undefined;
  /** What was typed so far of a new one, for whichever account. */
  typed?: RefObject<Partial<Facts>>;
  fields: Ref<FormInstance<Facts>>;
  like?: Like | undefined;
  /** Of the creatives that its sheet begins with. */
  formats?: string[];
  named?: string;
  suggested?: string;
  sheet?: ReactNode;
  onEnter?: () => void;
  send: (facts: Facts) => Promise<void>;
  onClose: () => void;
}

/** The form once what the account's network offers is known, and which day it is there. */
export function OnAccount(props: OnAccountProps) {
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

const NONE: string[] = [];

/** As long as nobody said what for, an objective that takes what people are shown: the one at hand, or the first that does. */
function useFitting(
  form: FormInstance<Facts>,
  objectives: Schemas["ObjectiveRule"][],
  formats: string[],
  typed: RefObject<Partial<Facts>> | undefined,
) {
  const shown = formats.join(" ");
  useEffect(() => {
    if (!shown || typed?.current.objective) return;
    const takes = (o: Schemas["ObjectiveRule"]) => shown.split(" ").every((f) => o.formats.includes(f));
    const now = objectives.find((o) => o.code === form.getFieldValue("objective"));
    const first = objectives.find(takes);
    if (first && !(now && takes(now))) form.setFieldValue("objective", first.code);
  }, [form, objectives, shown, typed]);
}

/** The fields of the form on one account; nothing is kept until the server has taken it. */
function Fields(props: OnAccountProps & { rulebook: Schemas["Rulebook"]; today: string }) {
  const { account, campaign, field, like, rulebook, today } = props;
  const { objectives, spending, subjects } = rulebook;
  const { message } = App.useApp();
  const [form] = Form.useForm<Facts>();
  const [initial] = useState<Facts>(() => {
    if (campaign) return factsOf(campaign);
    const lowest = rulebook.money.find((m) => m.currency === account.currency)?.lowestDailyMinor;
    const money = typedMoney(Math.max(lowest ?? 0, 1000), account.currency);
    const usual: Omit<Facts, "name"> = like
      ? { ...again(like, today), ...(like.currency === account.currency ? {} : { money }) }
      : {
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
    return taken(props.typed?.current ?? {}, { ...usual, name: props.suggested ?? "" }, rulebook);
  });
  const sending = useRef(false);
  const finish = async (facts: Facts) => {
    // Pressed twice it is made once.
    if (sending.current) return;
    sending.current = true;
    try {
      await props.send(facts);
      props.onClose();
    } catch (e) {
      const problem = e as Problem;
      const name = FIELDS[problem.field ?? ""];
      if (name) form.setFields([{ name, errors: [problem.message] }]);
      else message.error(problem.message);
    } finally {
      sending.current = false;
    }
  };
  useFitting(form, objectives, props.formats ?? NONE, props.typed);
  const charged = (code: string) => objectives.find((o) => o.code === code)?.goals[0]?.charged[0];
  const objective = Form.useWatch("objective", form) ?? initial.objective;
  const name = (
    <Form.Item name="name" label={props.named ?? "Name"}>
      <Input
        autoFocus={!field || field === "name"}
        onFocus={(e) => e.target.select()}
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
      onValuesChange={(changed) => {
        if (props.typed) props.typed.current = { ...props.typed.current, ...changed };
      }}
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
