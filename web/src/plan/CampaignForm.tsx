import { App, Button, DatePicker, Drawer, Form, Input, Segmented, Select } from "antd";
import dayjs, { type Dayjs } from "dayjs";
import customParseFormat from "dayjs/plugin/customParseFormat";
import { useState } from "react";
import { api, asked, type Problem, type Schemas } from "../api/client";
import { Temperature, temperatures } from "../look/Temperature";
import { typedMoney } from "../look/format";
import { type Campaign, needsSiteTag } from "./model";

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
    money: typedMoney(c.dailyPerRowMinor, c.currency),
  };
}

function plusDays(iso: string, days: number): string {
  return new Date(Date.parse(iso) + days * 86_400_000).toISOString().slice(0, 10);
}

/** What a campaign is: for a new one, or to change one. Nothing is kept until the server has taken it. */
export function CampaignForm({
  account,
  objectives,
  today,
  campaign,
  field,
  onClose,
  send,
}: {
  account: Schemas["AccountView"];
  objectives: Schemas["ObjectiveRule"][];
  today: string;
  campaign: Campaign | undefined;
  field: string | undefined;
  onClose: () => void;
  send: (edit: Schemas["EditBody"]) => Promise<void>;
}) {
  const [form] = Form.useForm<Facts>();
  const { message } = App.useApp();
  const [busy, setBusy] = useState(false);
  const initial: Facts = campaign
    ? factsOf(campaign)
    : {
        name: "",
        objective: objectives[0]?.code ?? "",
        temperature: "COLD",
        purpose: "TESTING",
        start: today,
        lastDay: plusDays(today, 13),
        money: "10",
      };
  const finish = async (facts: Facts) => {
    setBusy(true);
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
    } finally {
      setBusy(false);
    }
  };
  const charged = (code: string) => objectives.find((o) => o.code === code)?.goals[0]?.charged[0];
  const objective = Form.useWatch("objective", form) ?? initial.objective;
  return (
    <Drawer
      open
      title={campaign ? "Change the campaign" : "New campaign"}
      size={420}
      onClose={onClose}
      footer={
        <Button type="primary" loading={busy} onClick={() => form.submit()}>
          {campaign ? "Keep" : "Add campaign"}
        </Button>
      }
    >
      <Form
        form={form}
        layout="vertical"
        requiredMark={false}
        initialValues={initial}
        onFinish={(f) => void finish(f)}
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
        <Form.Item
          name="money"
          label={`Daily money per ad group, ${account.currency}`}
          extra="A new row starts with this; each can be changed on the sheet"
        >
          <Input autoFocus={field === "money"} style={{ width: 140 }} />
        </Form.Item>
      </Form>
    </Drawer>
  );
}

/** The account's day by the practice clock, as 2027-03-09. */
export async function accountDay(zone: string): Promise<string> {
  const clock = await asked(api.GET("/api/clock"));
  return new Intl.DateTimeFormat("en-CA", { timeZone: zone }).format(new Date(clock.now));
}
